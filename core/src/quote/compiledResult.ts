import { boundInBase } from '../measures/bound.ts';
import {
  MEASURES,
  type Measure,
  type MeasureIndex,
  type MeasureVector,
  measureIndex,
  slackOf,
  type ValueMeasure,
} from '../measures/measure.ts';
import { floatAt } from '../numbers/entry.ts';
import { type RoundingRule, shareOf } from '../numbers/rounding.ts';
import type { BasisPoints, Minor } from '../numbers/units.ts';
import type { Bound } from '../rate-book/card.ts';
import type { TierResult } from '../rate-book/result.ts';
import type { Rate, Stretch } from './quoteTypes.ts';

/** Codes that stand for a price where there is none. */
export const WITHHELD = -1;
export const REFER = -2;
export const NO_LANE = -3;

/** A result as numbers. A fixed one is `price`, a code below 0 included; else the rate is worked out. */
export interface CompiledResult {
  readonly result: TierResult;
  readonly price: Minor;
  readonly rate: 'none' | 'perUnit' | 'percent';
  readonly each: Minor;
  readonly unit: number;
  readonly basisPoints: BasisPoints;
  /** Index of the value a percentage is taken of. */
  readonly of: MeasureIndex;
}

const FIXED = { rate: 'none', each: 0, unit: 1, basisPoints: 0, of: 0 } as const;

export function compileResult(result: TierResult, measure: Measure | undefined): CompiledResult {
  switch (result.kind) {
    case 'amount':
      return { result, price: result.amount, ...FIXED };
    case 'free':
      return { result, price: 0, ...FIXED };
    case 'notOffered':
      return { result, price: WITHHELD, ...FIXED };
    case 'refer':
      return { result, price: REFER, ...FIXED };
    case 'percent':
      return { result, price: 0, ...FIXED, rate: 'percent', basisPoints: result.basisPoints, of: measureIndex(result.of) };
    case 'perUnit':
      return {
        result,
        price: result.base,
        ...FIXED,
        rate: 'perUnit',
        each: result.each,
        unit: boundInBase(measure ?? 'itemCount', result.unit),
      };
  }
}

/** Index of the tier that holds `value`; `reach.length` when above them all. */
export function tierIndex(reach: Float64Array, value: number): number {
  let low = 0;
  let high = reach.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (floatAt(reach, middle) < value) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** A measure as a sorted search. */
export interface Axis {
  readonly measure: Measure;
  readonly index: MeasureIndex;
  readonly slack: number;
  /** The upper bounds as entered, in base units, and the same widened by the slack. */
  readonly bounds: Float64Array;
  readonly reach: Float64Array;
}

export function axisOf(measure: Measure, bounds: readonly Bound[]): Axis {
  const slack = slackOf(measure);
  const base = Float64Array.from(bounds, (bound) => boundInBase(measure, bound));
  return { measure, index: measureIndex(measure), slack, bounds: base, reach: base.map((bound) => bound + slack) };
}

export function stretchAt(axis: Axis, at: number, measured: number): Stretch {
  const above = axis.bounds[at - 1];
  const upTo = axis.bounds[at];
  return { measure: axis.measure, measured, ...(above !== undefined && { above }), ...(upTo !== undefined && { upTo }) };
}

/** Units started by so much of a measure; what lies within the slack of a whole unit has not started another. */
export function startedUnits(over: number, unit: number, slack: number): number {
  return over <= slack ? 0 : Math.ceil((over - slack) / unit);
}

export function rated(
  { rate, price, each, unit, basisPoints, of, result }: CompiledResult,
  vector: MeasureVector,
  over: number,
  slack: number,
  rule: RoundingRule,
): { amount: Minor; rate?: Rate } {
  if (rate === 'perUnit') {
    const units = startedUnits(over, unit, slack);
    const typed = result.kind === 'perUnit' ? result.unit : unit;
    return { amount: price + each * units, rate: { kind: 'perUnit', base: price, each, unit: typed, units } };
  }
  const value = vector[of];
  const amount = shareOf(value, basisPoints, rule);
  return { amount, rate: { kind: 'percent', basisPoints, of: MEASURES[of] as ValueMeasure, value } };
}

/** The same amount, without saying how. */
export function ratedAmount(entry: CompiledResult, vector: MeasureVector, over: number, slack: number, rule: RoundingRule): Minor {
  if (entry.rate === 'none') return entry.price;
  if (entry.rate === 'perUnit') return entry.price + entry.each * startedUnits(over, entry.unit, slack);
  return shareOf(vector[entry.of], entry.basisPoints, rule);
}
