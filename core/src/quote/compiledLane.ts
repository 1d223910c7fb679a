import { boundInBase } from '../measures/bound.ts';
import type { Measure, MeasureVector } from '../measures/measure.ts';
import { measureIndex, slackOf } from '../measures/measure.ts';
import { boundToBase, type Card, type TierResult } from '../rate-book/card.ts';
import type { FreeFrom, Lane, Limit } from '../rate-book/lane.ts';

/** Bounds in base units, widened by the slack of the measure, both inclusive. */
export interface CompiledLimit {
  readonly limit: Limit;
  readonly index: number;
  readonly least: number;
  readonly most: number;
  /** The bounds as entered, in base units; infinite where open. */
  readonly from: number;
  readonly upTo: number;
}

/** A card as a sorted search: `results[i]` holds up to `reach[i]`; the last result holds above. */
export interface CompiledCard {
  readonly measure: Measure | undefined;
  readonly index: number;
  readonly reach: Float64Array;
  /** The upper bounds as entered, in base units. */
  readonly bounds: Float64Array;
  readonly results: readonly TierResult[];
  /** Prices of `results` as numbers: minor units, or one of the codes of `pricesInto`. */
  readonly prices: Float64Array;
}

export interface CompiledLane {
  readonly limits: readonly CompiledLimit[];
  readonly card: CompiledCard;
  readonly freeFrom: FreeFrom | null;
  readonly freeIndex: number;
}

/** Codes that stand for a price where there is none. */
export const WITHHELD = -1;
export const REFER = -2;
export const NO_LANE = -3;

function priceCode(result: TierResult): number {
  switch (result.kind) {
    case 'amount':
      return result.amount;
    case 'free':
      return 0;
    case 'notOffered':
      return WITHHELD;
    case 'refer':
      return REFER;
  }
}

function compileCard(card: Card): CompiledCard {
  const tiers: readonly { upTo: string | number }[] = card.kind === 'flat' ? [] : card.tiers;
  const results = card.kind === 'flat' ? [card.result] : [...card.tiers.map((tier) => tier.result), card.above];
  const measure = card.kind === 'flat' ? undefined : card.measure;
  const slack = measure ? slackOf(measure) : 0;
  const bounds = Float64Array.from(tiers, (tier) => boundToBase(tier.upTo));
  return {
    measure,
    index: measure ? measureIndex(measure) : 0,
    bounds,
    reach: bounds.map((bound) => bound + slack),
    results,
    prices: Float64Array.from(results, priceCode),
  };
}

function compileLimit(limit: Limit): CompiledLimit {
  const slack = slackOf(limit.measure);
  const base = (bound: string | number | undefined, open: number) => (bound === undefined ? open : boundInBase(limit.measure, bound));
  const from = base(limit.from, -Infinity);
  const upTo = base(limit.upTo, Infinity);
  return { limit, index: measureIndex(limit.measure), from, upTo, least: from - slack, most: upTo + slack };
}

export function compileLane(lane: Lane): CompiledLane {
  return {
    limits: lane.limits.map(compileLimit),
    card: compileCard(lane.card),
    freeFrom: lane.freeFrom,
    freeIndex: lane.freeFrom ? measureIndex(lane.freeFrom.measure) : 0,
  };
}

/** Index of the tier that holds `value`; `reach.length` when above them all. */
export function tierIndex(reach: Float64Array, value: number): number {
  let low = 0;
  let high = reach.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if ((reach[middle] as number) < value) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The price of a lane in minor units, or a code below 0; allocates nothing. */
export function lanePrice(lane: CompiledLane, measures: MeasureVector): number {
  for (let at = 0; at < lane.limits.length; at += 1) {
    const limit = lane.limits[at] as CompiledLimit;
    const value = measures[limit.index] as number;
    if (value < limit.least || value > limit.most) return WITHHELD;
  }
  const card = lane.card;
  const price = card.prices[card.reach.length === 0 ? 0 : tierIndex(card.reach, measures[card.index] as number)] as number;
  if (price > 0 && lane.freeFrom !== null && (measures[lane.freeIndex] as number) >= lane.freeFrom.from) return 0;
  return price;
}
