import { LengthText, parseLength } from '../measures/length.ts';
import type { UnitsReading } from '../measures/mass.ts';
import { quantityTyped } from '../measures/quantityText.ts';
import type { TypedProblem } from '../numbers/parseDecimal.ts';
import type { Size } from './packaging.ts';

/** `other` are the sides with a number of theirs read the other way; see `parseDecimal`. */
export type ParsedSize =
  | { ok: true; size: Size; other?: Size }
  | { ok: false; problem: TypedProblem | { code: 'notThreeSides' } | { code: 'noLength' } };

/**
 * Reads three sides as people type them: "30 x 20 x 10 cm", "12×8×6 in", "30*20*10". A unit at the end holds for the
 * sides that have none; without any it is centimetres or inches, by the shop's units.
 */
export function parseSize(typed: string, reading: UnitsReading): ParsedSize {
  const text = typed.trim();
  if (text === '') return { ok: false, problem: { code: 'empty' } };
  const sides = text.split(/\s*(?:[x×*]|\bby\b)\s*/i);
  if (sides.length !== 3) return { ok: false, problem: { code: 'notThreeSides' } };
  const unit = /[\p{L}\p{M}"'\u2032\u2033]+\.?$/iu.exec(sides[2] ?? '')?.[0] ?? '';
  const read: string[] = [];
  const others: string[] = [];
  for (const side of sides) {
    const parsed = parseLength(/\p{Nd}\s*$/u.test(side) ? `${side} ${unit}` : side, reading);
    if (!parsed.ok) return parsed;
    if (!LengthText.safeParse(parsed.text).success) return { ok: false, problem: { code: 'noLength' } };
    read.push(parsed.text);
    others.push(parsed.other ?? parsed.text);
  }
  const sizeOf = ([length = '', width = '', height = '']: readonly string[]): Size => ({ length, width, height });
  const differs = others.some((other, at) => other !== read[at]);
  return { ok: true, size: sizeOf(read), ...(differs && { other: sizeOf(others) }) };
}

/** Three sides as typed: "30 × 20 × 10 cm" where they share a unit. */
export function sizeText({ length, width, height }: Size, locale: string): string {
  const units = [length, width, height].map((side) => side.replace(/^[\d.]+ /, ''));
  const sides = [length, width, height].map((side) => quantityTyped(side, locale));
  if (units.some((unit) => unit !== units[0] || unit.includes(' '))) return sides.join(' × ');
  return sides.map((side, at) => (at < 2 ? side.replace(/ \S+$/, '') : side)).join(' × ');
}
