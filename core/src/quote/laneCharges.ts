import type { MeasureVector } from '../measures/measure.ts';
import { type RoundingRule, shareOf } from '../numbers/rounding.ts';
import type { Minor } from '../numbers/units.ts';
import type { GoodsSet } from '../rate-book/scope.ts';
import type { CompiledLane } from './compiledLane.ts';
import type { CompiledCharge } from './compiledRules.ts';
import { allHold } from './holds.ts';
import type { Standpoint } from './journey.ts';
import type { LedgerRow } from './quoteTypes.ts';
import type { Shipment } from './shipment.ts';

/** A base price, and what some goods alone are of it. */
export interface BasePrice {
  readonly whole: number;
  of(goods: GoodsSet): Minor;
}

function countedOf({ charge, index, unit, slack }: CompiledCharge, vector: MeasureVector): number {
  if (index === null) return 1;
  const measured = vector[index];
  return charge.amount.kind === 'startedWeight' ? Math.max(0, Math.ceil((measured - slack) / unit)) : measured;
}

/** What is counted, or the sum a percentage is taken of. */
function countOf(rule: CompiledCharge, shipment: Shipment, vector: MeasureVector, base: BasePrice, running: number): number {
  const { goods, charge } = rule;
  const { amount } = charge;
  if (amount.kind === 'packagingCost') return goods === null ? shipment.packagingCost : shipment.packagingCostOf(goods);
  if (amount.kind === 'percent' && amount.of === 'base') return goods === null ? base.whole : base.of(goods);
  if (amount.kind === 'percent' && amount.of === 'running') return running;
  return countedOf(rule, vector);
}

function amountOf({ charge }: CompiledCharge, count: number, rounding: RoundingRule): Minor {
  const { amount } = charge;
  if (amount.kind === 'packagingCost') return count;
  return amount.kind === 'percent' ? shareOf(count, amount.basisPoints, rounding) : amount.amount * count;
}

/** What a charge adds, into `rows` with how; 0 where it does not apply. */
function charged(rule: CompiledCharge, shipment: Shipment, base: BasePrice, running: number, lane: CompiledLane, rows: LedgerRow[] | null) {
  const vector = rule.goods === null ? shipment.vector : shipment.goods.vectorOf(rule.goods);
  if (vector === null) return 0;
  const counted = countOf(rule, shipment, vector, base, running);
  const raw = amountOf(rule, counted, lane.rule);
  const amount = Math.min(Math.max(raw, rule.floor), Math.max(rule.cap, rule.floor));
  if (rows !== null && amount !== 0) {
    const { id, name, amount: basis } = rule.charge;
    const held = amount > raw ? 'floor' : amount < raw ? 'cap' : null;
    rows.push({ code: 'charge', charge: id, name, basis, counted, amount, ...(held && { held }) });
  }
  return amount;
}

/** A base price with the charges of its lane, in the owner's order; minor units. */
export function withCharges(
  lane: CompiledLane,
  shipment: Shipment,
  standpoint: Standpoint,
  base: BasePrice,
  rows: LedgerRow[] | null,
): number {
  let running = base.whole;
  for (let at = 0; at < lane.charges.length; at += 1) {
    const rule = lane.charges[at] as CompiledCharge;
    if (!allHold(rule.tests, shipment)) continue;
    if (rule.oncePerOrder && standpoint?.journey.isBorneBefore(rule.charge, lane, standpoint.at)) continue;
    running += charged(rule, shipment, base, running, lane, rows);
  }
  return running;
}
