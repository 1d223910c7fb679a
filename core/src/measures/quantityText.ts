import { decimalTyped, plainDigits } from '../numbers/numberHabit.ts';
import { parseDecimal, type TypedProblem } from '../numbers/parseDecimal.ts';
import { divideRounded } from '../numbers/rounding.ts';

/** Base units in one unit, as an exact fraction. */
export interface UnitSize {
  readonly numerator: bigint;
  readonly denominator: bigint;
}

/** A table of units by canonical name, and the spellings people use for them. */
export interface UnitSystem<U extends string> {
  readonly sizes: Readonly<Record<U, UnitSize>>;
  readonly spellings: Readonly<Record<string, U>>;
  /** A pair that may be written together: pounds and ounces, feet and inches. */
  readonly pair: readonly [U, U];
}

const PARTS = /(\d[\d.,\ue000\ue001]*|[.,\ue000]\d+)\s*([\p{L}\p{M}"\u2032\u2033'.]*)/gu;

/** `other` is the same quantity with its number read the other way; see `parseDecimal`. */
export type ParsedQuantity = { ok: true; text: string; base: number; other?: string } | { ok: false; problem: TypedProblem };

/** Names of units in Intl (CLDR units). */
const NAMES: Readonly<Record<string, string>> = {
  kg: 'kilogram',
  g: 'gram',
  lb: 'pound',
  oz: 'ounce',
  km: 'kilometer',
  m: 'meter',
  cm: 'centimeter',
  mm: 'millimeter',
  ft: 'foot',
  in: 'inch',
  mi: 'mile',
};

const spellings = new Map<string, ReadonlyMap<string, string>>();
const folded = (word: string) => word.normalize('NFKC').toLowerCase().replace(/\.$/, '').trim();

/** Units as a language writes them, short and long. */
function spellingsOf(locale: string): ReadonlyMap<string, string> {
  const held = spellings.get(locale);
  if (held) return held;
  const made = new Map<string, string>();
  for (const [symbol, unit] of Object.entries(NAMES)) {
    for (const unitDisplay of ['short', 'narrow', 'long'] as const) {
      const format = new Intl.NumberFormat(locale, { style: 'unit', unit, unitDisplay });
      for (const count of [1, 2, 5, 100]) {
        const word = format.formatToParts(count).find(({ type }) => type === 'unit')?.value;
        if (word && !made.has(folded(word))) made.set(folded(word), symbol);
      }
    }
  }
  spellings.set(locale, made);
  return made;
}

function unitOf<U extends string>(spelling: string, system: UnitSystem<U>, locale: string): U | undefined {
  const word = folded(spelling);
  const known = system.spellings[word];
  if (known !== undefined) return known;
  const named = spellingsOf(locale).get(word);
  return named !== undefined && named in system.sizes ? (named as U) : undefined;
}

/** Canonical text ("2 lb 4 oz") in base units, as an exact fraction. */
function fractionOf<U extends string>(text: string, system: UnitSystem<U>): UnitSize {
  const words = text.split(' ');
  let numerator = 0n;
  let denominator = 1n;
  for (let at = 0; at < words.length; at += 2) {
    const size = system.sizes[words[at + 1] as U];
    const [whole = '0', part = ''] = (words[at] ?? '').split('.');
    const scale = 10n ** BigInt(part.length) * size.denominator;
    numerator = numerator * scale + BigInt(whole + part) * size.numerator * denominator;
    denominator *= scale;
  }
  return { numerator, denominator };
}

/** Canonical text in whole base units, rounded half-up once at the end. */
export function quantityToBase<U extends string>(text: string, system: UnitSystem<U>): number {
  const { numerator, denominator } = fractionOf(text, system);
  return Number(divideRounded(numerator, denominator, 'halfUp'));
}

/** The same as near as a number comes, for sums: what is rounded before it is added up grows with the count. */
export function quantityToSum<U extends string>(text: string, system: UnitSystem<U>): number {
  const { numerator, denominator } = fractionOf(text, system);
  return Number(numerator / denominator) + Number(numerator % denominator) / Number(denominator);
}

/** What reading a quantity rests on besides its own system. */
export interface QuantityReading<U extends string> {
  readonly defaultUnit: U;
  readonly locale: string;
  /** The greatest that is taken, in base units. */
  readonly most: number;
}

interface Part<U extends string> {
  readonly value: string;
  readonly other: string | undefined;
  readonly unit: U;
}

/** The one or two numbers of a quantity with what stands behind them; undefined where there is anything else. */
function partsIn(plain: string): { number: string; spelling: string }[] | undefined {
  const found = [...plain.matchAll(PARTS)];
  if (plain.replace(PARTS, '').trim() !== '' || found.length === 0 || found.length > 2) return undefined;
  return found.map(([, number = '', spelling = '']) => ({ number, spelling }));
}

/**
 * Reads a quantity with its unit as people type it: "1.5kg", "2 lb 4 oz", "12" (in `defaultUnit`). Units are understood in
 * English and in the language of `locale`. The unit typed is kept in `text`; `base` is the same in whole base units.
 */
export function parseQuantity<U extends string>(typed: string, system: UnitSystem<U>, reading: QuantityReading<U>): ParsedQuantity {
  const { defaultUnit, locale, most } = reading;
  const trimmed = typed.trim();
  if (trimmed === '') return { ok: false, problem: { code: 'empty' } };
  if (/^[-\u2212]/.test(trimmed)) return { ok: false, problem: { code: 'negative' } };
  const found = partsIn(plainDigits(trimmed));
  if (found === undefined) return { ok: false, problem: { code: 'notANumber', typed: trimmed } };
  const parts: Part<U>[] = [];
  for (const { number, spelling } of found) {
    const unit = spelling === '' ? (parts.length === 0 ? defaultUnit : system.pair[1]) : unitOf(spelling, system, locale);
    if (!unit) return { ok: false, problem: { code: 'unknownUnit', typed: spelling, known: Object.keys(system.sizes) } };
    const value = parseDecimal(number, { mostDecimals: 6, locale });
    if (!value.ok) return value;
    parts.push({ value: value.value, other: value.other, unit });
  }
  if (parts.length === 2 && parts.some(({ unit }, at) => unit !== system.pair[at])) {
    return { ok: false, problem: { code: 'notANumber', typed: trimmed } };
  }
  const text = parts.map(({ value, unit }) => `${value} ${unit}`).join(' ');
  const base = quantityToBase(text, system);
  if (base > most) return { ok: false, problem: { code: 'tooLarge', most: `${most}` } };
  const other = parts.map(({ value, other: another, unit }) => `${another ?? value} ${unit}`).join(' ');
  return other !== text && quantityToBase(other, system) <= most ? { ok: true, text, base, other } : { ok: true, text, base };
}

/** A canonical quantity ("1.5 kg", "2 lb 4 oz") as a field shows it in a language: "1,5 kg". */
export function quantityTyped(text: string, locale: string): string {
  return text
    .split(' ')
    .map((word, at) => (at % 2 === 0 ? decimalTyped(word, locale) : word))
    .join(' ');
}
