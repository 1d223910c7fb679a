import { z } from 'zod';
import { formatNumber } from '../numbers/numberFormat.ts';
import type { Micrometres } from '../numbers/units.ts';
import { oncePerText } from '../once/oncePerText.ts';
import type { UnitsOfShop, UnitsReading } from './mass.ts';
import { type ParsedQuantity, parseQuantity, quantityToBase, type UnitSystem } from './quantityText.ts';

export type LengthUnit = 'm' | 'cm' | 'mm' | 'ft' | 'in';

/** The greatest length one field takes: 100 metres, in micrometres. */
export const GREATEST_LENGTH = 100_000_000;

const whole = (numerator: bigint) => ({ numerator, denominator: 1n });

/** Micrometres in one unit. Source: NIST Handbook 44, Appendix C (1 in = 2.54 cm, exact). */
const LENGTH: UnitSystem<LengthUnit> = {
  sizes: { m: whole(1_000_000n), cm: whole(10_000n), mm: whole(1_000n), ft: whole(304_800n), in: whole(25_400n) },
  spellings: {
    m: 'm',
    metre: 'm',
    metres: 'm',
    meter: 'm',
    meters: 'm',
    cm: 'cm',
    mm: 'mm',
    ft: 'ft',
    foot: 'ft',
    feet: 'ft',
    "'": 'ft',
    '\u2032': 'ft',
    in: 'in',
    inch: 'in',
    inches: 'in',
    '"': 'in',
    '\u2033': 'in',
  },
  pair: ['ft', 'in'],
};

/** Micrometres of a canonical length text such as "6 in" or "1 ft 2 in". */
export const lengthToMicrometres: (text: string) => Micrometres = oncePerText((text) => quantityToBase(text, LENGTH));

const NUMBER = '(?:0|[1-9]\\d{0,10})(?:\\.\\d{1,6})?';
const LENGTH_PATTERN = new RegExp(`^${NUMBER} (?:m|cm|mm|in|ft(?: ${NUMBER} in)?)$`);

/** A length of more than nothing with its unit as typed, in canonical spelling: "30 cm", "6 in", "1 ft 2 in". */
export const LengthText = z
  .string()
  .regex(LENGTH_PATTERN, {
    error: 'Write a length as a number, a space and cm, mm, m, in or ft, such as "30 cm" or "12 in"',
    abort: true,
  })
  .refine((text) => lengthToMicrometres(text) > 0, 'A length is more than nothing')
  .refine((text) => lengthToMicrometres(text) <= GREATEST_LENGTH, 'A length may be 100 metres at most');
export type LengthText = z.infer<typeof LengthText>;

/** Reads a length as typed; a bare number is in centimetres or inches, by the shop's units. */
export function parseLength(typed: string, { units, locale }: UnitsReading): ParsedQuantity {
  const parsed = parseQuantity(typed, LENGTH, { defaultUnit: units === 'metric' ? 'cm' : 'in', locale, most: GREATEST_LENGTH });
  return !parsed.ok && parsed.problem.code === 'tooLarge' ? { ok: false, problem: { code: 'tooLarge', most: '100 m' } } : parsed;
}

/** A length as the shop's units show it, at most two decimals: "60 cm", "23.62 in". */
export function formatLength(micrometres: Micrometres, units: UnitsOfShop, locale: string): string {
  const [value, unit] = units === 'metric' ? [micrometres / 10_000, 'cm'] : [micrometres / 25_400, 'in'];
  return `${formatNumber(value, 2, locale)} ${unit}`;
}
