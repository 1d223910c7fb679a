import { boundInBase } from '../measures/bound.ts';
import type { Id } from '../names/naming.ts';
import { type Card, isTiered, type TieredCard, type TierResult } from '../rate-book/card.ts';
import type { Lane } from '../rate-book/lane.ts';
import type { RateBook, Service } from '../rate-book/rateBook.ts';
import { type Change, type Of, reordered, same, type TierChange } from './change.ts';

function rowsOf(card: TieredCard): Map<number, { upTo?: string | number; result: TierResult }> {
  const rows = card.tiers.map((tier) => [boundInBase(card.measure, tier.upTo), tier] as const);
  return new Map<number, { upTo?: string | number; result: TierResult }>([...rows, [Infinity, { result: card.above }]]);
}

function tierChanges(before: TieredCard, after: TieredCard): TierChange[] {
  const old = rowsOf(before);
  const now = rowsOf(after);
  const bounds = [...new Set([...old.keys(), ...now.keys()])].sort((a, b) => a - b);
  return bounds.flatMap((bound): TierChange[] => {
    const was = old.get(bound);
    const is = now.get(bound);
    if (same(was?.result, is?.result)) return [];
    const upTo = is?.upTo ?? was?.upTo;
    return [{ ...(upTo !== undefined && { upTo }), ...(was && { before: was.result }), ...(is && { after: is.result }) }];
  });
}

/** Cards that differ in their tiers alone. */
function onlyTiers(before: Card, after: Card): boolean {
  if (!isTiered(before) || !isTiered(after)) return false;
  const rest = ({ tiers: _tiers, above: _above, ...others }: TieredCard) => ({ ...others, writing: null });
  return same(rest(before), rest(after));
}

function cardChange(before: Card, after: Card, names: Of): Change[] {
  if (same(before, after)) return [];
  if (!onlyTiers(before, after)) return [{ code: 'cardReplaced', ...names, before, after }];
  const tiers = tierChanges(before as TieredCard, after as TieredCard);
  return tiers.length > 0 ? [{ code: 'tiersChanged', ...names, card: after as TieredCard, tiers }] : [];
}

function groupCardChanges(before: Lane, after: Lane, names: Of, groupName: (id: Id) => string): Change[] {
  const gone = before.groupCards.filter(({ group }) => !after.groupCards.some((held) => held.group === group));
  return [
    ...gone.map(({ group }): Change => ({ code: 'groupCardRemoved', ...names, group: groupName(group) })),
    ...after.groupCards.flatMap(({ group, card }) => {
      // A card that is new was the lane's own before.
      const was = before.groupCards.find((held) => held.group === group)?.card ?? before.card;
      return cardChange(was, card, { ...names, group: groupName(group) });
    }),
  ];
}

/** @param by the service of the lane as it is after the changes, or as it was where it is gone */
export function laneChanges(
  [before, after]: readonly [Lane | undefined, Lane | undefined],
  { by, zone }: { readonly by: Service; readonly zone: string },
  groupName: (id: Id) => string,
): Change[] {
  const names: Of = { service: by.name, zone };
  if (before === after) return [];
  if (!before) return after ? [{ code: 'laneAdded', ...names, lane: after, by }] : [];
  if (!after) return [{ code: 'laneRemoved', ...names, lane: before }];
  const range = ({ floor, cap }: Lane) => ({ floor, cap });
  const differs = (part: keyof Lane) => !same(before[part], after[part]);
  return [
    ...cardChange(before.card, after.card, names),
    ...groupCardChanges(before, after, names, groupName),
    ...(differs('limits') ? [{ code: 'limitsChanged', ...names, before: before.limits, after: after.limits } as const] : []),
    ...(differs('conditions') ? [{ code: 'conditionsChanged', ...names, after: after.conditions } as const] : []),
    ...(differs('floor') || differs('cap')
      ? [{ code: 'rangeChanged', ...names, before: range(before), after: range(after) } as const]
      : []),
    ...(differs('freeFrom') ? [{ code: 'freeFromChanged', ...names, before: before.freeFrom, after: after.freeFrom } as const] : []),
    ...(differs('transit') ? [{ code: 'transitChanged', ...names, after: after.transit } as const] : []),
  ];
}

export function ruleChanges(before: RateBook, after: RateBook): Change[] {
  const missing = <T extends { id: Id }>(list: readonly T[], others: readonly T[]) =>
    list.filter(({ id }) => !others.some((other) => other.id === id));
  const set = <T extends { id: Id }>(old: readonly T[], now: readonly T[], told: (added: boolean, rule: T) => Change) =>
    now.flatMap((rule): Change[] => {
      const was = old.find(({ id }) => id === rule.id);
      return same(was, rule) ? [] : [told(was === undefined, rule)];
    });
  const moved = (list: 'charges' | 'allowances'): Change[] =>
    reordered(before[list], after[list]) ? [{ code: `${list}Reordered`, names: after[list].map(({ name }) => name) }] : [];
  return [
    ...missing(before.charges, after.charges).map(({ name }): Change => ({ code: 'chargeRemoved', name })),
    ...set(before.charges, after.charges, (added, charge) => ({ code: 'chargeSet', added, charge })),
    ...moved('charges'),
    ...missing(before.allowances, after.allowances).map(({ name }): Change => ({ code: 'allowanceRemoved', name })),
    ...set(before.allowances, after.allowances, (added, allowance) => ({ code: 'allowanceSet', added, allowance })),
    ...moved('allowances'),
  ];
}
