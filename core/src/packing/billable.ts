import { z } from 'zod';
import { MASS_SLACK, MassText, MICROGRAMS_PER_POUND, massToMicrograms } from '../measures/mass.ts';
import type { Micrograms, Micrometres } from '../numbers/units.ts';

/** Outside sides in whole micrometres. */
export interface Sides {
  readonly length: Micrometres;
  readonly width: Micrometres;
  readonly height: Micrometres;
}

/** How a volume is turned into a weight, and how the weight that is billed is rounded. */
export const VolumeRule = z.strictObject({
  /** Cubic centimetres to the kilogram (6000 and 5000 are common) or cubic inches to the pound (139, 166, 194). */
  divisor: z.int().min(1, 'A divisor is 1 at least').max(100_000, 'A divisor is 100,000 at most'),
  per: z.enum(['cm3PerKg', 'in3PerLb']),
  /** The billed weight is rounded up to whole steps of this; null leaves it as it is. */
  roundUpTo: MassText.nullable(),
});
export type VolumeRule = z.infer<typeof VolumeRule>;

const ceilDivided = (numerator: bigint, denominator: bigint) => (numerator + denominator - 1n) / denominator;

/** Micrograms that one cubic micrometre counts for, as an exact fraction. */
function density({ divisor, per }: VolumeRule): readonly [bigint, bigint] {
  // 1 kg is 10^9 micrograms and 1 cm3 is 10^12 cubic micrometres; 1 in is 25,400 micrometres.
  return per === 'cm3PerKg' ? [1n, 1000n * BigInt(divisor)] : [MICROGRAMS_PER_POUND, 25_400n ** 3n * BigInt(divisor)];
}

const cubic = ({ length, width, height }: Sides): bigint => BigInt(length) * BigInt(width) * BigInt(height);

/** Volumetric weight in micrograms, rounded up to a whole one; not yet rounded as it is billed. */
export function volumetricWeight(sides: Sides, rule: VolumeRule): Micrograms {
  const [numerator, denominator] = density(rule);
  return Number(ceilDivided(cubic(sides) * numerator, denominator));
}

/** The larger of packed and volumetric weight, rounded up to whole steps; exact multiples stay as they are. */
export function billableWeight(packed: number, sides: Sides | null, rule: VolumeRule): Micrograms {
  const step = rule.roundUpTo === null ? 0 : massToMicrograms(rule.roundUpTo);
  const volumetric = sides === null ? 0 : volumetricWeight(sides, rule);
  if (step === 0) return Math.max(packed, volumetric);
  const [numerator, denominator] = density(rule);
  const volumeSteps = sides === null ? 0n : ceilDivided(cubic(sides) * numerator, denominator * BigInt(step));
  const packedSteps = Math.ceil((packed - MASS_SLACK) / step);
  return Math.max(packedSteps, Number(volumeSteps)) * step;
}

export const longestSide = ({ length, width, height }: Sides): Micrometres => Math.max(length, width, height);

/** Length, width and height together; of a roll, its length and twice its diameter. */
export const sumOfSides = ({ length, width, height }: Sides): Micrometres => length + width + height;

/** Twice the width and the height: the way around, across the longest side. */
export const girth = (sides: Sides): Micrometres => 2 * (sides.length + sides.width + sides.height - longestSide(sides));

export const lengthPlusGirth = (sides: Sides): Micrometres => longestSide(sides) + girth(sides);
