import { z } from 'zod';
import type { Minor } from '../numbers/units.ts';

/** How a price ends: as worked out, up to the next .99, or rounded to the nearest 0.05 or whole unit, halves up. */
export const Ending = z.enum(['none', 'up99', 'nearest05', 'nearestWhole']);
export type Ending = z.infer<typeof Ending>;

/**
 * A price in minor units with its ending. Nothing stays nothing, and no price becomes it: a small one goes up to the least that
 * ends so. What would pass `most` goes down to the next that ends so instead, and where there is none, stays as it is. A currency
 * without decimals has no cents to end on.
 * @param digits decimal places of the currency's minor unit
 * @param most what the price may not pass by its ending, such as a cap
 * @example withEnding(1234, 'up99', 2) // 1299
 * @example withEnding(400, 'up99', 2, 400) // 399
 */
export function withEnding(price: Minor, ending: Ending, digits: number, most = Number.POSITIVE_INFINITY): Minor {
  if (price === 0 || ending === 'none' || digits === 0) return price;
  const unit = 10 ** digits;
  const short = ending === 'up99' ? unit / 100 : 0;
  const step = ending === 'nearest05' ? unit / 20 : unit;
  const up = Math.ceil((price + short) / step) * step - short;
  const down = Math.floor((price + short) / step) * step - short;
  const wanted = ending === 'up99' || 2 * (price - down) >= step || down <= 0 ? up : down;
  if (wanted <= most) return wanted;
  return down > 0 ? down : price;
}
