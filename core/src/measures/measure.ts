import { z } from 'zod';
import { MASS_SLACK } from './mass.ts';

/** What tiers and limits read of a cart. The order is the index in a measures vector. */
export const MEASURES = ['itemsWeight', 'valueBeforeDiscounts', 'valueAfterDiscounts', 'itemCount'] as const;
export const Measure = z.enum(MEASURES);
export type Measure = z.infer<typeof Measure>;

/** Mass in micrograms, money in minor units, count in items. */
export type Dimension = 'mass' | 'money' | 'count';

const DIMENSIONS = {
  itemsWeight: 'mass',
  valueBeforeDiscounts: 'money',
  valueAfterDiscounts: 'money',
  itemCount: 'count',
} as const satisfies Record<Measure, Dimension>;

export function dimensionOf(measure: Measure): Dimension {
  return DIMENSIONS[measure];
}

/** Index of a measure in a measures vector. */
export function measureIndex(measure: Measure): number {
  return MEASURES.indexOf(measure);
}

/** A cart's measures by name, in base units of their dimension. */
export type Measures = Readonly<Record<Measure, number>>;

/** The same measures in the order of `MEASURES`, for the compiled path. */
export type MeasureVector = Float64Array;

export function toVector(measures: Measures): MeasureVector {
  return Float64Array.from(MEASURES, (measure) => measures[measure]);
}

/** How far past a bound a value of this dimension still counts as on it: see `MASS_SLACK`. */
export function slackOf(measure: Measure): number {
  return dimensionOf(measure) === 'mass' ? MASS_SLACK : 0;
}
