import { z } from 'zod';
import { BasisPoints } from '../measures/percent.ts';
import { Minor } from '../money/money.ts';
import { Id, Name } from '../names/naming.ts';
import { CountryCode } from '../places/countries.ts';
import { DateWindow, Instant } from '../time/calendar.ts';
import { Limits } from './limits.ts';
import { Coupon, EVERYWHERE, Scope } from './scope.ts';

export const Effect = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('free') }),
  z.strictObject({ kind: z.literal('amountOff'), amount: Minor }),
  z.strictObject({ kind: z.literal('percentOff'), basisPoints: BasisPoints }),
  z.strictObject({ kind: z.literal('atMost'), amount: Minor }),
]);
export type Effect = z.infer<typeof Effect>;

/** At most a year. */
const Hours = z.int('Write whole hours').min(1, 'At least one hour').max(8784, 'At most 8784 hours, a year');

/**
 * A rule that takes delivery money off. Every test that is set must hold, read on the consignment, except that goods value is
 * that of all goods which go to its address, and an amount off is given once an order; unless it reads each consignment by
 * itself. With a set of goods in its scope it holds only for consignments of such goods alone.
 */
export const Allowance = z.strictObject({
  id: Id,
  name: Name,
  effect: Effect,
  /** Ranges of measures, such as goods from 120.00. */
  ranges: Limits.refine((ranges) => !ranges.some((range) => 'byItself' in range), 'The allowance itself says what it reads'),
  /** Reads each consignment by itself. */
  byItself: z.boolean(),
  /** Any one of these; none asks for no coupon. */
  coupons: z.array(Coupon).max(200, 'At most 200 coupons'),
  /** At most so many hours after the buyer's last order. */
  sinceOrder: Hours.nullable(),
  /** At most so many hours after the cart was started. */
  sinceCart: Hours.nullable(),
  /** Windows of hours that began before this moment have ended for everyone. */
  endedAt: Instant.nullable(),
  dates: DateWindow.nullable(),
  scope: Scope,
  /** Countries where it does not hold. */
  exceptCountries: z.array(CountryCode),
  /** Takes off charges as well as the base price. */
  coversCharges: z.boolean(),
  /** Adds up with others so marked; otherwise the best one alone holds. */
  combinable: z.boolean(),
  inUse: z.boolean(),
});
export type Allowance = z.infer<typeof Allowance>;

/** An allowance without a test, for every price, charges included. */
export function plainAllowance(id: Id, name: string, effect: Effect): Allowance {
  return {
    id,
    name,
    effect,
    ranges: [],
    byItself: false,
    coupons: [],
    sinceOrder: null,
    sinceCart: null,
    endedAt: null,
    dates: null,
    scope: EVERYWHERE,
    exceptCountries: [],
    coversCharges: true,
    combinable: false,
    inUse: true,
  };
}
