import { z } from 'zod';
import { ValueMeasure } from '../measures/measure.ts';
import { MarkupPoints } from '../measures/percent.ts';
import { Minor } from '../money/money.ts';

const amount = z.strictObject({ kind: z.literal('amount'), amount: Minor });
const percent = z.strictObject({ kind: z.literal('percent'), basisPoints: MarkupPoints, of: ValueMeasure });
const free = z.strictObject({ kind: z.literal('free') });
const notOffered = z.strictObject({ kind: z.literal('notOffered') });
const refer = z.strictObject({
  kind: z.literal('refer'),
  /** What the buyer reads; the shop's usual message where absent. */
  words: z.string().trim().min(1, 'Write what the buyer reads').max(200, 'At most 200 characters').optional(),
});

const results = <U extends z.ZodType<string | number>>(unit: U) =>
  z.discriminatedUnion('kind', [
    amount,
    z.strictObject({ kind: z.literal('perUnit'), base: Minor, each: Minor, unit }),
    percent,
    free,
    notOffered,
    refer,
  ]);

type AnyResult = ReturnType<typeof results<z.ZodType<string | number>>>;

/** A tier's result; `unit` is a text with its unit for weights, lengths and distances, else a number of base units. */
export type TierResult = z.infer<AnyResult>;

/**
 * What a tier answers: an amount; a base plus so much for each started unit of the card's measure over the tier's lower
 * bound; a share of the goods value; free; not offered; or the shop's words instead of a price.
 * @param unit the schema of a unit of the card's measure
 */
export function resultOf(unit: z.ZodType<string | number>): AnyResult {
  return results(unit);
}

/** A result where nothing is measured. */
export const PlainResult = z.discriminatedUnion('kind', [amount, free, refer]);
