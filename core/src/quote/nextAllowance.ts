import { measureIndex } from '../measures/measure.ts';
import type { CompiledLane } from './compiledLane.ts';
import { goodsToAdd } from './goodsToAdd.ts';
import { holds, readBy } from './holds.ts';
import { allowedBesidesRanges } from './laneAllowances.ts';
import type { RangeTest } from './laneTest.ts';
import type { MoreForFree } from './quoteTypes.ts';
import type { Shipment } from './shipment.ts';

/** How much more must be in the cart, before discounts, for a value of goods to reach the lower bound of a range. */
export function moreToReach({ measure, from, byItself }: RangeTest, shipment: Shipment): number | null {
  const { cart, consignment } = shipment;
  const value = readBy({ byItself }, shipment)[measureIndex(measure)];
  if (measure !== 'valueAfterDiscounts' || cart.cart.discounts.length === 0) return from - value;
  const { lines, discounts } = cart.cart;
  const mine = byItself ? new Set(consignment.lines) : null;
  const counts = (line: number) => {
    const held = lines[line];
    return mine ? mine.has(line) : held?.delivered === true && (held.to ?? 0) === consignment.to;
  };
  const rule = cart.compiled.book.shop.pricing.rounding;
  return goodsToAdd({ valuesBefore: cart.values.valuesBefore, discounts, rule, counts }, from);
}

/** The nearest value of goods from which delivery is free, charges and all. */
export function moreForFree(lane: CompiledLane, shipment: Shipment): MoreForFree | undefined {
  let nearest: MoreForFree | undefined;
  for (const rule of lane.allowances) {
    if (rule.effect.kind !== 'free' || !(rule.coversCharges || lane.charges.length === 0)) continue;
    const failing = rule.ranges.filter((range) => !holds(range, shipment));
    const [only] = failing;
    if (!only || failing.length > 1 || (only.measure !== 'valueBeforeDiscounts' && only.measure !== 'valueAfterDiscounts')) continue;
    const value = readBy(only, shipment)[only.index];
    if (value >= only.least || !allowedBesidesRanges(rule, shipment)) continue;
    const more = moreToReach(only, shipment);
    if (more !== null && (nearest === undefined || more < nearest.more)) nearest = { measure: only.measure, from: only.from, more };
  }
  return nearest;
}
