import type { RoundingRule } from '../numbers/rounding.ts';
import type { CartInput } from '../quote/cartInput.ts';
import { discountOn } from '../quote/cartValues.ts';
import type { CartLine } from '../quote/request.ts';
import type { Instant } from '../time/calendar.ts';

/** An order that travels in one piece. */
export interface WholeOrder {
  readonly cart: Pick<CartInput, 'destination' | 'discounts' | 'coupons'>;
  /** Its goods as they were sold. */
  readonly goods: readonly CartLine[];
}

/**
 * The cart one buyer would have had who ordered all of it at once, at the address of the first and when that was placed. What
 * each order had off its goods stays off, as an amount.
 * @returns a cart of described goods; null of no orders at all
 */
export function asOneOrder(orders: readonly WholeOrder[], moment: Instant, rule: RoundingRule): CartInput | null {
  const [first] = orders;
  if (!first) return null;
  const off = orders.map(({ cart: { discounts }, goods }) =>
    discountOn(
      goods.reduce((sum, { unitPrice, quantity }) => sum + unitPrice * quantity, 0),
      discounts,
      rule,
    ),
  );
  const coupons = [...new Set(orders.flatMap(({ cart }) => cart.coupons ?? []))];
  return {
    // All of it goes to the one address.
    lines: orders.flatMap(({ goods }) => goods.map(({ to: _to, ...line }) => line)),
    discounts: off.filter((amount) => amount > 0).map((amount) => ({ kind: 'amount' as const, amount })),
    destination: first.cart.destination,
    ...(coupons.length > 0 && { coupons }),
    moment,
  };
}

/**
 * Where an amount is given back: of the last price first, of each at most what it was.
 * @param prices what each paid, in minor units
 * @param amount what is given back in all, in minor units
 * @returns so much of each, in the order of `prices`
 */
export function givenBackOf(prices: readonly number[], amount: number): number[] {
  let left = Math.max(0, amount);
  return prices
    .toReversed()
    .map((price) => {
      const back = Math.min(price, left);
      left -= back;
      return back;
    })
    .toReversed();
}
