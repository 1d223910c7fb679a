import { type CartKind, shipmentOf } from '../coverage/cartKind.ts';
import { everySituation, originOf, type SituationSources } from '../coverage/situations.ts';
import type { Id } from '../names/naming.ts';
import type { CompiledBook } from '../quote/compile.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import { holds } from '../quote/holds.ts';
import type { LaneTest } from '../quote/laneTest.ts';
import { holdsGroup } from '../rate-book/scope.ts';

/** A lane in one of the two books that are compared; null where it offers none. */
export interface Side {
  readonly compiled: CompiledBook;
  readonly lane: CompiledLane | null;
}

/** Everything about a lane that asks for more than measures. */
const testsOf = (lane: CompiledLane | null): readonly LaneTest[] =>
  lane === null
    ? []
    : [lane, ...(lane.backup ? [lane.backup] : [])].flatMap(({ tests, charges, allowances }) => [
        ...tests.filter(({ kind }) => kind !== 'range'),
        ...charges.flatMap((one) => one.tests),
        ...allowances.flatMap((one) => one.tests),
      ]);

const datesOfMarkups = (lane: CompiledLane | null): LaneTest[] =>
  (lane?.terms?.seasons ?? []).map(({ dates }) => ({ kind: 'dates', dates }));

/** How everything but the measures of a cart stands with a lane: kinds of the same key are answered alike. */
function keyOf({ compiled, lane }: Side, kind: CartKind): string {
  if (lane === null) return '';
  const shipment = shipmentOf(compiled, kind);
  const [group = null] = kind.groups;
  return [
    ...[...testsOf(lane), ...datesOfMarkups(lane)].map((test) => (holds(test, shipment) ? 1 : 0)),
    group !== null && lane.owners.includes(group) ? group : '',
    ...lane.charges.map(({ goods }) => (holdsGroup(goods, group) ? 1 : 0)),
  ].join(' ');
}

export interface KindsOf {
  /** The plainest of the kinds that both lanes answer alike. */
  readonly kind: CartKind;
  readonly groups: readonly (Id | null)[];
}

/** Kinds of cart of one goods group that either of two lanes tells apart. */
export function effectKinds(
  sides: readonly [Side, Side],
  { groups, ...sources }: SituationSources & { readonly groups: readonly (Id | null)[] },
): readonly KindsOf[] {
  const found = new Map<string, { kind: CartKind; groups: (Id | null)[] }>();
  const note = (kind: CartKind, group: Id | null) => {
    const key = sides.map((side) => keyOf(side, kind)).join('|');
    const held = found.get(key);
    if (!held) found.set(key, { kind, groups: [group] });
    else if (!held.groups.includes(group)) held.groups.push(group);
  };
  const [, { compiled }] = sides;
  const asked = sides.map((side) => ({ compiled: side.compiled, tests: [...testsOf(side.lane), ...datesOfMarkups(side.lane)] }));
  for (const situation of everySituation(asked, sources)) {
    for (const group of groups) note({ ...situation, groups: [group], origin: originOf(compiled, group)?.origin ?? null }, group);
  }
  return [...found.values()];
}
