import { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import { NO_MEASURES } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import { MOST_EFFORT } from '../packing/effort.ts';
import type { Destination } from '../places/place.ts';
import type { CompiledBook, CompiledZone } from '../quote/compile.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import { holds } from '../quote/holds.ts';
import type { LaneTest } from '../quote/laneTest.ts';
import { occasionOf } from '../quote/occasion.ts';
import type { QuoteRequest } from '../quote/request.ts';
import { Shipment } from '../quote/shipment.ts';
import { mayShip } from '../rate-book/location.ts';
import { type Instant, instantToMs, msToInstant } from '../time/calendar.ts';

/** Carts that differ in their measures alone: the goods in them, who buys, when, and where they go. */
export interface CartKind {
  /** The goods groups that are in it, all of them; null is the default group. */
  readonly groups: readonly (Id | null)[];
  readonly coupons: readonly string[];
  readonly moment: Instant;
  readonly origin: Id | null;
  readonly destination: Destination;
  /** When the buyer last ordered, and when the cart was begun; unknown where absent. */
  readonly lastOrderAt?: Instant;
  readonly cartStartedAt?: Instant;
}

/** Kinds of cart that no lane of a zone tells apart. */
export interface SameKinds {
  /** The plainest of them. */
  readonly kind: CartKind;
  /** The goods groups that are answered alike. */
  readonly groups: readonly (Id | null)[];
}

/** A cart of a kind with some goods in it. */
export function cartOf(
  { destination, moment, coupons, lastOrderAt, cartStartedAt }: CartKind,
  lines: readonly QuoteRequest['lines'][number][],
): QuoteRequest {
  return {
    lines: [...lines],
    discounts: [],
    destination,
    moment,
    ...(coupons.length > 0 && { coupons: [...coupons] }),
    ...(lastOrderAt !== undefined && { lastOrderAt }),
    ...(cartStartedAt !== undefined && { cartStartedAt }),
  };
}

/** A consignment of a kind without measures: for tests of goods, coupons, moment and address. */
export function shipmentOf(compiled: CompiledBook, kind: CartKind): Shipment {
  const cart = cartOf(kind, []);
  const values = { measures: NO_MEASURES, valuesBefore: [], lineValues: [], consignments: [] };
  const occasion = occasionOf(cart, compiled.book.shop.timeZone);
  return new Shipment(
    { compiled, cart, values, effort: MOST_EFFORT, occasion, carriers: new CarrierAnswers(), ledger: false },
    { to: 0, origin: kind.origin, shippable: true, lines: [], groups: kind.groups, measures: NO_MEASURES, parcels: [] },
  );
}

const lanesOf = ({ lanes }: CompiledZone): readonly CompiledLane[] => lanes.filter((lane) => lane !== null);

const testsIn = (zone: CompiledZone): readonly LaneTest[] => lanesOf(zone).flatMap(({ tests }) => tests);

const DAY = 86_400_000;
/** Days ahead that windows of dates are looked for on: a year, 29 February with it. */
const DAYS_AHEAD = 366;

/** A moment for each way in which the windows of dates and weekdays of a zone's lanes can stand, the present first. */
function momentsOf(compiled: CompiledBook, zone: CompiledZone, now: Instant): readonly Instant[] {
  const timed = testsIn(zone).filter(({ kind }) => kind === 'dates' || kind === 'weekdays');
  if (timed.length === 0) return [now];
  const found = new Map<string, Instant>();
  for (let day = 0; day <= DAYS_AHEAD; day += 1) {
    const moment = day === 0 ? now : msToInstant(instantToMs(now) + day * DAY);
    const shipment = shipmentOf(compiled, { groups: [], coupons: [], moment, origin: null, destination: { country: 'CA' } });
    const key = timed.map((test) => (holds(test, shipment) ? '1' : '0')).join('');
    if (!found.has(key)) found.set(key, moment);
  }
  return [...found.values()];
}

/** Coupons that lanes of a zone ask for: none of them, then each alone. */
function couponsOf(zone: CompiledZone): readonly (readonly string[])[] {
  const codes = new Set(testsIn(zone).flatMap((test) => (test.kind === 'coupon' ? [...test.coupons] : [])));
  return [[], ...[...codes].map((code) => [code])];
}

/** One address for each way in which the areas of rounds can hold it. */
function addressesOf(compiled: CompiledBook, zone: CompiledZone, addresses: readonly Destination[], now: Instant): readonly Destination[] {
  const drawn = testsIn(zone).filter(({ kind }) => kind === 'area');
  if (drawn.length === 0) return addresses.slice(0, 1);
  const found = new Map<string, Destination>();
  for (const destination of addresses) {
    const shipment = shipmentOf(compiled, { groups: [], coupons: [], moment: now, origin: null, destination });
    const key = drawn.map((test) => (holds(test, shipment) ? '1' : '0')).join('');
    if (!found.has(key)) found.set(key, destination);
  }
  return [...found.values()];
}

/** Groups that some location may ship, with the first that may. Without locations everything leaves from nowhere. */
function originsOf({ book }: CompiledBook, groups: readonly (Id | null)[]): readonly { group: Id | null; origin: Id | null }[] {
  if (book.locations.length === 0) return groups.map((group) => ({ group, origin: null }));
  return groups.flatMap((group) => {
    const from = book.locations.find((location) => mayShip(location, group));
    return from ? [{ group, origin: from.id }] : [];
  });
}

/** How the lanes of a zone tell a kind from others: which of them take it, and which cards price its goods. */
function signatureOf(lanes: readonly CompiledLane[], shipment: Shipment): string {
  const { groups } = shipment.consignment;
  return lanes
    .map(({ tests, owners }) => {
      if (tests.some((test) => test.kind !== 'range' && !holds(test, shipment))) return '-';
      const priced = [...new Set(groups.map((group) => (group !== null && owners.includes(group) ? group : '')))];
      return priced.join(' ');
    })
    .join('|');
}

export interface KindSources {
  readonly now: Instant;
  /** Goods groups of which there is something to sell; those of the book, and the default group, where nothing is listed. */
  readonly groups: readonly (Id | null)[];
  /** Addresses that lie in the zone. */
  readonly addresses: readonly Destination[];
}

/** Every kind of cart of goods of one group, the plainest first. */
function everyKind(compiled: CompiledBook, zone: CompiledZone, { now, groups, addresses }: KindSources): readonly CartKind[] {
  const [moments, coupons, origins] = [momentsOf(compiled, zone, now), couponsOf(zone), originsOf(compiled, groups)];
  return addressesOf(compiled, zone, addresses, now).flatMap((destination) =>
    moments.flatMap((moment) =>
      coupons.flatMap((codes) =>
        origins.map(({ group, origin }): CartKind => ({ groups: [group], coupons: codes, moment, origin, destination })),
      ),
    ),
  );
}

/**
 * The kinds of cart of goods of one group that a zone tells apart, the plainest first: a cart of several groups that no service
 * takes whole is parted by them, so that somebody is turned away only where one group by itself is. None where the zone has no
 * address, or nothing can be shipped.
 */
export function kindsIn(compiled: CompiledBook, zone: CompiledZone, sources: KindSources): readonly SameKinds[] {
  const lanes = lanesOf(zone);
  const found = new Map<string, { kind: CartKind; groups: (Id | null)[] }>();
  for (const kind of everyKind(compiled, zone, sources)) {
    const key = signatureOf(lanes, shipmentOf(compiled, kind));
    const [group = null] = kind.groups;
    const held = found.get(key);
    if (!held) found.set(key, { kind, groups: [group] });
    else if (!held.groups.includes(group)) held.groups.push(group);
  }
  return [...found.values()];
}
