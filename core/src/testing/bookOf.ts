import type { Packaging } from '../packing/packaging.ts';
import type { Card, TierResult } from '../rate-book/card.ts';
import { type FreeFrom, type Lane, plainLane } from '../rate-book/lane.ts';
import type { Location } from '../rate-book/location.ts';
import { emptyBook, PLAIN_SERVICE, RateBook, type Service, type Zone } from '../rate-book/rateBook.ts';

/** Short ways to write a rate book down in tests. */

export const amount = (minor: number): TierResult => ({ kind: 'amount', amount: minor });
export const free: TierResult = { kind: 'free' };
export const notOffered: TierResult = { kind: 'notOffered' };
export const refer: TierResult = { kind: 'refer' };

export const flat = (minor: number): Card => ({ kind: 'flat', result: { kind: 'amount', amount: minor } });

export const byWeight = (tiers: readonly (readonly [string, TierResult])[], above: TierResult = notOffered): Card => ({
  kind: 'weightTiers',
  measure: 'itemsWeight',
  bands: 'whole',
  tiers: tiers.map(([upTo, result]) => ({ upTo, result })),
  above,
  floor: null,
  cap: null,
});

export const byValue = (tiers: readonly (readonly [number, TierResult])[], above: TierResult): Card => ({
  kind: 'valueTiers',
  measure: 'valueAfterDiscounts',
  writing: 'from',
  bands: 'whole',
  tiers: tiers.map(([upTo, result]) => ({ upTo, result })),
  above,
  floor: null,
  cap: null,
});

export const byCount = (tiers: readonly (readonly [number, TierResult])[], above: TierResult): Card => ({
  kind: 'countTiers',
  measure: 'itemCount',
  bands: 'whole',
  tiers: tiers.map(([upTo, result]) => ({ upTo, result })),
  above,
  floor: null,
  cap: null,
});

export const lane = (card: Card, more: Partial<Lane> = {}): Lane => ({ ...plainLane(card), ...more });

/** Free delivery from a value after discounts, charges included. */
export const freeFrom = (from: number): FreeFrom => ({ measure: 'valueAfterDiscounts', from, byItself: false, coversCharges: true });

export const service = (id: string): Service => ({
  id,
  name: `Service ${id}`,
  ...PLAIN_SERVICE,
});

/** A Canadian shop with the given zones; services are those the lanes name. */
export function bookOf(zones: readonly (Pick<Zone, 'id' | 'places'> & { lanes: Record<string, Lane>; taxRate?: number })[]): RateBook {
  const book = emptyBook();
  const services = [...new Set(zones.flatMap((zone) => Object.keys(zone.lanes)))];
  return RateBook.parse({
    ...book,
    shop: { ...book.shop, served: ['CA', 'US', 'FR'] },
    services: services.map(service),
    zones: zones.map((zone) => ({ name: `Zone ${zone.id}`, taxRate: 0, label: '', ...zone })),
  });
}

/** A Canadian location without an address; without `ships` it may ship everything. */
export const location = (id: string, more: Partial<Location> = {}): Location => ({
  id,
  name: id,
  street: '',
  city: '',
  country: 'CA',
  subdivision: null,
  postalCode: null,
  point: null,
  timeZone: 'America/Halifax',
  ships: null,
  dispatch: null,
  ...more,
});

/** A shop with one zone, Canada. */
export const canada = (lanes: Record<string, Lane>): RateBook =>
  bookOf([{ id: 'canada', places: [{ kind: 'country', country: 'CA' }], lanes }]);

/** A carton of 20 cm each way that costs the shop 95 and carries a kilogram. */
export function carton(more: Partial<Packaging> = {}): Packaging {
  const size = { length: '20 cm', width: '20 cm', height: '20 cm' };
  return {
    id: 'box',
    name: 'Box',
    kind: 'carton',
    inside: size,
    outside: size,
    tare: '100 g',
    mostLoad: '1 kg',
    cost: 95,
    inUse: true,
    ...more,
  };
}
