import { z } from 'zod';
import { formatNumber } from '../numbers/numberFormat.ts';
import type { Millimetres } from '../numbers/units.ts';
import type { UnitsOfShop, UnitsReading } from './mass.ts';
import { type ParsedQuantity, parseQuantity, quantityToBase, type UnitSystem } from './quantityText.ts';

export type DistanceUnit = 'km' | 'm' | 'mi';

/** The greatest distance: half way round the earth, in millimetres. */
const GREATEST_DISTANCE = 20_004_000_000;

const whole = (numerator: bigint) => ({ numerator, denominator: 1n });

/** Millimetres in one unit. Source: NIST Handbook 44, Appendix C (1 mi = 1609.344 m, exact). */
const DISTANCE: UnitSystem<DistanceUnit> = {
  sizes: { km: whole(1_000_000n), m: whole(1_000n), mi: whole(1_609_344n) },
  spellings: {
    km: 'km',
    kilometre: 'km',
    kilometres: 'km',
    kilometer: 'km',
    kilometers: 'km',
    m: 'm',
    metre: 'm',
    metres: 'm',
    meter: 'm',
    meters: 'm',
    mi: 'mi',
    mile: 'mi',
    miles: 'mi',
  },
  pair: ['km', 'm'],
};

const PATTERN = /^(?:0|[1-9]\d{0,8})(?:\.\d{1,6})? (?:km|m|mi)$/;

/** Millimetres of a canonical distance text such as "12 km". */
export function distanceToMillimetres(text: string): Millimetres {
  return quantityToBase(text, DISTANCE);
}

/** A distance with its unit as typed: "12 km", "7.5 mi", "800 m". */
export const DistanceText = z
  .string()
  .regex(PATTERN, { error: 'Write a distance as a number, a space and km, m or mi, such as "12 km"', abort: true })
  .refine((text) => distanceToMillimetres(text) <= GREATEST_DISTANCE, 'Nothing on earth is farther than 20,004 km');
export type DistanceText = z.infer<typeof DistanceText>;

/** Reads a distance as typed; a bare number is in kilometres or miles, by the shop's units. */
export function parseDistance(typed: string, { units, locale }: UnitsReading): ParsedQuantity {
  const parsed = parseQuantity(typed, DISTANCE, { defaultUnit: units === 'metric' ? 'km' : 'mi', locale, most: GREATEST_DISTANCE });
  if (parsed.ok && !PATTERN.test(parsed.text)) return { ok: false, problem: { code: 'notANumber', typed } };
  return !parsed.ok && parsed.problem.code === 'tooLarge' ? { ok: false, problem: { code: 'tooLarge', most: '20004 km' } } : parsed;
}

/** A distance as the shop's units show it, at most one decimal: "11.9 km", "7.4 mi". */
export function formatDistance(millimetres: number, units: UnitsOfShop, locale: string): string {
  const [value, unit] = units === 'metric' ? [millimetres / 1e6, 'km'] : [millimetres / 1_609_344, 'mi'];
  return `${formatNumber(value, 1, locale)} ${unit}`;
}
