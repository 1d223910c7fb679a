/** Why typed text was not taken. Facts only; the words live with the screens. */
export type TypedProblem =
  | { code: 'empty' }
  | { code: 'notANumber'; typed: string }
  | { code: 'ambiguous'; typed: string; asThousands: string; asDecimal: string }
  | { code: 'tooManyDecimals'; most: number }
  | { code: 'negative' }
  | { code: 'tooSmall'; least: string }
  | { code: 'tooLarge'; most: string }
  | { code: 'unknownUnit'; typed: string; known: readonly string[] };

export type ParsedDecimal = { ok: true; value: string } | { ok: false; problem: TypedProblem };

const GROUPED = /^\d{1,3}(?:([.,' \u00a0\u202f])\d{3})(?:\1\d{3})*$/;

function canonical(whole: string, part: string): string {
  const head = whole.replace(/^0+(?=\d)/, '') || '0';
  const tail = part.replace(/0+$/, '');
  return tail === '' ? head : `${head}.${tail}`;
}

/** Splits "1.200,50" into whole and decimal part; `undefined` when it is no number, `null` when it can be read two ways. */
function splitNumber(text: string): { whole: string; part: string } | null | undefined {
  const marks = text.match(/[.,]/g) ?? [];
  const last = Math.max(text.lastIndexOf('.'), text.lastIndexOf(','));
  if (marks.length === 0) {
    const digits = text.replace(/['\s]/g, '');
    if (!/^\d+$/.test(digits)) return undefined;
    return digits === text || GROUPED.test(text) ? { whole: digits, part: '' } : undefined;
  }
  const head = text.slice(0, last);
  const part = text.slice(last + 1);
  const headDigits = head.replace(/[.,'\s]/g, '');
  if (!/^\d*$/.test(part) || !/^\d*$/.test(headDigits) || headDigits + part === '') return undefined;
  if (marks.length === 1 && head === headDigits) {
    if (text[last] === ',' && part.length === 3 && /^[1-9]\d{0,2}$/.test(head)) return null;
    return { whole: head, part };
  }
  if (GROUPED.test(text)) return { whole: headDigits + part, part: '' };
  return GROUPED.test(head) && !head.includes(text[last] ?? '') ? { whole: headDigits, part } : undefined;
}

/**
 * Reads a decimal of 0 or more as people write it: "9.90", "9,90", "1 200,50", "1,200.50".
 * @returns a plain decimal with a point and no trailing zeros
 * @example parseDecimal('9,90', { mostDecimals: 2 }) // { ok: true, value: '9.9' }
 */
export function parseDecimal(typed: string, { mostDecimals }: { mostDecimals: number }): ParsedDecimal {
  const text = typed.trim();
  if (text === '') return { ok: false, problem: { code: 'empty' } };
  if (/^[-\u2212]\s*\d/.test(text)) return { ok: false, problem: { code: 'negative' } };
  const split = splitNumber(text);
  if (split === undefined) return { ok: false, problem: { code: 'notANumber', typed: text } };
  if (split === null) {
    const [head = '', part = ''] = text.split(',');
    if (mostDecimals < 3) return { ok: true, value: head + part };
    return { ok: false, problem: { code: 'ambiguous', typed: text, asThousands: head + part, asDecimal: `${head}.${part}` } };
  }
  const value = canonical(split.whole, split.part);
  // Counted as typed: "1.200" may be meant as 1200, so it is not read as 1.20.
  if (split.part.length > mostDecimals) return { ok: false, problem: { code: 'tooManyDecimals', most: mostDecimals } };
  if (value.length > 20) return { ok: false, problem: { code: 'tooLarge', most: '99,999,999' } };
  return { ok: true, value };
}
