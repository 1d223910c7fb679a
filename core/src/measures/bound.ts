import { distanceToMillimetres } from './distance.ts';
import { lengthToMicrometres } from './length.ts';
import { massToMicrograms } from './mass.ts';
import { dimensionOf, type Measure } from './measure.ts';

/** A bound of a tier or limit in base units of its measure: texts carry their unit, numbers are base units already. */
export function boundInBase(measure: Measure, bound: string | number): number {
  if (typeof bound === 'number') return bound;
  const dimension = dimensionOf(measure);
  if (dimension === 'distance') return distanceToMillimetres(bound);
  return dimension === 'length' ? lengthToMicrometres(bound) : massToMicrograms(bound);
}
