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

const PARTS = /(\d[\d.,\u00a0\u202f ]*)\s*([a-zA-Z"\u2032\u2033'.]*)/g;

export type ParsedQuantity = { ok: true; text: string; base: number } | { ok: false; problem: TypedProblem };

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

/**
 * Reads a quantity with its unit as people type it: "1.5kg", "2 lb 4 oz", "12" (in `defaultUnit`).
 * The unit typed is kept in `text`; `base` is the same in whole base units.
 */
export function parseQuantity<U extends string>(typed: string, defaultUnit: U, system: UnitSystem<U>, most: number): ParsedQuantity {
  const trimmed = typed.trim();
  if (trimmed === '') return { ok: false, problem: { code: 'empty' } };
  if (/^[-\u2212]/.test(trimmed)) return { ok: false, problem: { code: 'negative' } };
  const parts = [...trimmed.matchAll(PARTS)];
  const leftOver = trimmed.replace(PARTS, '').trim();
  if (leftOver !== '' || parts.length === 0 || parts.length > 2) return { ok: false, problem: { code: 'notANumber', typed: trimmed } };
  const words: string[] = [];
  const units: U[] = [];
  for (const [, number = '', spelling = ''] of parts) {
    const unit =
      spelling === '' ? (units.length === 0 ? defaultUnit : system.pair[1]) : system.spellings[spelling.toLowerCase().replace(/\.$/, '')];
    if (!unit) return { ok: false, problem: { code: 'unknownUnit', typed: spelling, known: Object.keys(system.sizes) } };
    const value = parseDecimal(number, { mostDecimals: 6 });
    if (!value.ok) return value;
    units.push(unit);
    words.push(value.value, unit);
  }
  if (units.length === 2 && !(units[0] === system.pair[0] && units[1] === system.pair[1])) {
    return { ok: false, problem: { code: 'notANumber', typed: trimmed } };
  }
  const text = words.join(' ');
  const base = quantityToBase(text, system);
  if (base > most) return { ok: false, problem: { code: 'tooLarge', most: `${most}` } };
  return { ok: true, text, base };
}
