import { boundInBase } from '../measures/bound.ts';
import { type Measure, type MeasureIndex, measureIndex, slackOf } from '../measures/measure.ts';
import type { PlaceIndex } from '../places/placeIndex.ts';
import type { Limit } from '../rate-book/limits.ts';
import { couponKey, type GoodsSet } from '../rate-book/scope.ts';
import type { DateWindow, Weekday } from '../time/calendar.ts';

/** A range of a measure. Bounds in base units, widened by the slack of the measure, both inclusive. */
export interface RangeTest {
  readonly kind: 'range';
  readonly measure: Measure;
  readonly index: MeasureIndex;
  readonly least: number;
  readonly most: number;
  /** The bounds as entered, in base units; infinite where open. */
  readonly from: number;
  readonly upTo: number;
  /** Read on each consignment by itself; else on the goods value of all that goes to one address. */
  readonly byItself: boolean;
}

/** A window of hours after something of the buyer's. */
export interface SinceTest {
  readonly kind: 'since';
  readonly what: 'lastOrder' | 'cartStarted';
  /** Milliseconds. */
  readonly most: number;
  /** Windows that began up to this moment have ended. */
  readonly endedAt: number;
}

/** Something that must hold of a consignment, as data. */
export type LaneTest =
  | RangeTest
  | SinceTest
  | { readonly kind: 'goods'; readonly goods: GoodsSet }
  | { readonly kind: 'coupon'; readonly coupons: ReadonlySet<string> }
  | { readonly kind: 'dates'; readonly dates: DateWindow }
  | { readonly kind: 'weekdays'; readonly weekdays: readonly Weekday[] }
  /** Within the area of a round. */
  | { readonly kind: 'area'; readonly area: PlaceIndex }
  | { readonly kind: 'notIn'; readonly countries: ReadonlySet<string> };

export function compileLimit({ measure, from: low, upTo: high }: Limit, byItself: boolean): RangeTest {
  const slack = slackOf(measure);
  const base = (bound: string | number | undefined, open: number) => (bound === undefined ? open : boundInBase(measure, bound));
  const from = base(low, -Infinity);
  const upTo = base(high, Infinity);
  return { kind: 'range', measure, index: measureIndex(measure), from, upTo, least: from - slack, most: upTo + slack, byItself };
}

export const goodsTest = (goods: GoodsSet | null): LaneTest[] => (goods === null ? [] : [{ kind: 'goods', goods }]);

export const couponTest = (codes: readonly string[]): LaneTest[] =>
  codes.length === 0 ? [] : [{ kind: 'coupon', coupons: new Set(codes.map(couponKey)) }];

export const datesTest = (dates: DateWindow | null): LaneTest[] => (dates === null ? [] : [{ kind: 'dates', dates }]);

const HOUR = 3_600_000;

export const sinceTest = (what: SinceTest['what'], hours: number | null, endedAt: number): LaneTest[] =>
  hours === null ? [] : [{ kind: 'since', what, most: hours * HOUR, endedAt }];
