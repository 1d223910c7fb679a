import type { RoundingRule } from '../numbers/rounding.ts';
import { shareOf } from '../numbers/rounding.ts';
import type { Minor } from '../numbers/units.ts';
import { discountOn, lessDiscounts } from './cartValues.ts';
import type { Discount } from './request.ts';

/** The values of a cart's lines, its discounts, and the lines that count towards a threshold. */
export interface CountedGoods {
  readonly valuesBefore: readonly number[];
  readonly discounts: readonly Discount[];
  readonly rule: RoundingRule;
  readonly counts: (line: number) => boolean;
}

/** What the counted lines are worth after discounts with goods of so much more among them. */
function valueWith({ valuesBefore, discounts, rule, counts }: CountedGoods, more: Minor): Minor {
  const values = [...valuesBefore, more];
  if (valuesBefore.every((_value, line) => counts(line))) {
    const total = values.reduce((sum, value) => sum + value, 0);
    return total - discountOn(total, discounts, rule);
  }
  const left = lessDiscounts(values, discounts, rule);
  return left.reduce((sum, value, line) => (line === values.length - 1 || counts(line) ? sum + value : sum), 0);
}

const SCALE = 10_000_000;
/** No cart is worth more: see `GREATEST_AMOUNT`. */
const MOST = 100_000_000_000_000;

/**
 * What a buyer must add to the cart, before discounts, for the counted goods to reach a value after them: with it the
 * value is reached, with one minor unit less it is not.
 * @returns minor units, or null where no amount reaches it
 */
export function goodsToAdd(goods: CountedGoods, threshold: Minor): Minor | null {
  const reaches = (more: Minor) => valueWith(goods, more) >= threshold;
  const missing = threshold - valueWith(goods, 0);
  if (missing <= 0) return 0;
  if (goods.discounts.length === 0) return missing;
  // What is kept of each further unit says about where to look; the exact step is found between two bounds.
  const kept = goods.discounts.reduce(
    (left, one) => (one.kind === 'percent' ? left - shareOf(left, one.basisPoints, 'halfUp') : left),
    SCALE,
  );
  if (kept <= 0) return null;
  let below = 0;
  let above = Math.ceil((missing * SCALE) / kept);
  for (let stride = 4; !reaches(above); stride *= 4) {
    below = above;
    above += stride;
    if (above > MOST) return null;
  }
  for (let stride = 4; below === 0 && above - stride > 0; stride *= 4) {
    if (reaches(above - stride)) above -= stride;
    else below = above - stride;
  }
  while (above - below > 1) {
    const middle = Math.floor((below + above) / 2);
    if (reaches(middle)) above = middle;
    else below = middle;
  }
  return above;
}
