import { canonicalJson } from '../json/canonicalJson.ts';
import type { VolumeRule } from '../packing/billable.ts';
import type { Place } from '../places/place.ts';
import { boundToBase, type Card, type TierResult } from '../rate-book/card.ts';
import type { FreeFrom, Lane, Limit } from '../rate-book/lane.ts';
import type { Id } from '../rate-book/naming.ts';
import { laneOf, type RateBook, type Service, type Shop, type Zone } from '../rate-book/rateBook.ts';

/** One tier that differs: an absent side has no such tier. `upTo` is absent for the row above the last tier. */
export interface TierChange {
  readonly upTo?: string | number;
  readonly before?: TierResult;
  readonly after?: TierResult;
}

type ShopFact = 'name' | 'currency' | 'units' | 'locale';

type Names = readonly string[];

/** One difference between two rate books, as facts; the words live with the screens. Names are the newer ones. */
export type Change =
  | { code: 'shopFact'; fact: ShopFact; before: string; after: string }
  | { code: 'served'; added: readonly string[]; removed: readonly string[] }
  | { code: 'text'; text: 'noOption' | 'refer'; after: string }
  | { code: 'zoneAdded' | 'zoneRemoved'; zone: string }
  | { code: 'zoneRenamed'; before: string; after: string }
  | { code: 'zonesReordered' | 'servicesReordered'; names: readonly string[] }
  | { code: 'placesChanged'; zone: string; added: readonly Place[]; removed: readonly Place[] }
  | {
      code: 'packagingChanged' | 'locationsChanged' | 'goodsGroupsChanged';
      added: Names;
      removed: Names;
      changed: Names;
      reordered: boolean;
    }
  | { code: 'usualPackaging'; after: string | null }
  | { code: 'volumeRule'; before: VolumeRule; after: VolumeRule }
  | { code: 'serviceAdded' | 'serviceRemoved'; service: string }
  | { code: 'serviceRenamed'; before: string; after: string }
  | { code: 'serviceDescribed'; service: string; before: Service; after: Service }
  | { code: 'laneAdded' | 'laneRemoved'; service: string; zone: string }
  | { code: 'cardReplaced'; service: string; zone: string; before: Card; after: Card }
  | { code: 'tiersChanged'; service: string; zone: string; card: Card; tiers: readonly TierChange[] }
  | { code: 'limitsChanged'; service: string; zone: string; before: readonly Limit[]; after: readonly Limit[] }
  | { code: 'freeFromChanged'; service: string; zone: string; before: FreeFrom | null; after: FreeFrom | null };

/** Equal documents, whatever the order of their members; most differ in nothing at all, which plain text shows sooner. */
const same = (a: unknown, b: unknown) => a === b || JSON.stringify(a) === JSON.stringify(b) || canonicalJson(a) === canonicalJson(b);

function without<T>(list: readonly T[], others: readonly T[]): T[] {
  const held = new Set(others.map((entry) => canonicalJson(entry)));
  return list.filter((entry) => !held.has(canonicalJson(entry)));
}

function shopChanges(before: Shop, after: Shop): Change[] {
  const facts = (['name', 'currency', 'units', 'locale'] as const).filter((fact) => before[fact] !== after[fact]);
  const texts = (['noOption', 'refer'] as const).filter((text) => before.texts[text] !== after.texts[text]);
  const added = without(after.served, before.served);
  const removed = without(before.served, after.served);
  return [
    ...facts.map((fact): Change => ({ code: 'shopFact', fact, before: before[fact], after: after[fact] })),
    ...(added.length + removed.length > 0 ? [{ code: 'served', added, removed } as const] : []),
    ...texts.map((text): Change => ({ code: 'text', text, after: after.texts[text] })),
  ];
}

/** Whether entries that stand in both lists changed their order. */
function reordered(before: readonly { id: Id }[], after: readonly { id: Id }[]): boolean {
  const ids = (list: readonly { id: Id }[], other: readonly { id: Id }[]) =>
    list.map((entry) => entry.id).filter((id) => other.some((entry) => entry.id === id));
  return !same(ids(before, after), ids(after, before));
}

function rowsOf(card: Card): Map<number, { upTo?: string | number; result: TierResult }> {
  if (card.kind === 'flat') return new Map([[Infinity, { result: card.result }]]);
  const rows = card.tiers.map((tier) => [boundToBase(tier.upTo), tier] as const);
  return new Map<number, { upTo?: string | number; result: TierResult }>([...rows, [Infinity, { result: card.above }]]);
}

