import { couponKey } from '../rate-book/scope.ts';
import { instantToMs, type Weekday } from '../time/calendar.ts';
import { fromDay, weekdayOf } from '../time/plainDate.ts';
import { localAt } from '../time/timeZone.ts';
import type { QuoteRequest } from './request.ts';

/** What is known of an occasion, as bits. */
export const KNOWS = { coupon: 1, date: 2, order: 4, cart: 8 } as const;

/** Who buys and when, ready to be tested. Times in milliseconds since 1970; null where not known. */
export interface Occasion {
  readonly coupons: ReadonlySet<string>;
  readonly moment: number | null;
  /** The shop's plain date and weekday at the moment. */
  readonly date: string | null;
  readonly weekday: Weekday | null;
  readonly lastOrder: number | null;
  readonly cartStarted: number | null;
  /** Bits of `KNOWS`. */
  readonly known: number;
}

const NO_COUPONS: ReadonlySet<string> = new Set();

/** What is known of who buys and when, at the shop's own clock. */
export function occasionOf(request: QuoteRequest, timeZone: string): Occasion {
  const at = (instant: string | undefined) => (instant === undefined ? null : instantToMs(instant));
  const moment = at(request.moment);
  const day = moment === null ? null : localAt(moment, timeZone).day;
  const coupons = request.coupons === undefined ? NO_COUPONS : new Set(request.coupons.map(couponKey));
  const [lastOrder, cartStarted] = [at(request.lastOrderAt), at(request.cartStartedAt)];
  const known =
    (coupons.size > 0 ? KNOWS.coupon : 0) |
    (moment === null ? 0 : KNOWS.date) |
    (lastOrder === null ? 0 : KNOWS.order) |
    (cartStarted === null ? 0 : KNOWS.cart);
  return {
    coupons,
    moment,
    date: day === null ? null : fromDay(day),
    weekday: day === null ? null : weekdayOf(day),
    lastOrder,
    cartStarted,
    known,
  };
}
