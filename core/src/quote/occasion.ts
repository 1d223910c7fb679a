import { couponKey } from '../rate-book/scope.ts';
import { dayAt, instantToMs, type Weekday } from '../time/calendar.ts';
import { KNOWS } from './compiledRules.ts';
import type { QuoteRequest } from './request.ts';

/** Who buys and when, ready to be tested. Times in milliseconds since 1970; null where not known. */
export interface Occasion {
  readonly coupons: ReadonlySet<string>;
  readonly moment: number | null;
  /** The shop's plain date and weekday at the moment. */
  readonly date: string | null;
  readonly weekday: Weekday | null;
  readonly lastOrder: number | null;
  readonly cartStarted: number | null;
  /** What of all this is known, as bits of `KNOWS`. */
  readonly known: number;
}

/** What is known of who buys and when, at the shop's own clock. */
export function occasionOf(request: QuoteRequest, timeZone: string): Occasion {
  const at = (instant: string | undefined) => (instant === undefined ? null : instantToMs(instant));
  const moment = at(request.moment);
  const day = moment === null ? { date: null, weekday: null } : dayAt(moment, timeZone);
  const coupons = new Set((request.coupons ?? []).map(couponKey));
  const [lastOrder, cartStarted] = [at(request.lastOrderAt), at(request.cartStartedAt)];
  const known =
    (coupons.size > 0 ? KNOWS.coupon : 0) |
    (moment === null ? 0 : KNOWS.date) |
    (lastOrder === null ? 0 : KNOWS.order) |
    (cartStarted === null ? 0 : KNOWS.cart);
  return { coupons, moment, ...day, lastOrder, cartStarted, known };
}
