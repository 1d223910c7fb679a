import type { z } from 'zod';

declare const UNIT: unique symbol;

/**
 * A number of one unit. A plain number, such as a sum that was just worked out, may become one of any unit; a number of one
 * unit never stands for one of another, so that a weight cannot be priced and a percentage cannot be paid.
 */
export type NumberOf<Unit extends string> = number & { readonly [UNIT]?: Unit };

/** Whole minor units of the shop's currency: cents, yen, fils. */
export type Minor = NumberOf<'minor unit'>;
/** Hundredths of a percent. */
export type BasisPoints = NumberOf<'basis point'>;
export type Micrograms = NumberOf<'microgram'>;
export type Micrometres = NumberOf<'micrometre'>;
export type Millimetres = NumberOf<'millimetre'>;

/** The schema of a number, knowing its unit. */
export const inUnit = <Unit extends string>(schema: z.ZodType<number, number>): z.ZodType<NumberOf<Unit>, NumberOf<Unit>> => schema;
