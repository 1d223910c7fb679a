import { normalizePostal } from './postal.ts';

/** One line of a postal list: one code, the codes that begin alike (`B3*`), or a range (`10000-10999`, `B3A-B3S`). */
export type PostalRule =
  | { readonly kind: 'code'; readonly code: string }
  | { readonly kind: 'prefix'; readonly prefix: string }
  | { readonly kind: 'range'; readonly from: string; readonly upTo: string };

/** Why a line is not a postal rule. */
export type PostalRuleProblem = 'empty' | 'characters' | 'tooLong' | 'starInside' | 'differentShapes' | 'backwards';

export type ReadRule = { ok: true; rule: PostalRule } | { ok: false; problem: PostalRuleProblem };

const ALLOWED = /^[\p{L}\p{N} -]+$/u;
const MOST = 16;
const PLAIN = /^[0-9A-Z]{1,16}$/;

/** The pattern of letters and digits of a normalized code: "B3H4R2" is "A9A9A9". */
export function shapeOf(normalized: string): string {
  let shape = '';
  for (let at = 0; at < normalized.length; at += 1) {
    const sign = normalized.charCodeAt(at);
    shape += sign >= 48 && sign <= 57 ? '9' : 'A';
  }
  return shape;
}

/** A code as a whole number among the codes of its shape: letters count to 26, digits to 10. */
export function orderOf(normalized: string): number {
  let value = 0;
  for (let at = 0; at < normalized.length; at += 1) {
    const sign = normalized.charCodeAt(at);
    value = sign >= 48 && sign <= 57 ? value * 10 + (sign - 48) : value * 26 + (sign - 65);
  }
  return value;
}

const refused = (problem: PostalRuleProblem): ReadRule => ({ ok: false, problem });

function readRange(from: string, upTo: string): ReadRule {
  if (from === '' || upTo === '') return refused('empty');
  if (!/^[A-Z0-9]+$/.test(from + upTo)) return refused('characters');
  if (shapeOf(from) !== shapeOf(upTo)) return refused('differentShapes');
  if (orderOf(from) > orderOf(upTo)) return refused('backwards');
  return { ok: true, rule: { kind: 'range', from, upTo } };
}

/** "10000-20": the end of a range written short, which could mean several things and is no code anywhere. */
export const CUT_SHORT = /^\d{4,}-\d{1,2}$/;

/** What parts the ends of a range and is never within a code: a hyphen between spaces, a dash, two points, "to". */
const CLEARLY_RANGE = /\s+-\s+|\s*(?:–|—|\.\.)\s*|\s+to\s+/;

/** Whether two halves around a hyphen are, or are meant to be, the ends of a range, and not one code that has a hyphen in it. */
function isRange(halves: readonly string[], line: string): boolean {
  if (halves.length !== 2) return false;
  if (/\s[-–—]\s/.test(line) || /[–—]|\bto\b|\.\./.test(line) || CUT_SHORT.test(line)) return true;
  const [from = '', upTo = ''] = halves;
  return shapeOf(from) === shapeOf(upTo);
}

function readPrefix(text: string): ReadRule {
  const prefix = normalizePostal(text.slice(0, -1));
  if (!text.endsWith('*') || prefix.includes('*')) return refused('starInside');
  if (prefix === '') return refused('empty');
  if (!ALLOWED.test(prefix)) return refused('characters');
  return prefix.length > MOST ? refused('tooLong') : { ok: true, rule: { kind: 'prefix', prefix } };
}

/**
 * Reads one line. A hyphen between two codes of one length and shape is a range ("1000-1999"); other hyphens belong to the
 * code ("00-001", "12345-6789", "B3J-2K9"). "B3A – B3S" and "B3A..B3S" are ranges, too, and so is "900-0000 - 907-9999".
 */
export function readPostalRule(line: string): ReadRule {
  const text = line.trim();
  // Most lines of a long list are plain codes.
  if (PLAIN.test(text)) return { ok: true, rule: { kind: 'code', code: text } };
  if (text === '') return refused('empty');
  if (text.length > 2 * MOST + 5) return refused('tooLong');
  if (text.includes('*')) return readPrefix(text);
  const ends = text.split(CLEARLY_RANGE);
  const halves = (ends.length === 2 ? ends : text.split('-')).map(normalizePostal);
  if (isRange(halves, text)) return readRange(halves[0] ?? '', halves[1] ?? '');
  const code = normalizePostal(text);
  if (!ALLOWED.test(text)) return refused('characters');
  if (code.length > MOST) return refused('tooLong');
  return code === '' ? refused('empty') : { ok: true, rule: { kind: 'code', code } };
}

/** A rule in one spelling, to tell whether two lines say the same. */
export function ruleKey(rule: PostalRule): string {
  switch (rule.kind) {
    case 'code':
      return rule.code;
    case 'prefix':
      return `${rule.prefix}*`;
    case 'range':
      return `${rule.from}-${rule.upTo}`;
  }
}
