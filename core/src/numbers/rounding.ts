import type { BasisPoints, Minor } from './units.ts';
/** How a half is rounded. `halfUp` is away from zero (ISO 80000-1 Annex B, rule B); `halfEven` is rule A. */
export type RoundingRule = 'halfUp' | 'halfEven';

/**
 * `numerator / denominator` as a whole number, rounded once by the named rule.
 * @param denominator above 0
 * @example divideRounded(12325n, 10n, 'halfEven') // 1232n
 */
export function divideRounded(numerator: bigint, denominator: bigint, rule: RoundingRule): bigint {
  if (denominator <= 0n) throw new RangeError(`denominator must be above 0, got ${denominator}`);
  const negative = numerator < 0n;
  const magnitude = negative ? -numerator : numerator;
  const whole = magnitude / denominator;
  const twice = (magnitude % denominator) * 2n;
  const up = twice > denominator || (twice === denominator && (rule === 'halfUp' || whole % 2n === 1n));
  const rounded = up ? whole + 1n : whole;
  return negative ? -rounded : rounded;
}

const EXACT = 2 ** 52;

/** `basisPoints` of `minor` (1 basis point is 0.01 %), in minor units. */
export function shareOf(minor: Minor, basisPoints: BasisPoints, rule: RoundingRule): Minor {
  const product = minor * basisPoints;
  // Small enough to be exact in a plain number, which is many times faster.
  if (minor >= 0 && product <= EXACT) {
    const whole = Math.floor(product / 10_000);
    const rest = product - whole * 10_000;
    return rest > 5000 || (rest === 5000 && (rule === 'halfUp' || whole % 2 === 1)) ? whole + 1 : whole;
  }
  return Number(divideRounded(BigInt(minor) * BigInt(basisPoints), 10_000n, rule));
}
