import type { RateBook } from '../rate-book/rateBook.ts';
import { couponKey } from '../rate-book/scope.ts';
import type { Finding } from './finding.ts';

/** A cart an owner keeps to look at, as far as its coupons go. */
export interface TriedCart {
  readonly name: string;
  readonly cart: { readonly coupons?: readonly string[] | undefined };
}

/** Coupons that kept carts bring, and nothing in use asks for. */
export function couponFindings({ zones, allowances }: RateBook, trials: readonly TriedCart[]): Finding<'unusedCoupon'>[] {
  const asked = new Set(
    [
      ...zones.flatMap(({ lanes }) => Object.values(lanes).flatMap(({ conditions }) => conditions.coupons)),
      ...allowances.flatMap(({ inUse, coupons }) => (inUse ? coupons : [])),
    ].map(couponKey),
  );
  const unused = new Map<string, { coupon: string; trials: string[] }>();
  for (const { name, cart } of trials) {
    for (const coupon of cart.coupons ?? []) {
      const key = couponKey(coupon);
      if (asked.has(key)) continue;
      const held = unused.get(key) ?? { coupon, trials: [] };
      unused.set(key, { ...held, trials: [...held.trials, name] });
    }
  }
  return [...unused.values()].map((facts) => ({ code: 'unusedCoupon', severity: 'surprise', where: { zones: [] }, facts }));
}
