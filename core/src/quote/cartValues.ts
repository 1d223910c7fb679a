import { splitByWeights } from '../money/splitByWeights.ts';
import { type RoundingRule, shareOf } from '../numbers/rounding.ts';
import type { Minor } from '../numbers/units.ts';
import type { CartLine, Discount } from './request.ts';

/** Value of each line before and after discounts, in minor units, in the order of the cart. */
export interface CartValues {
  readonly valuesBefore: readonly number[];
  readonly lineValues: readonly number[];
}

/** Money off a value, taken in order; never more than is left. */
export function discountOn(value: Minor, discounts: readonly Discount[], rule: RoundingRule): Minor {
  let left = value;
  for (const discount of discounts) {
    left -= Math.min(left, discount.kind === 'amount' ? discount.amount : shareOf(left, discount.basisPoints, rule));
  }
  return value - left;
}

/** The same values, each less its share of what discounts take off them all (largest remainder). */
export function lessDiscounts(values: readonly number[], discounts: readonly Discount[], rule: RoundingRule): readonly number[] {
  const total = values.reduce((sum, value) => sum + value, 0);
  const off = total === 0 ? 0 : discountOn(total, discounts, rule);
  if (off === 0) return values;
  const shares = splitByWeights(off, values);
  return values.map((value, at) => value - (shares[at] ?? 0));
}

/** Discounts are taken off every line by its share of the value, goods that are not delivered included: they carry their part. */
export function cartValues(lines: readonly CartLine[], discounts: readonly Discount[], rule: RoundingRule): CartValues {
  const valuesBefore = lines.map((line) => line.unitPrice * line.quantity);
  return { valuesBefore, lineValues: lessDiscounts(valuesBefore, discounts, rule) };
}
