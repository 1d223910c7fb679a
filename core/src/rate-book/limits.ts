import { z } from 'zod';
import { boundInBase } from '../measures/bound.ts';
import { DistanceText } from '../measures/distance.ts';
import { LengthText } from '../measures/length.ts';
import { compareMass, MassText } from '../measures/mass.ts';
import { dimensionOf, type Measure } from '../measures/measure.ts';
import { Minor } from '../money/money.ts';
import { ItemCount } from './card.ts';

const range = <M extends Measure, B extends z.ZodType<string | number>>(measure: M, bound: B) =>
  z.strictObject({ measure: z.literal(measure), from: bound.optional(), upTo: bound.optional() });

/** Goods value is that of all goods which go to one address, or, where said so, of each consignment by itself. */
const valueRange = (measure: 'valueBeforeDiscounts' | 'valueAfterDiscounts') =>
  range(measure, Minor).extend({ byItself: z.literal(true).optional() });

/** A range of a measure outside which the lane is withheld; both bounds belong to the range. */
export const Limit = z
  .discriminatedUnion('measure', [
    range('itemsWeight', MassText),
    range('packedWeight', MassText),
    range('billableWeight', MassText),
    valueRange('valueBeforeDiscounts'),
    valueRange('valueAfterDiscounts'),
    range('itemCount', ItemCount),
    range('parcels', ItemCount),
    range('longestSide', LengthText),
    range('sumOfSides', LengthText),
    range('lengthPlusGirth', LengthText),
    range('distance', DistanceText),
  ])
  .superRefine((limit, context) => {
    if (limit.from === undefined && limit.upTo === undefined) {
      context.addIssue({ code: 'custom', message: 'A limit has a lower or an upper bound', path: ['upTo'], input: limit });
    }
    if (limit.from === undefined || limit.upTo === undefined) return;
    const [from, upTo] = [boundInBase(limit.measure, limit.from), boundInBase(limit.measure, limit.upTo)];
    const order = dimensionOf(limit.measure) === 'mass' ? compareMass(from, upTo) : from - upTo;
    if (order > 0) {
      context.addIssue({ code: 'custom', message: 'The range ends before it begins', path: ['upTo'], input: limit.upTo });
    }
  });
export type Limit = z.infer<typeof Limit>;

/** At most one limit a measure. */
export const Limits = z.array(Limit).superRefine((limits, context) => {
  limits.forEach((limit, at) => {
    if (limits.findIndex((other) => other.measure === limit.measure) !== at) {
      context.addIssue({ code: 'custom', message: 'This measure has a limit already', path: [at, 'measure'], input: limit.measure });
    }
  });
});
