import type { Id } from '../names/naming.ts';
import { oncePer } from '../once/oncePer.ts';
import type { Destination } from '../places/place.ts';
import type { CompiledBook } from '../quote/compile.ts';
import { holds } from '../quote/holds.ts';
import type { LaneTest } from '../quote/laneTest.ts';
import { mayShip } from '../rate-book/location.ts';
import { type Instant, instantToMs, msToInstant } from '../time/calendar.ts';
import { type CartKind, shipmentOf } from './cartKind.ts';

/** Everything about a kind of cart but its goods. */
export type Situation = Omit<CartKind, 'groups' | 'origin'>;

/** What a book asks of carts besides their measures and goods. */
export interface Asked {
  readonly compiled: CompiledBook;
  readonly tests: readonly LaneTest[];
}

const DAY = 86_400_000;
const MINUTE = 60_000;
/** Days ahead that windows of dates are looked for on: a year, 29 February with it. */
const DAYS_AHEAD = 366;

const distinct = <T>(list: readonly T[]): readonly T[] => [...new Set(list)];

/** How some tests stand with a situation. */
const standing = (asked: readonly Asked[], situation: Situation): string =>
  asked
    .map(({ compiled, tests }) => {
      const shipment = shipmentOf(compiled, { ...situation, groups: [], origin: null });
      return tests.map((test) => (holds(test, shipment) ? '1' : '0')).join('');
    })
    .join('|');

const only = (asked: readonly Asked[], ...kinds: LaneTest['kind'][]): readonly Asked[] =>
  asked.map(({ compiled, tests }) => ({ compiled, tests: tests.filter(({ kind }) => kinds.includes(kind)) }));

const asksAny = (asked: readonly Asked[]) => asked.some(({ tests }) => tests.length > 0);

/** A moment for each way in which windows of dates and weekdays can stand, the present first. */
function momentsOf(all: readonly Asked[], now: Instant): readonly Instant[] {
  const asked = only(all, 'dates', 'weekdays');
  const [first, ...others] = asked;
  if (!first || !asksAny(asked)) return [now];
  const key = `${now} ${JSON.stringify(first.tests)}`;
  if (others.length > 0) return momentsFor(asked, now);
  const known = momentsKnown(first.compiled).get(key) ?? momentsFor(asked, now);
  momentsKnown(first.compiled).set(key, known);
  return known;
}

/** Zones that ask for the same days share what was found for them. */
const momentsKnown = oncePer((_compiled: CompiledBook) => new Map<string, readonly Instant[]>());

function momentsFor(asked: readonly Asked[], now: Instant): readonly Instant[] {
  const found = new Map<string, Instant>();
  for (let day = 0; day <= DAYS_AHEAD; day += 1) {
    const moment = day === 0 ? now : msToInstant(instantToMs(now) + day * DAY);
    const key = standing(asked, { coupons: [], moment, destination: NOWHERE });
    if (!found.has(key)) found.set(key, moment);
  }
  return [...found.values()];
}

const NOWHERE: Destination = { country: 'CA' };

/** One address for each way in which areas and left-out countries can hold it. */
function placesOf(all: readonly Asked[], addresses: readonly Destination[], now: Instant): readonly Destination[] {
  const asked = only(all, 'area', 'notIn');
  if (!asksAny(asked)) return addresses.slice(0, 1);
  const found = new Map<string, Destination>();
  for (const destination of addresses) {
    const key = standing(asked, { coupons: [], moment: now, destination });
    if (!found.has(key)) found.set(key, destination);
  }
  return [...found.values()];
}

type Coupons = readonly string[];

/** None, then each alone. */
const couponsOf = (all: readonly Asked[]): readonly Coupons[] => [
  [],
  ...distinct(all.flatMap(({ tests }) => tests.flatMap((test) => (test.kind === 'coupon' ? [...test.coupons] : [])))).map((code) => [code]),
];

type History = Pick<CartKind, 'lastOrderAt' | 'cartStartedAt'>;

/** No history, and one within each window after an order or the cart's beginning; where windows were ended, on both sides of that. */
function historiesOf(all: readonly Asked[], moment: Instant): readonly History[] {
  const since = all.flatMap(({ tests }) => tests).flatMap((test) => (test.kind === 'since' ? [test] : []));
  const at = instantToMs(moment);
  const moments = (what: 'lastOrder' | 'cartStarted') =>
    distinct(
      since
        .filter((test) => test.what === what)
        .flatMap(({ most, endedAt }) => [at - most, at - MINUTE, ...(Number.isFinite(endedAt) ? [endedAt, endedAt + MINUTE] : [])]),
    ).filter((one) => one <= at);
  const orders = [undefined, ...moments('lastOrder')];
  const starts = [undefined, ...moments('cartStarted')];
  return orders.flatMap((order) =>
    starts.map((start): History => {
      return {
        ...(order !== undefined && { lastOrderAt: msToInstant(order) }),
        ...(start !== undefined && { cartStartedAt: msToInstant(start) }),
      };
    }),
  );
}

/** What situations are looked for in. */
export interface SituationSources {
  readonly now: Instant;
  /** Addresses that may be told apart; nothing is looked at where there are none. */
  readonly addresses: readonly Destination[];
}

/** Every situation some tests can tell apart, the plainest first: all of them crossed with each other. */
export function everySituation(asked: readonly Asked[], { now, addresses }: SituationSources): readonly Situation[] {
  const [moments, coupons] = [momentsOf(asked, now), couponsOf(asked)];
  return placesOf(asked, addresses, now).flatMap((destination) =>
    moments.flatMap((moment) =>
      coupons.flatMap((codes) => historiesOf(asked, moment).map((history) => ({ coupons: codes, moment, destination, ...history }))),
    ),
  );
}

/** The plainest situation, and each that differs from it in one thing. */
export function eachSituation(asked: readonly Asked[], { now, addresses }: SituationSources): readonly Situation[] {
  const [first, ...places] = placesOf(asked, addresses, now);
  if (!first) return [];
  const plain: Situation = { coupons: [], moment: now, destination: first };
  return [
    plain,
    ...places.map((destination) => ({ ...plain, destination })),
    ...momentsOf(asked, now)
      .slice(1)
      .map((moment) => ({ ...plain, moment })),
    ...couponsOf(asked)
      .slice(1)
      .map((coupons) => ({ ...plain, coupons })),
    ...historiesOf(asked, now)
      .slice(1)
      .map((history) => ({ ...plain, ...history })),
  ];
}

/** A group with the first location that may ship it; without locations everything leaves from nowhere. Null where none may. */
export function originOf({ book }: CompiledBook, group: Id | null): { readonly group: Id | null; readonly origin: Id | null } | null {
  if (book.locations.length === 0) return { group, origin: null };
  const from = book.locations.find((location) => mayShip(location, group));
  return from ? { group, origin: from.id } : null;
}
