import type { Minor } from '../numbers/units.ts';
import type { Offer } from './quoteTypes.ts';

export interface Margin {
  /** What carriage and packaging cost the shop, in minor units. */
  readonly carriage: Minor;
  readonly packaging: Minor;
  /** What is left of the price without tax. */
  readonly margin: number;
}

/** What an offer costs the shop and leaves it. Null while a cost is not known. */
export function marginOf(offer: Extract<Offer, { status: 'priced' }>): Margin | null {
  const { carriers, price, tax, packaging = 0 } = offer;
  if (!carriers || carriers.length === 0) return null;
  let carriage = 0;
  for (const side of carriers) {
    if (side.kind !== 'rate') return null;
    carriage += side.amount;
  }
  return { carriage, packaging, margin: price - (tax?.amount ?? 0) - carriage - packaging };
}
