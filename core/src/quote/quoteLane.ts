import type { Measures } from '../measures/measure.ts';
import type { Id } from '../rate-book/naming.ts';
import { type CompiledCard, type CompiledLane, tierIndex } from './compiledLane.ts';
import type { LedgerRow, MoreForFree, Offer, Reason, Withheld } from './quoteTypes.ts';

/** Every limit the cart lies outside of. */
function failedLimits(lane: CompiledLane, measures: Measures): Reason[] {
  const reasons: Reason[] = [];
  for (const { limit, least, most, from, upTo } of lane.limits) {
    const { measure } = limit;
    const measured = measures[measure];
    if (measured < least) reasons.push({ code: 'belowLimit', measure, measured, bound: from, difference: from - measured });
    if (measured > most) reasons.push({ code: 'aboveLimit', measure, measured, bound: upTo, difference: measured - upTo });
  }
  return reasons;
}

/** The bounds of a tier; an open end is left out. */
function boundsOf(card: CompiledCard, at: number): { above?: number; upTo?: number } {
  const above = card.bounds[at - 1];
  const upTo = card.bounds[at];
  return { ...(above !== undefined && { above }), ...(upTo !== undefined && { upTo }) };
}

function notOffered(card: CompiledCard, at: number, measures: Measures): Reason {
  if (!card.measure) throw new Error('a flat card always offers');
  const measured = measures[card.measure];
  const top = card.bounds[card.bounds.length - 1];
  if (at === card.bounds.length && top !== undefined && card.results[at - 1]?.kind !== 'notOffered') {
    return { code: 'aboveTopTier', measure: card.measure, measured, bound: top, difference: measured - top };
  }
  return { code: 'tierNotOffered', measure: card.measure, measured, ...boundsOf(card, at) };
}

function baseRow(card: CompiledCard, at: number, measures: Measures): LedgerRow {
  const result = card.results[at];
  const amount = result?.kind === 'amount' ? result.amount : 0;
  if (!card.measure) return { code: 'flat', amount };
  return { code: 'tier', measure: card.measure, measured: measures[card.measure], ...boundsOf(card, at), amount };
}

/** What one lane answers, with its ledger or every reason against it. */
export function quoteLane(service: Id, lane: CompiledLane | null, measures: Measures): Offer | Withheld {
  if (!lane) return { status: 'withheld', service, reasons: [{ code: 'noLane' }] };
  const { card, freeFrom } = lane;
  const at = card.measure ? tierIndex(card.reach, measures[card.measure]) : 0;
  const result = card.results[at];
  const reasons = failedLimits(lane, measures);
  if (result?.kind === 'notOffered') reasons.push(notOffered(card, at, measures));
  const [first, ...others] = reasons;
  if (first) return { status: 'withheld', service, reasons: [first, ...others] };
  if (result?.kind === 'refer') return { status: 'refer', service };
  const base = baseRow(card, at, measures);
  if (!freeFrom || base.amount === 0) return { status: 'priced', service, price: base.amount, ledger: [base] };
  const { measure, from } = freeFrom;
  const measured = measures[measure];
  if (measured >= from) {
    const off: LedgerRow = { code: 'freeFrom', measure, measured, from, amount: -base.amount };
    return { status: 'priced', service, price: 0, ledger: [base, off] };
  }
  const moreForFree: MoreForFree = { measure, from, more: from - measured };
  return { status: 'priced', service, price: base.amount, ledger: [base], moreForFree };
}
