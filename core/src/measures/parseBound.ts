import type { Currency } from '../money/currency.ts';
import { minorTyped, parseMoney, type Typed } from '../money/money.ts';
import { decimalTyped } from '../numbers/numberHabit.ts';
import { parseDecimal } from '../numbers/parseDecimal.ts';
import { DistanceText, parseDistance } from './distance.ts';
import { LengthText, parseLength } from './length.ts';
import { MassText, parseMass, type UnitsOfShop } from './mass.ts';
import { dimensionOf, type Measure } from './measure.ts';
import { quantityTyped } from './quantityText.ts';

/** What reading figures rests on. */
export interface Reading {
  readonly currency: Currency;
  readonly locale: string;
  readonly units: UnitsOfShop;
}

/** What writing figures rests on. */
export type Writing = Pick<Reading, 'currency' | 'locale'>;

/** Whole numbers from 1, with or without marks between thousands: "3", "1,200". */
export function parseCount(typed: string, locale: string): Typed<number> {
  const read = parseDecimal(typed, { mostDecimals: 0, locale });
  if (!read.ok) return read;
  const value = Number(read.value);
  if (value < 1) return { ok: false, problem: { code: 'tooSmall', least: '1' } };
  return value > 1_000_000 ? { ok: false, problem: { code: 'tooLarge', most: '1,000,000' } } : { ok: true, value };
}

/** Reads a bound of a measure as typed: texts keep their unit, amounts and counts become base units. */
export function parseBound(typed: string, measure: Measure, reading: Reading): Typed<string | number> {
  const dimension = dimensionOf(measure);
  if (dimension === 'money') return parseMoney(typed, reading.currency, reading.locale);
  if (dimension === 'count') return parseCount(typed, reading.locale);
  const parse = dimension === 'mass' ? parseMass : dimension === 'length' ? parseLength : parseDistance;
  const schema = dimension === 'mass' ? MassText : dimension === 'length' ? LengthText : DistanceText;
  const parsed = parse(typed, reading);
  if (!parsed.ok) return parsed;
  return schema.safeParse(parsed.text).success
    ? { ok: true, value: parsed.text, ...(parsed.other !== undefined && { other: parsed.other }) }
    : { ok: false, problem: { code: 'tooLarge', most: 'fewer digits' } };
}

/** A bound as it is typed and written to files: "2 kg", "59.99", "3"; "59,99" where the language has it so. */
export function boundText(bound: string | number, measure: Measure, { currency, locale }: Writing): string {
  if (typeof bound === 'string') return quantityTyped(bound, locale);
  return dimensionOf(measure) === 'money' ? minorTyped(bound, currency, locale) : decimalTyped(String(bound), locale);
}
