import { LengthText, parseLength } from '../measures/length.ts';
import type { UnitsOfShop } from '../measures/mass.ts';
import type { TypedProblem } from '../numbers/parseDecimal.ts';
import type { Size } from './packaging.ts';

export type ParsedSize = { ok: true; size: Size } | { ok: false; problem: TypedProblem | { code: 'notThreeSides' } | { code: 'noLength' } };

/**
 * Reads three sides as people type them: "30 x 20 x 10 cm", "12×8×6 in", "30*20*10". A unit at the end holds for the
 * sides that have none; without any it is centimetres or inches, by the shop's units.
 */
export function parseSize(typed: string, units: UnitsOfShop): ParsedSize {
  const text = typed.trim();
  if (text === '') return { ok: false, problem: { code: 'empty' } };
  const sides = text.split(/\s*(?:[x×*]|\bby\b)\s*/i);
  if (sides.length !== 3) return { ok: false, problem: { code: 'notThreeSides' } };
  const unit = /[a-z"'\u2032\u2033]+\.?$/i.exec(sides[2] ?? '')?.[0] ?? '';
  const read: string[] = [];
  for (const side of sides) {
    const parsed = parseLength(/\d\s*$/.test(side) ? `${side} ${unit}` : side, units);
    if (!parsed.ok) return parsed;
    if (!LengthText.safeParse(parsed.text).success) return { ok: false, problem: { code: 'noLength' } };
    read.push(parsed.text);
  }
  const [length = '', width = '', height = ''] = read;
  return { ok: true, size: { length, width, height } };
}

/** Three sides as typed: "30 × 20 × 10 cm" where they share a unit. */
export function sizeText({ length, width, height }: Size): string {
  const sides = [length, width, height];
  const units = sides.map((side) => side.replace(/^[\d.]+ /, ''));
  if (units.some((unit) => unit !== units[0] || unit.includes(' '))) return sides.join(' × ');
  return sides.map((side, at) => (at < 2 ? side.replace(/ \S+$/, '') : side)).join(' × ');
}
