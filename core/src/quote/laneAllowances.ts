import { measureIndex } from '../measures/measure.ts';
import { splitByWeights } from '../money/splitByWeights.ts';
import { type RoundingRule, shareOf } from '../numbers/rounding.ts';
import type { Minor } from '../numbers/units.ts';
import type { Effect } from '../rate-book/allowance.ts';
import type { CompiledLane } from './compiledLane.ts';
import type { CompiledAllowance } from './compiledRules.ts';
import { allHold, readBy } from './holds.ts';
import type { Standpoint } from './journey.ts';
import type { LedgerRow } from './quoteTypes.ts';
import type { Shipment } from './shipment.ts';
import type { Standing } from './standing.ts';

const NONE: readonly CompiledAllowance[] = [];

/** A consignment at a lane, its place in the order, and how its price stands before allowances. */
export interface Allowing {
  readonly lane: CompiledLane;
  readonly shipment: Shipment;
  readonly standpoint: Standpoint;
  /** The price of a lane before allowances, or null where it has none. */
  standingAt(lane: CompiledLane, shipment: Shipment, standpoint: Standpoint): Standing | null;
}

/** What an effect leaves of an amount. */
function leftBy(effect: Effect, amount: Minor, rounding: RoundingRule): Minor {
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

/** Every test but the ranges of measures. */
export function allowedBesidesRanges({ needs, tests }: CompiledAllowance, shipment: Shipment): boolean {
  return (needs & ~shipment.occasion.known) === 0 && allHold(tests, shipment);
}

function allowed(rule: CompiledAllowance, shipment: Shipment): boolean {
  return (rule.needs & ~shipment.occasion.known) === 0 && allHold(rule.ranges, shipment) && allHold(rule.tests, shipment);
}

const coveredOf = ({ coversCharges }: CompiledAllowance, { base, charges }: Standing) => (coversCharges ? base + charges : base);

/**
 * Shares of an amount that is given once an order, over the consignments it holds for: by what they cost, or, where the
 * service does not take them all, by what is in them, so that the parts never come to more than the whole.
 */
function sharesOf(rule: CompiledAllowance, amount: Minor, { lane, standpoint, standingAt }: Allowing): readonly number[] {
  const journey = standpoint?.journey;
  if (!journey) return [amount];
  const held = journey.legs.map((_leg, at) => {
    const leg = journey.leg(at, lane);
    const there = leg?.lane.allowances.find((one) => one.allowance === rule.allowance);
    return leg && there && allowed(there, leg.shipment) ? leg : null;
  });
  const standings = journey.standings(lane, () =>
    journey.legs.map((_leg, at) => {
      const leg = journey.leg(at, lane);
      return leg && standingAt(leg.lane, leg.shipment, { journey, at });
    }),
  );
  const missing = held.some((leg, at) => leg !== null && standings[at] === null);
  const costs = standings.map((standing, at) => (standing && held[at] ? coveredOf(rule, standing) : 0));
  const contents = held.map((leg) => leg?.shipment.consignment.measures.valueAfterDiscounts ?? 0);
  const counts = held.map((leg) => leg?.shipment.consignment.measures.itemCount ?? 0);
  const weights = [...(missing ? [] : [costs]), contents, counts].find((list) => list.some((weight) => weight > 0));
  return weights ? splitByWeights(amount, weights) : held.map(() => 0);
}

/** An effect as it holds for one consignment of several. */
function effectOn(rule: CompiledAllowance, allowing: Allowing): Effect {
  const { effect, allowance, byItself } = rule;
  const { standpoint, lane } = allowing;
  if (effect.kind !== 'amountOff' || standpoint === null || allowance === null || byItself) return effect;
  const shares = standpoint.journey.sharesOf(allowance, lane, () => sharesOf(rule, effect.amount, allowing));
  return { ...effect, amount: shares[standpoint.at] ?? 0 };
}

function allow(rule: CompiledAllowance, { base, charges }: Standing, allowing: Allowing): Standing {
  const rounding = allowing.lane.rule;
  const effect = effectOn(rule, allowing);
  if (!rule.coversCharges) return { base: leftBy(effect, base, rounding), charges };
  const left = leftBy(effect, base + charges, rounding);
  // The base price gives way first.
  return { base: Math.max(0, left - charges), charges: Math.min(charges, left) };
}

function allowanceRow(rule: CompiledAllowance, shipment: Shipment, amount: Minor): LedgerRow {
  const { freeFrom, allowance, effect } = rule;
  if (freeFrom) {
    const { measure, from } = freeFrom;
    const measured = readBy(rule, shipment)[measureIndex(measure)];
    return { code: 'freeFrom', measure, measured, from, amount };
  }
  return { code: 'allowance', allowance: allowance?.id ?? '', name: allowance?.name ?? '', effect, amount };
}

const sumOf = ({ base, charges }: Standing) => base + charges;

/** The best single allowance, or all combinable ones in the owner's order, whichever leaves the buyer less to pay. */
function chosenAllowances(allowing: Allowing, standing: Standing): readonly CompiledAllowance[] {
  const { lane, shipment } = allowing;
  let best = sumOf(standing);
  let chosen: readonly CompiledAllowance[] = NONE;
  let combined = standing;
  let together: CompiledAllowance[] | null = null;
  for (let at = 0; at < lane.allowances.length; at += 1) {
    const rule = lane.allowances[at] as CompiledAllowance;
    if (!allowed(rule, shipment)) continue;
    if (rule.combinable) {
      combined = allow(rule, combined, allowing);
      together = together === null ? [rule] : [...together, rule];
      continue;
    }
    const left = sumOf(allow(rule, standing, allowing));
    if (left >= best) continue;
    best = left;
    chosen = [rule];
  }
  return together !== null && sumOf(combined) < best ? together : chosen;
}

/** The least of what the allowances that hold for a cart say it never pays more than, whichever of them is chosen. */
export function neverMoreThan(lane: CompiledLane, shipment: Shipment, charges: Minor): Minor {
  let most = Number.POSITIVE_INFINITY;
  for (const rule of lane.allowances) {
    if (rule.effect.kind !== 'atMost' || !allowed(rule, shipment)) continue;
    most = Math.min(most, rule.effect.amount + (rule.coversCharges ? 0 : charges));
  }
  return most;
}

/** What the allowances that apply leave of a price; minor units. */
export function withAllowances(allowing: Allowing, standing: Standing, rows: LedgerRow[] | null): Minor {
  let held = standing;
  for (const rule of chosenAllowances(allowing, standing)) {
    const left = allow(rule, held, allowing);
    const amount = sumOf(left) - sumOf(held);
    if (amount < 0) rows?.push(allowanceRow(rule, allowing.shipment, amount));
    held = left;
  }
  return sumOf(held);
}
