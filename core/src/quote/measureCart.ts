import { massToMicrograms } from '../measures/mass.ts';
import type { Measures } from '../measures/measure.ts';
import { shareOf } from '../money/rounding.ts';
import { splitByWeights } from '../money/splitByWeights.ts';
import type { Cart, Discount } from './request.ts';

export interface MeasuredCart {
  /** Of the goods to deliver. */
  readonly measures: Measures;
  /** Value of each line after discounts, in minor units, in the order of the cart. */
  readonly lineValues: readonly number[];
  /** Indices of delivered lines that have no weight. */
  readonly withoutWeight: readonly number[];
}

/** Money off a value, taken in order; never more than is left. */
function discountOn(value: number, discounts: readonly Discount[]): number {
  let left = value;
  for (const discount of discounts) {
    left -= Math.min(left, discount.kind === 'amount' ? discount.amount : shareOf(left, discount.basisPoints, 'halfUp'));
  }
  return value - left;
}

/**
 * Works out what tiers and limits read. Discounts are taken off every line of the cart by its share of the value
 * (largest remainder), goods that are not delivered included: they carry their part, and only the rest is measured.
 */
export function measureCart(cart: Cart): MeasuredCart {
  const before = cart.lines.map((line) => line.unitPrice * line.quantity);
  const total = before.reduce((sum, value) => sum + value, 0);
  const off = total === 0 ? [] : splitByWeights(discountOn(total, cart.discounts), before);
  const lineValues = before.map((value, at) => value - (off[at] ?? 0));
  const measures = { itemsWeight: 0, valueBeforeDiscounts: 0, valueAfterDiscounts: 0, itemCount: 0 };
  const withoutWeight: number[] = [];
  cart.lines.forEach((line, at) => {
    if (!line.delivered) return;
    if (line.weight === undefined) withoutWeight.push(at);
    else measures.itemsWeight += massToMicrograms(line.weight) * line.quantity;
    measures.valueBeforeDiscounts += before[at] ?? 0;
    measures.valueAfterDiscounts += lineValues[at] ?? 0;
    measures.itemCount += line.quantity;
  });
  return { measures, lineValues, withoutWeight };
}
