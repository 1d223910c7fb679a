import { boundInBase } from '../measures/bound.ts';
import type { Measure } from '../measures/measure.ts';
import { type MeasureIndex, measureIndex, slackOf } from '../measures/measure.ts';
import type { Minor } from '../numbers/units.ts';
import type { Allowance, Effect } from '../rate-book/allowance.ts';
import type { Charge } from '../rate-book/charge.ts';
import type { FreeFrom } from '../rate-book/lane.ts';
import type { GoodsSet } from '../rate-book/scope.ts';
import { instantToMs } from '../time/calendar.ts';
import { compileLimit, couponTest, datesTest, goodsTest, type LaneTest, type RangeTest, sinceTest } from './laneTest.ts';
import { KNOWS } from './occasion.ts';

export interface CompiledCharge {
  readonly charge: Charge;
  readonly tests: readonly LaneTest[];
  /** The goods it counts, by themselves; null is all of them. */
  readonly goods: GoodsSet | null;
  readonly oncePerOrder: boolean;
  /** Index of the measure it counts; null where it counts none. */
  readonly index: MeasureIndex | null;
  readonly unit: number;
  readonly slack: number;
  readonly floor: Minor;
  readonly cap: Minor;
}

const COUNTED = { order: null, consignment: null, parcel: 'parcels', item: 'itemCount' } as const;

function measureOf({ amount }: Charge): Measure | null {
  if (amount.kind === 'fixed') return COUNTED[amount.per];
  if (amount.kind === 'startedWeight') return amount.measure;
  return amount.kind === 'percent' && amount.of !== 'base' && amount.of !== 'running' ? amount.of : null;
}

export function compileCharge(charge: Charge): CompiledCharge {
  const { amount, scope, dates, floor, cap } = charge;
  const measure = measureOf(charge);
  return {
    charge,
    tests: datesTest(dates),
    goods: scope.goods,
    oncePerOrder: amount.kind === 'fixed' && amount.per === 'order',
    index: measure === null ? null : measureIndex(measure),
    unit: amount.kind === 'startedWeight' ? boundInBase(amount.measure, amount.unit) : 1,
    slack: measure === null ? 0 : slackOf(measure),
    floor: floor ?? 0,
    cap: cap ?? Infinity,
  };
}

/** An allowance of the book, or the lane's own "free from". */
export interface CompiledAllowance {
  /** What it must know of the occasion, as bits of `KNOWS`: most carts know little, so most allowances are passed over at once. */
  readonly needs: number;
  readonly allowance: Allowance | null;
  readonly freeFrom: FreeFrom | null;
  readonly effect: Effect;
  readonly ranges: readonly RangeTest[];
  /** Every test but the ranges. */
  readonly tests: readonly LaneTest[];
  /** Reads each consignment by itself; else the goods value of all that goes to one address. */
  readonly byItself: boolean;
  readonly coversCharges: boolean;
  readonly combinable: boolean;
}

export function compileAllowance(allowance: Allowance): CompiledAllowance {
  const { effect, ranges, coupons, sinceOrder, sinceCart, dates, scope, exceptCountries, coversCharges, combinable } = allowance;
  const endedAt = allowance.endedAt === null ? -Infinity : instantToMs(allowance.endedAt);
  return {
    needs:
      (coupons.length > 0 ? KNOWS.coupon : 0) |
      (dates === null ? 0 : KNOWS.date) |
      (sinceOrder === null ? 0 : KNOWS.order) |
      (sinceCart === null ? 0 : KNOWS.cart),
    allowance,
    freeFrom: null,
    effect,
    ranges: ranges.map((range) => compileLimit(range, allowance.byItself)),
    tests: [
      ...sinceTest('lastOrder', sinceOrder, endedAt),
      ...sinceTest('cartStarted', sinceCart, endedAt),
      ...couponTest(coupons),
      ...datesTest(dates),
      ...(exceptCountries.length > 0 ? [{ kind: 'notIn', countries: new Set<string>(exceptCountries) } as const] : []),
      ...goodsTest(scope.goods),
    ],
    byItself: allowance.byItself,
    coversCharges,
    combinable,
  };
}

export function compileFreeFrom(freeFrom: FreeFrom): CompiledAllowance {
  const { measure, from, coversCharges, byItself } = freeFrom;
  return {
    needs: 0,
    allowance: null,
    freeFrom,
    effect: { kind: 'free' },
    ranges: [compileLimit({ measure, from }, byItself)],
    tests: [],
    byItself,
    coversCharges,
    combinable: false,
  };
}
