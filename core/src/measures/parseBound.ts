import type { Currency } from '../money/currency.ts';
import { minorToDecimal, parseMoney, type Typed } from '../money/money.ts';
import { DistanceText, parseDistance } from './distance.ts';
import { LengthText, parseLength } from './length.ts';
import { MassText, parseMass, type UnitsOfShop } from './mass.ts';
import { dimensionOf, type Measure } from './measure.ts';

/** What reading figures rests on. */
export interface Reading {
  readonly currency: Currency;
  readonly locale: string;
  readonly units: UnitsOfShop;
}

/** Whole numbers from 1, with or without marks between thousands: "3", "1,200". */
export function parseCount(typed: string): Typed<number> {
  const text = typed.trim();
  if (text === '') return { ok: false, problem: { code: 'empty' } };
  const digits = text.replace(/[\s,.'\u00a0\u202f](?=\d{3}(?!\d))/g, '');
  if (/^[-\u2212]\s*\d/.test(text)) return { ok: false, problem: { code: 'negative' } };
  if (!/^\d+([.,]\d+)?$/.test(digits)) return { ok: false, problem: { code: 'notANumber', typed: text } };
  if (!/^\d+$/.test(digits)) return { ok: false, problem: { code: 'tooManyDecimals', most: 0 } };
  const value = Number(digits);
  if (value < 1) return { ok: false, problem: { code: 'tooSmall', least: '1' } };
  return value > 1_000_000 ? { ok: false, problem: { code: 'tooLarge', most: '1,000,000' } } : { ok: true, value };
}

/** Reads a bound of a measure as typed: texts keep their unit, amounts and counts become base units. */
export function parseBound(typed: string, measure: Measure, reading: Reading): Typed<string | number> {
  const dimension = dimensionOf(measure);
  if (dimension === 'money') return parseMoney(typed, reading.currency, reading.locale);
  if (dimension === 'count') return parseCount(typed);
  const parse = dimension === 'mass' ? parseMass : dimension === 'length' ? parseLength : parseDistance;
  const schema = dimension === 'mass' ? MassText : dimension === 'length' ? LengthText : DistanceText;
  const parsed = parse(typed, reading.units);
  if (!parsed.ok) return parsed;
  return schema.safeParse(parsed.text).success
    ? { ok: true, value: parsed.text }
    : { ok: false, problem: { code: 'tooLarge', most: 'fewer digits' } };
}

/** A bound as it is typed and written to files: "2 kg", "59.99", "3". */
export function boundText(bound: string | number, measure: Measure, currency: Currency): string {
  if (typeof bound === 'string') return bound;
  return dimensionOf(measure) === 'money' ? minorToDecimal(bound, currency) : String(bound);
}
