import { z } from 'zod';

/** How a price ends: as worked out, up to the next .99, or rounded to the nearest 0.05 or whole unit, halves up. */
export const Ending = z.enum(['none', 'up99', 'nearest05', 'nearestWhole']);
export type Ending = z.infer<typeof Ending>;

/**
 * A price in minor units with its ending; nothing stays nothing. A currency without decimals has no cents to end on.
 * @param digits decimal places of the currency's minor unit
 * @example withEnding(1234, 'up99', 2) // 1299
 */
export function withEnding(price: number, ending: Ending, digits: number): number {
  if (price === 0 || ending === 'none' || digits === 0) return price;
  const unit = 10 ** digits;
  if (ending === 'up99') {
    const short = unit / 100;
    return Math.ceil((price + short) / unit) * unit - short;
  }
  const step = ending === 'nearest05' ? unit / 20 : unit;
  return Math.floor((2 * price + step) / (2 * step)) * step;
}
