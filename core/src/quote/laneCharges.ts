import type { MeasureVector } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import { type RoundingRule, shareOf } from '../numbers/rounding.ts';
import { holdsGroup } from '../rate-book/scope.ts';
import type { CompiledLane } from './compiledLane.ts';
import { type CompiledCharge, onDate } from './compiledRules.ts';
import type { LedgerRow } from './quoteTypes.ts';
import type { Shipment } from './shipment.ts';

interface Charged {
  readonly amount: number;
  readonly counted: number;
  /** Raised to the least or lowered to the greatest the charge may be. */
  readonly held: 'floor' | 'cap' | null;
}

function countOf({ charge, index, unit, slack }: CompiledCharge, vector: MeasureVector, base: number, running: number): number {
  const { amount } = charge;
  if (amount.kind === 'percent' && index === -1) return amount.of === 'base' ? base : running;
  if (index === -1) return 1;
  const measured = vector[index] as number;
  return amount.kind === 'startedWeight' ? Math.max(0, Math.ceil((measured - slack) / unit)) : measured;
}

/** What a charge adds, or null where it does not apply. */
function chargeOf(rule: CompiledCharge, shipment: Shipment, base: number, running: number, rounding: RoundingRule): Charged | null {
  const { amount, scope, dates } = rule.charge;
  if (!onDate(dates, shipment.occasion)) return null;
  if (amount.kind === 'fixed' && amount.per === 'order' && !shipment.first) return null;
  const { goods } = scope;
  const holds = (group: Id | null) => holdsGroup(goods, group);
  const vector = goods === null ? shipment.vector : shipment.ofGroups(holds);
  if (vector === null) return null;
  const packaging = () => (goods === null ? shipment.packagingCost : shipment.packagingCostOf(holds));
  const count = amount.kind === 'packagingCost' ? packaging() : countOf(rule, vector, base, running);
  const raw =
    amount.kind === 'packagingCost'
      ? count
      : amount.kind === 'percent'
        ? shareOf(count, amount.basisPoints, rounding)
        : amount.amount * count;
  if (raw < rule.floor) return { amount: rule.floor, counted: count, held: 'floor' };
  return raw > rule.cap ? { amount: rule.cap, counted: count, held: 'cap' } : { amount: raw, counted: count, held: null };
}

/** A base price with the charges of its lane, in the owner's order; minor units. */
export function withCharges(lane: CompiledLane, shipment: Shipment, base: number, rows: LedgerRow[] | null): number {
  let running = base;
  for (let at = 0; at < lane.charges.length; at += 1) {
    const rule = lane.charges[at] as CompiledCharge;
    const charged = chargeOf(rule, shipment, base, running, lane.rule);
    if (charged === null) continue;
    running += charged.amount;
    if (rows === null || charged.amount === 0) continue;
    const { id, name, amount: basis } = rule.charge;
    const { amount, counted, held } = charged;
    rows.push({ code: 'charge', charge: id, name, basis, counted, amount, ...(held && { held }) });
  }
  return running;
}
