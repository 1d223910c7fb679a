import { lengthToMicrometres } from './length.ts';
import { massToMicrograms } from './mass.ts';
import { dimensionOf, type Measure } from './measure.ts';

/** A bound of a tier or limit in base units of its measure: texts carry their unit, numbers are base units already. */
export function boundInBase(measure: Measure, bound: string | number): number {
  if (typeof bound === 'number') return bound;
  return dimensionOf(measure) === 'length' ? lengthToMicrometres(bound) : massToMicrograms(bound);
}
