import { type RoundingRule, shareOf } from '../numbers/rounding.ts';
import type { Effect } from '../rate-book/allowance.ts';
import type { CompiledLane } from './compiledLane.ts';
import { allowed, type CompiledAllowance } from './compiledRules.ts';
import type { LedgerRow } from './quoteTypes.ts';
import type { Shipment } from './shipment.ts';

const NONE: readonly CompiledAllowance[] = [];

/** What an effect leaves of an amount. */
function leftBy(effect: Effect, amount: number, rounding: RoundingRule): number {
  switch (effect.kind) {
    case 'free':
      return 0;
    case 'amountOff':
      return Math.max(0, amount - effect.amount);
    case 'percentOff':
      return amount - shareOf(amount, effect.basisPoints, rounding);
    case 'atMost':
      return Math.min(amount, effect.amount);
  }
}

/** Price parted into what every allowance covers and what only those that cover charges do. */
interface Standing {
  readonly base: number;
  readonly charges: number;
}

function allow({ effect, coversCharges }: CompiledAllowance, { base, charges }: Standing, rounding: RoundingRule): Standing {
  if (!coversCharges) return { base: leftBy(effect, base, rounding), charges };
  const left = leftBy(effect, base + charges, rounding);
  // The base price gives way first.
  return { base: Math.max(0, left - charges), charges: Math.min(charges, left) };
}

function allowanceRow(rule: CompiledAllowance, shipment: Shipment, amount: number): LedgerRow {
  const { freeFrom, allowance, effect } = rule;
  if (freeFrom) {
    const { measure, from } = freeFrom;
    return { code: 'freeFrom', measure, measured: shipment.consignment.measures[measure], from, amount };
  }
  return { code: 'allowance', allowance: allowance?.id ?? '', name: allowance?.name ?? '', effect, amount };
}

const sumOf = ({ base, charges }: Standing) => base + charges;

/** The best single allowance, or all combinable ones in the owner's order, whichever leaves the buyer less to pay. */
function chosenAllowances(lane: CompiledLane, shipment: Shipment, standing: Standing): readonly CompiledAllowance[] {
  let best = sumOf(standing);
  let chosen: readonly CompiledAllowance[] = NONE;
  let combined = standing;
  let together: CompiledAllowance[] | null = null;
  for (let at = 0; at < lane.allowances.length; at += 1) {
    const rule = lane.allowances[at] as CompiledAllowance;
    if ((rule.needs & ~shipment.occasion.known) !== 0 || !allowed(rule, shipment)) continue;
    if (rule.combinable) {
      combined = allow(rule, combined, lane.rule);
      together = together === null ? [rule] : [...together, rule];
      continue;
    }
    const left = sumOf(allow(rule, standing, lane.rule));
    if (left >= best) continue;
    best = left;
    chosen = [rule];
  }
  return together !== null && sumOf(combined) < best ? together : chosen;
}

/** The least of what the allowances that hold for a cart say it never pays more than, whichever of them is chosen. */
export function neverMoreThan(lane: CompiledLane, shipment: Shipment, charges: number): number {
  let most = Number.POSITIVE_INFINITY;
  for (const rule of lane.allowances) {
    if (rule.effect.kind !== 'atMost' || (rule.needs & ~shipment.occasion.known) !== 0 || !allowed(rule, shipment)) continue;
    most = Math.min(most, rule.effect.amount + (rule.coversCharges ? 0 : charges));
  }
  return most;
}

/** What the allowances that apply leave of a price; minor units. */
export function withAllowances(lane: CompiledLane, shipment: Shipment, standing: Standing, rows: LedgerRow[] | null): number {
  let held = standing;
  for (const rule of chosenAllowances(lane, shipment, standing)) {
    const left = allow(rule, held, lane.rule);
    const amount = sumOf(left) - sumOf(held);
    if (amount < 0) rows?.push(allowanceRow(rule, shipment, amount));
    held = left;
  }
  return sumOf(held);
}
