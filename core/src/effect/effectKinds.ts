import { type CartKind, shipmentOf } from '../coverage/cartKind.ts';
import type { Id } from '../names/naming.ts';
import type { Destination } from '../places/place.ts';
import type { CompiledBook } from '../quote/compile.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import { holds } from '../quote/holds.ts';
import type { LaneTest } from '../quote/laneTest.ts';
import { mayShip } from '../rate-book/location.ts';
import { holdsGroup } from '../rate-book/scope.ts';
import { type Instant, instantToMs, msToInstant } from '../time/calendar.ts';

/** A lane in one of the two books that are compared; null where it offers none. */
export interface Side {
  readonly compiled: CompiledBook;
  readonly lane: CompiledLane | null;
}

const DAY = 86_400_000;
const DAYS_AHEAD = 366;

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

const distinct = <T>(list: readonly T[]): readonly T[] => [...new Set(list)];

/** Moments at which dates and weekdays of both lanes stand in each way they can. */
function momentsOf(sides: readonly Side[], now: Instant): readonly Instant[] {
  const timed = sides.map(({ lane }) =>
    [...testsOf(lane), ...datesOfMarkups(lane)].filter(({ kind }) => kind === 'dates' || kind === 'weekdays'),
  );
  if (timed.every((tests) => tests.length === 0)) return [now];
  const found = new Map<string, Instant>();
  for (let day = 0; day <= DAYS_AHEAD; day += 1) {
    const moment = day === 0 ? now : msToInstant(instantToMs(now) + day * DAY);
    const key = sides
      .map(({ compiled }, at) => {
        const shipment = shipmentOf(compiled, { groups: [], coupons: [], moment, origin: null, destination: { country: 'CA' } });
        return (timed[at] ?? []).map((test) => (holds(test, shipment) ? 1 : 0)).join('');
      })
      .join('|');
    if (!found.has(key)) found.set(key, moment);
  }
  return [...found.values()];
}

type History = Pick<CartKind, 'lastOrderAt' | 'cartStartedAt'>;

const MINUTE = 60_000;

/** No history, and one within each window after an order or the cart's beginning; where windows were ended, on both sides of that. */
function historiesOf(sides: readonly Side[], moment: Instant): readonly History[] {
  const since = sides.flatMap(({ lane }) => testsOf(lane)).flatMap((test) => (test.kind === 'since' ? [test] : []));
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

export interface KindsOf {
  /** The plainest of the kinds that both lanes answer alike. */
  readonly kind: CartKind;
  readonly groups: readonly (Id | null)[];
}

/** Kinds of cart of one goods group that either of two lanes tells apart. */
export function effectKinds(
  sides: readonly [Side, Side],
  {
    now,
    groups,
    addresses,
  }: { readonly now: Instant; readonly groups: readonly (Id | null)[]; readonly addresses: readonly Destination[] },
): readonly KindsOf[] {
  const tests = sides.flatMap(({ lane }) => testsOf(lane));
  const byPlace = tests.some(({ kind }) => kind === 'area' || kind === 'notIn');
  const places = byPlace ? addresses : addresses.slice(0, 1);
  const coupons = [[], ...distinct(tests.flatMap((test) => (test.kind === 'coupon' ? [...test.coupons] : []))).map((code) => [code])];
  const found = new Map<string, { kind: CartKind; groups: (Id | null)[] }>();
  const note = (kind: CartKind, group: Id | null) => {
    const key = sides.map((side) => keyOf(side, kind)).join('|');
    const held = found.get(key);
    if (!held) found.set(key, { kind, groups: [group] });
    else if (!held.groups.includes(group)) held.groups.push(group);
  };
  const [, { compiled }] = sides;
  for (const destination of places) {
    for (const moment of momentsOf(sides, now)) {
      for (const codes of coupons) {
        for (const history of historiesOf(sides, moment)) {
          for (const group of groups) {
            const origin = compiled.book.locations.find((location) => mayShip(location, group))?.id ?? null;
            note({ groups: [group], coupons: codes, moment, origin, destination, ...history }, group);
          }
        }
      }
    }
  }
  return [...found.values()];
}
