import type { Minor } from '../numbers/units.ts';
import type { Offer } from './quoteTypes.ts';

/** What carriage costs the shop, and what is left of the price without tax; minor units. Null while a cost is not known. */
export function marginOf(offer: Extract<Offer, { status: 'priced' }>): { readonly cost: Minor; readonly margin: number } | null {
  const { carriers, price, tax } = offer;
  if (!carriers || carriers.length === 0) return null;
  let cost = 0;
  for (const side of carriers) {
    if (side.kind !== 'rate') return null;
    cost += side.amount;
  }
  return { cost, margin: price - (tax?.amount ?? 0) - cost };
}
