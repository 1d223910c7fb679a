import { isProductLine } from '@ostrakon/core';
import { useBench } from '../../bench/BenchProvider.tsx';

/** The cart of the bench as a checkout would send it. */
export function useCheckoutCart() {
  const { state } = useBench();
  // When the buyer ordered last is for the shop's own server to say.
  const { lastOrderAt: _told, discounts, ...cart } = state.cart;
  const body = { ...cart, ...(discounts.length > 0 && { discounts }) };
  return { body, notSold: cart.lines.some((line) => !isProductLine(line)) };
}
