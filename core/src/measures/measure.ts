import { z } from 'zod';
import type { Micrograms, Micrometres, Millimetres, Minor } from '../numbers/units.ts';
import { MASS_SLACK } from './mass.ts';

/** What tiers and limits read of a cart. The order is the index in a measures vector. */
export const MEASURES = [
  'itemsWeight',
  'packedWeight',
  'billableWeight',
  'valueBeforeDiscounts',
  'valueAfterDiscounts',
  'itemCount',
  'parcels',
  'longestSide',
  'sumOfSides',
  'lengthPlusGirth',
  'distance',
] as const;
export const Measure = z.enum(MEASURES);
export type Measure = z.infer<typeof Measure>;

/** Mass in micrograms, money in minor units, count in items or parcels, length in micrometres, distance in millimetres. */
export type Dimension = 'mass' | 'money' | 'count' | 'length' | 'distance';

const DIMENSIONS = {
  itemsWeight: 'mass',
  packedWeight: 'mass',
  billableWeight: 'mass',
  valueBeforeDiscounts: 'money',
  valueAfterDiscounts: 'money',
  itemCount: 'count',
  parcels: 'count',
  longestSide: 'length',
  sumOfSides: 'length',
  lengthPlusGirth: 'length',
  distance: 'distance',
} as const satisfies Record<Measure, Dimension>;

export function dimensionOf(measure: Measure): Dimension {
  return DIMENSIONS[measure];
}

/** The measures that weigh a cart: a card of weight tiers reads one of them. */
export const WeightMeasure = z.enum(['itemsWeight', 'packedWeight', 'billableWeight']);
export type WeightMeasure = z.infer<typeof WeightMeasure>;

/** The measures that can be counted. */
export const CountMeasure = z.enum(['itemCount', 'parcels']);
export type CountMeasure = z.infer<typeof CountMeasure>;

/** The measures of how large the largest parcel is. */
export const SizeMeasure = z.enum(['longestSide', 'sumOfSides', 'lengthPlusGirth']);
export type SizeMeasure = z.infer<typeof SizeMeasure>;

/** The measures of what the goods are worth. */
export const ValueMeasure = z.enum(['valueBeforeDiscounts', 'valueAfterDiscounts']);
export type ValueMeasure = z.infer<typeof ValueMeasure>;

/** Stands for a distance that is not known: farther than any bound, so that nothing is offered by mistake. */
export const UNKNOWN_DISTANCE: number = Number.MAX_SAFE_INTEGER;

/** The place of a measure in a measures vector. */
export type MeasureIndex = 0 | 1 | 2 | 3 | 4 | 5 | 6 | 7 | 8 | 9 | 10;

const INDICES: Readonly<Record<Measure, MeasureIndex>> = {
  itemsWeight: 0,
  packedWeight: 1,
  billableWeight: 2,
  valueBeforeDiscounts: 3,
  valueAfterDiscounts: 4,
  itemCount: 5,
  parcels: 6,
  longestSide: 7,
  sumOfSides: 8,
  lengthPlusGirth: 9,
  distance: 10,
};

/** Index of a measure in a measures vector. */
export function measureIndex(measure: Measure): MeasureIndex {
  return INDICES[measure];
}

interface UnitsOfDimensions {
  readonly mass: Micrograms;
  readonly money: Minor;
  readonly count: number;
  readonly length: Micrometres;
  readonly distance: Millimetres;
}

/**
 * A cart's measures by name, in base units of their dimension. Of several parcels the weights add up; longest side,
 * sum of sides and length plus girth are those of the largest; the distance is from where the goods leave.
 */
export type Measures = { readonly [M in Measure]: UnitsOfDimensions[(typeof DIMENSIONS)[M]] };

export const NO_MEASURES: Measures = {
  itemsWeight: 0,
  packedWeight: 0,
  billableWeight: 0,
  valueBeforeDiscounts: 0,
  valueAfterDiscounts: 0,
  itemCount: 0,
  parcels: 0,
  longestSide: 0,
  sumOfSides: 0,
  lengthPlusGirth: 0,
  distance: 0,
};

/** The same measures in the order of `MEASURES`, for the compiled path: each of its places holds a number. */
export type MeasureVector = Float64Array & { [At in MeasureIndex]: number };

export function toVector(measures: Measures): MeasureVector {
  // By name, not by list: this is done for every consignment of every quote.
  const vector = new Float64Array(11) as MeasureVector;
  vector[0] = measures.itemsWeight;
  vector[1] = measures.packedWeight;
  vector[2] = measures.billableWeight;
  vector[3] = measures.valueBeforeDiscounts;
  vector[4] = measures.valueAfterDiscounts;
  vector[5] = measures.itemCount;
  vector[6] = measures.parcels;
  vector[7] = measures.longestSide;
  vector[8] = measures.sumOfSides;
  vector[9] = measures.lengthPlusGirth;
  vector[10] = measures.distance;
  return vector;
}

export const copyOf = (vector: MeasureVector): MeasureVector => vector.slice() as MeasureVector;

/** How far past a bound a value of this dimension still counts as on it: see `MASS_SLACK`. */
export function slackOf(measure: Measure): number {
  return dimensionOf(measure) === 'mass' ? MASS_SLACK : 0;
}
