import { boundInBase } from '../measures/bound.ts';
import type { Measure, MeasureVector } from '../measures/measure.ts';
import { measureIndex, slackOf } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import type { Allowance, Effect } from '../rate-book/allowance.ts';
import type { Charge } from '../rate-book/charge.ts';
import type { FreeFrom } from '../rate-book/lane.ts';
import type { Limit } from '../rate-book/limits.ts';
import { couponKey, type GoodsSet, holdsGroup } from '../rate-book/scope.ts';
import { type DateWindow, instantToMs, inWindow } from '../time/calendar.ts';
import type { Occasion } from './occasion.ts';
import type { Shipment } from './shipment.ts';

/** Bounds in base units, widened by the slack of the measure, both inclusive. */
export interface CompiledLimit {
  readonly measure: Measure;
  readonly index: number;
  readonly least: number;
  readonly most: number;
  /** The bounds as entered, in base units; infinite where open. */
  readonly from: number;
  readonly upTo: number;
}

export function compileLimit({ measure, from: low, upTo: high }: Limit): CompiledLimit {
  const slack = slackOf(measure);
  const base = (bound: string | number | undefined, open: number) => (bound === undefined ? open : boundInBase(measure, bound));
  const from = base(low, -Infinity);
  const upTo = base(high, Infinity);
  return { measure, index: measureIndex(measure), from, upTo, least: from - slack, most: upTo + slack };
}

export function withinLimits(limits: readonly CompiledLimit[], vector: MeasureVector): boolean {
  for (let at = 0; at < limits.length; at += 1) {
    const limit = limits[at] as CompiledLimit;
    const value = vector[limit.index] as number;
    if (value < limit.least || value > limit.most) return false;
  }
  return true;
}

export function couponsOf(codes: readonly string[]): ReadonlySet<string> | null {
  return codes.length === 0 ? null : new Set(codes.map(couponKey));
}

export function hasCoupon(wanted: ReadonlySet<string> | null, { coupons }: Occasion): boolean {
  if (wanted === null) return true;
  if (coupons.size === 0) return false;
  for (const code of coupons) if (wanted.has(code)) return true;
  return false;
}

export function onDate(dates: DateWindow | null, { date }: Occasion): boolean {
  return dates === null || (date !== null && inWindow(dates, date));
}

/** The groups of a consignment that a set of goods does not hold. */
export function groupsOutside(goods: GoodsSet | null, shipment: Shipment): (Id | null)[] {
  return goods === null ? [] : shipment.consignment.groups.filter((group) => !holdsGroup(goods, group));
}

function onlyGoods(goods: GoodsSet | null, { consignment }: Shipment): boolean {
  return goods === null || consignment.groups.every((group) => holdsGroup(goods, group));
}

export interface CompiledCharge {
  readonly charge: Charge;
  readonly index: number;
  readonly unit: number;
  readonly slack: number;
  readonly floor: number;
  readonly cap: number;
}

const COUNTED = { order: null, consignment: null, parcel: 'parcels', item: 'itemCount' } as const;

export function compileCharge(charge: Charge): CompiledCharge {
  const { amount } = charge;
  const measure: Measure | null =
    amount.kind === 'fixed'
      ? COUNTED[amount.per]
      : amount.kind === 'startedWeight'
        ? amount.measure
        : amount.kind === 'percent' && amount.of !== 'base' && amount.of !== 'running'
          ? amount.of
          : null;
  return {
    charge,
    index: measure === null ? -1 : measureIndex(measure),
    unit: amount.kind === 'startedWeight' ? boundInBase(amount.measure, amount.unit) : 1,
    slack: measure === null ? 0 : slackOf(measure),
    floor: charge.floor ?? 0,
    cap: charge.cap ?? Infinity,
  };
}

/** What an allowance must know of the occasion, as bits: most carts know little, so most allowances are passed over at once. */
export const KNOWS = { coupon: 1, date: 2, order: 4, cart: 8 } as const;

/** An allowance of the book, or the lane's own "free from". */
export interface CompiledAllowance {
  /** Bits of `KNOWS`. */
  readonly needs: number;
  readonly allowance: Allowance | null;
  readonly freeFrom: FreeFrom | null;
  readonly effect: Effect;
  readonly limits: readonly CompiledLimit[];
  readonly coupons: ReadonlySet<string> | null;
  readonly sinceOrder: number | null;
  readonly sinceCart: number | null;
  readonly endedAt: number;
  readonly dates: DateWindow | null;
  readonly goods: GoodsSet | null;
  readonly exceptCountries: ReadonlySet<string> | null;
  readonly coversCharges: boolean;
  readonly combinable: boolean;
}

const HOUR = 3_600_000;

export function compileAllowance(allowance: Allowance): CompiledAllowance {
  const { effect, ranges, coupons, sinceOrder, sinceCart, endedAt, dates, scope, coversCharges, combinable } = allowance;
  const needs =
    (coupons.length > 0 ? KNOWS.coupon : 0) |
    (dates === null ? 0 : KNOWS.date) |
    (sinceOrder === null ? 0 : KNOWS.order) |
    (sinceCart === null ? 0 : KNOWS.cart);
  return {
    needs,
    allowance,
    freeFrom: null,
    effect,
    limits: ranges.map(compileLimit),
    coupons: couponsOf(coupons),
    sinceOrder: sinceOrder === null ? null : sinceOrder * HOUR,
    sinceCart: sinceCart === null ? null : sinceCart * HOUR,
    endedAt: endedAt === null ? -Infinity : instantToMs(endedAt),
    dates,
    goods: scope.goods,
    exceptCountries: allowance.exceptCountries.length === 0 ? null : new Set(allowance.exceptCountries),
    coversCharges,
    combinable,
  };
}

export function compileFreeFrom(freeFrom: FreeFrom): CompiledAllowance {
  return {
    needs: 0,
    allowance: null,
    freeFrom,
    effect: { kind: 'free' },
    limits: [compileLimit({ measure: freeFrom.measure, from: freeFrom.from })],
    coupons: null,
    sinceOrder: null,
    sinceCart: null,
    endedAt: -Infinity,
    dates: null,
    goods: null,
    exceptCountries: null,
    coversCharges: freeFrom.coversCharges,
    combinable: false,
  };
}

/** Whether a window of hours that began at `since` still runs at `moment`. */
function runs(hours: number | null, since: number | null, moment: number | null, endedAt: number): boolean {
  if (hours === null) return true;
  if (since === null || moment === null || since <= endedAt) return false;
  return moment >= since && moment - since <= hours;
}

/** Every test but the ranges of measures. */
export function allowedBesidesRanges(rule: CompiledAllowance, shipment: Shipment): boolean {
  const { occasion } = shipment;
  return (
    runs(rule.sinceOrder, occasion.lastOrder, occasion.moment, rule.endedAt) &&
    runs(rule.sinceCart, occasion.cartStarted, occasion.moment, rule.endedAt) &&
    hasCoupon(rule.coupons, occasion) &&
    onDate(rule.dates, occasion) &&
    (rule.exceptCountries === null || !rule.exceptCountries.has(shipment.country)) &&
    onlyGoods(rule.goods, shipment)
  );
}

export function allowed(rule: CompiledAllowance, shipment: Shipment): boolean {
  return withinLimits(rule.limits, shipment.vector) && allowedBesidesRanges(rule, shipment);
}
