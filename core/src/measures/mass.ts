import { z } from 'zod';
import { formatNumber } from '../numbers/numberFormat.ts';
import type { Micrograms } from '../numbers/units.ts';
import { oncePerText } from '../once/oncePerText.ts';
import { type ParsedQuantity, parseQuantity, quantityToBase, quantityToSum, type UnitSystem } from './quantityText.ts';

export type MassUnit = 'kg' | 'g' | 'mg' | 'lb' | 'oz';
export type UnitsOfShop = 'metric' | 'imperial';

/** Micrograms in one avoirdupois pound, exact. Source: NIST Handbook 44, Appendix C (0.453 592 37 kg). */
export const MICROGRAMS_PER_POUND = 453_592_370n;

/** The greatest mass one field takes: 20 tonnes, in micrograms. */
export const GREATEST_MASS = 20_000_000_000_000;

const MASS: UnitSystem<MassUnit> = {
  sizes: {
    kg: { numerator: 1_000_000_000n, denominator: 1n },
    g: { numerator: 1_000_000n, denominator: 1n },
    mg: { numerator: 1_000n, denominator: 1n },
    lb: { numerator: MICROGRAMS_PER_POUND, denominator: 1n },
    oz: { numerator: MICROGRAMS_PER_POUND, denominator: 16n },
  },
  spellings: {
    kg: 'kg',
    kgs: 'kg',
    kilo: 'kg',
    kilos: 'kg',
    g: 'g',
    gr: 'g',
    gram: 'g',
    grams: 'g',
    mg: 'mg',
    lb: 'lb',
    lbs: 'lb',
    pound: 'lb',
    pounds: 'lb',
    oz: 'oz',
    ounce: 'oz',
    ounces: 'oz',
  },
  pair: ['lb', 'oz'],
};

const NUMBER = '(?:0|[1-9]\\d{0,10})(?:\\.\\d{1,6})?';
const MASS_PATTERN = new RegExp(`^${NUMBER} (?:kg|g|mg|oz|lb(?: ${NUMBER} oz)?)$`);

/** Micrograms of a canonical mass text, rounded half-up to whole micrograms. */
export const massToMicrograms: (text: string) => Micrograms = oncePerText((text) => quantityToBase(text, MASS));

/**
 * Micrograms of a canonical mass text for adding up, not rounded: an ounce is 28,349,523.125 of them. Eighths of a microgram
 * are exact in a number up to a thousand tonnes, and with them pounds, ounces and their decimal parts that people use.
 */
export const massForSums: (text: string) => Micrograms = oncePerText((text) => quantityToSum(text, MASS));

/** A mass with its unit as typed, in canonical spelling: "2 kg", "0.3 lb", "2 lb 4 oz". */
export const MassText = z
  .string()
  // Aborts: what follows, in here and in the objects around it, works the micrograms out.
  .regex(MASS_PATTERN, {
    error: 'Write a weight as a number, a space and kg, g, mg, lb or oz, such as "1.2 kg" or "2 lb 4 oz"',
    abort: true,
  })
  .refine((text) => massToMicrograms(text) <= GREATEST_MASS, 'A weight may be 20 tonnes at most');
export type MassText = z.infer<typeof MassText>;

/** How a shop writes quantities: its language and its units. */
export interface UnitsReading {
  readonly units: UnitsOfShop;
  readonly locale: string;
}

/** Reads a mass as typed; a bare number is in kilograms or pounds, by the shop's units. */
export function parseMass(typed: string, { units, locale }: UnitsReading): ParsedQuantity {
  const parsed = parseQuantity(typed, MASS, { defaultUnit: units === 'metric' ? 'kg' : 'lb', locale, most: GREATEST_MASS });
  return !parsed.ok && parsed.problem.code === 'tooLarge' ? { ok: false, problem: { code: 'tooLarge', most: '20000 kg' } } : parsed;
}

/**
 * Two masses are the same when they differ by less than half a milligram: sums of converted ounces may be a few
 * micrograms off, and rounding each side for itself could part two that belong together.
 */
export const MASS_SLACK = 499;

/** -1, 0 or 1: the difference of two masses in micrograms, rounded to the milligram. */
export function compareMass(a: number, b: number): -1 | 0 | 1 {
  const difference = a - b;
  if (difference > MASS_SLACK) return 1;
  return difference < -MASS_SLACK ? -1 : 0;
}

/**
 * A mass as the shop's units show it: "850 g", "12.6 kg", "4 oz", "2.25 lb". At most three decimals.
 * @param beside another mass it stands next to, in micrograms: both are then shown in the larger unit that suits one of them
 */
export function formatMass(micrograms: Micrograms, units: UnitsOfShop, locale: string, beside = 0): string {
  const largest = Math.max(Math.abs(micrograms), Math.abs(beside));
  if (units === 'metric') {
    const small = largest < 999_999_500 && largest !== 0;
    return small ? `${formatNumber(micrograms / 1e6, 1, locale)} g` : `${formatNumber(micrograms / 1e9, 3, locale)} kg`;
  }
  const pound = Number(MICROGRAMS_PER_POUND);
  const small = largest < pound && largest !== 0;
  return small ? `${formatNumber((micrograms / pound) * 16, 2, locale)} oz` : `${formatNumber(micrograms / pound, 3, locale)} lb`;
}