function tierChanges(before: Card, after: Card): TierChange[] {
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

function cardChange(before: Card, after: Card, names: { service: string; zone: string }): Change[] {
  if (same(before, after)) return [];
  const replaced = before.kind !== after.kind || ('measure' in before && 'measure' in after && before.measure !== after.measure);
  if (replaced) return [{ code: 'cardReplaced', ...names, before, after }];
  const tiers = tierChanges(before, after);
  return tiers.length > 0 ? [{ code: 'tiersChanged', ...names, card: after, tiers }] : [];
}

function laneChanges(before: Lane | undefined, after: Lane | undefined, names: { service: string; zone: string }): Change[] {
  if (before === after) return [];
  if (!before) return [{ code: 'laneAdded', ...names }];
  if (!after) return [{ code: 'laneRemoved', ...names }];
  const limits: Change[] = same(before.limits, after.limits)
    ? []
    : [{ code: 'limitsChanged', ...names, before: before.limits, after: after.limits }];
  const free: Change[] = same(before.freeFrom, after.freeFrom)
    ? []
    : [{ code: 'freeFromChanged', ...names, before: before.freeFrom, after: after.freeFrom }];
  return [...cardChange(before.card, after.card, names), ...limits, ...free];
}

function zoneChanges(before: Zone, after: Zone, services: readonly Service[]): Change[] {
  const renamed: Change[] = before.name === after.name ? [] : [{ code: 'zoneRenamed', before: before.name, after: after.name }];
  const added = without(after.places, before.places);
  const removed = without(before.places, after.places);
  const places: Change[] = added.length + removed.length > 0 ? [{ code: 'placesChanged', zone: after.name, added, removed }] : [];
  const lanes = services.flatMap((service) =>
    laneChanges(laneOf(before, service.id), laneOf(after, service.id), { service: service.name, zone: after.name }),
  );
  return [...renamed, ...places, ...lanes];
}

function serviceChanges(before: Service, after: Service): Change[] {
  const renamed: Change[] = before.name === after.name ? [] : [{ code: 'serviceRenamed', before: before.name, after: after.name }];
  const described = before.kind !== after.kind || before.note !== after.note;
  return described ? [...renamed, { code: 'serviceDescribed', service: after.name, before, after }] : renamed;
}

type Listed = { readonly id: Id; readonly name: string };

function listChanges(
  code: 'packagingChanged' | 'locationsChanged' | 'goodsGroupsChanged',
  before: readonly Listed[],
  after: readonly Listed[],
): Change[] {
  const names = (list: readonly Listed[]) => list.map((entry) => entry.name);
  const missing = (list: readonly Listed[], others: readonly Listed[]) => list.filter(({ id }) => !others.some((other) => other.id === id));
  const added = names(missing(after, before));
  const removed = names(missing(before, after));
  const changed = names(after.filter((entry) => before.some((old) => old.id === entry.id && !same(old, entry))));
  const moved = reordered(before, after);
  return added.length + removed.length + changed.length > 0 || moved ? [{ code, added, removed, changed, reordered: moved }] : [];
}

function packingChanges(before: RateBook['packing'], after: RateBook['packing']): Change[] {
  const named = (packing: RateBook['packing']) => packing.packaging.find(({ id }) => id === packing.usual)?.name ?? null;
  return [
    ...listChanges('packagingChanged', before.packaging, after.packaging),
    ...(before.usual === after.usual ? [] : [{ code: 'usualPackaging', after: named(after) } as const]),
    ...(same(before.volume, after.volume) ? [] : [{ code: 'volumeRule', before: before.volume, after: after.volume } as const]),
  ];
}

/** What changed from one rate book to another, in the order of the newer one. */
export function describeChanges(before: RateBook, after: RateBook): Change[] {
  const oldService = new Map(before.services.map((service) => [service.id, service]));
  const oldZone = new Map(before.zones.map((zone) => [zone.id, zone]));
  const gone = <T extends { id: Id }>(old: readonly T[], now: readonly T[]) =>
    old.filter((entry) => !now.some((one) => one.id === entry.id));
  const empty = (zone: Zone): Zone => ({ ...zone, lanes: {} });
  return [
    ...shopChanges(before.shop, after.shop),
    ...listChanges('goodsGroupsChanged', before.goodsGroups, after.goodsGroups),
    ...listChanges('locationsChanged', before.locations, after.locations),
    ...packingChanges(before.packing, after.packing),
    ...gone(before.services, after.services).map((service): Change => ({ code: 'serviceRemoved', service: service.name })),
    ...after.services.flatMap((service): Change[] => {
      const old = oldService.get(service.id);
      return old ? serviceChanges(old, service) : [{ code: 'serviceAdded', service: service.name }];
    }),
    ...(reordered(before.services, after.services)
      ? [{ code: 'servicesReordered', names: after.services.map((service) => service.name) } as const]
      : []),
    ...gone(before.zones, after.zones).map((zone): Change => ({ code: 'zoneRemoved', zone: zone.name })),
    ...after.zones.flatMap((zone): Change[] => {
      const old = oldZone.get(zone.id);
      const added: Change[] = old ? [] : [{ code: 'zoneAdded', zone: zone.name }];
      return [...added, ...zoneChanges(old ?? empty(zone), zone, after.services)];
    }),
    ...(reordered(before.zones, after.zones) ? [{ code: 'zonesReordered', names: after.zones.map((zone) => zone.name) } as const] : []),
  ];
}
