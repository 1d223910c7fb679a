import { DECIMAL, decimalTyped, GROUP, habitOf, plainDigits } from './numberHabit.ts';

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

/** `other` is what the same text means where numbers are written the other way; left out where there is no other way to read it. */
export type ParsedDecimal = { ok: true; value: string; other?: string } | { ok: false; problem: TypedProblem };

interface Split {
  readonly whole: string;
  readonly part: string;
}

/** Groups of three, or of two before the last three as in India. */
const GROUPED = new RegExp(`^\\d{1,3}(?:([.,${GROUP}])\\d{3})(?:\\1\\d{3})*$|^\\d{1,2}(?:([.,${GROUP}])\\d{2})(?:\\2\\d{2})*\\2\\d{3}$`);

const WRITTEN = new RegExp(`^[\\d.,${DECIMAL}${GROUP}]+$`);

function canonical({ whole, part }: Split): string {
  const head = whole.replace(/^0+(?=\d)/, '') || '0';
  const tail = part.replace(/0+$/, '');
  return tail === '' ? head : `${head}.${tail}`;
}

const bare = (text: string) => text.replace(/\D/g, '');
const isWhole = (head: string) => /^\d*$/.test(head) || GROUPED.test(head);

/** Every way to read a number: one for most, two where a sign may part thousands or decimals, none where it is no number. */
function readings(text: string): { thousands?: Split; decimal?: Split } {
  if (!WRITTEN.test(text)) return {};
  const signs = [...text].filter((sign) => !/\d/.test(sign));
  const kinds = new Set(signs);
  const last = signs.at(-1);
  if (last === undefined) return /^\d+$/.test(text) ? { thousands: { whole: text, part: '' } } : {};
  const at = text.lastIndexOf(last);
  const [head, part] = [text.slice(0, at), text.slice(at + 1)];
  const grouped = GROUPED.test(text) && last !== DECIMAL && /^[1-9]/.test(text);
  const cut = signs.filter((sign) => sign === last).length === 1 && last !== GROUP && /^\d*$/.test(part) && bare(text) !== '';
  return {
    ...(grouped && kinds.size === 1 && { thousands: { whole: bare(text), part: '' } }),
    ...(cut && isWhole(head) && { decimal: { whole: bare(head), part } }),
  };
}

/**
 * Reads a decimal of 0 or more as people write it: "9.90", "9,90", "1 200,50", "1,200.50", "\u0661\u066b\u0665". What can be read two ways is read as
 * the language writes it, and the other way is told; where the language writes neither, it is refused.
 * @returns a plain decimal with a point and no trailing zeros
 * @example parseDecimal('9,90', { mostDecimals: 2, locale: 'en-CA' }) // { ok: true, value: '9.9' }
 * @example parseDecimal('1.500', { mostDecimals: 6, locale: 'de-DE' }) // { ok: true, value: '1500', other: '1.5' }
 */
export function parseDecimal(typed: string, { mostDecimals, locale }: { mostDecimals: number; locale: string }): ParsedDecimal {
  const text = plainDigits(typed).trim();
  if (text === '') return { ok: false, problem: { code: 'empty' } };
  if (/^[-\u2212]\s*\d/.test(text)) return { ok: false, problem: { code: 'negative' } };
  const { thousands, decimal } = readings(text);
  const refused = (problem: TypedProblem): ParsedDecimal => ({ ok: false, problem });
  // Counted as typed: "1.200" may be meant as 1200, so it is not read as 1.20.
  const tooMany = refused({ code: 'tooManyDecimals', most: mostDecimals });
  const fits = decimal !== undefined && decimal.part.length <= mostDecimals;
  if (thousands && decimal) return readEither(text, { thousands, decimal: fits ? decimal : undefined }, locale) ?? tooMany;
  if (thousands) return inSize(canonical(thousands));
  if (decimal) return fits ? inSize(canonical(decimal)) : tooMany;
  return refused({ code: 'notANumber', typed: typed.trim() });
}

/** What a number that could be either is in a language; undefined where that has more decimals than are taken. */
function readEither(
  text: string,
  { thousands, decimal }: { thousands: Split; decimal: Split | undefined },
  locale: string,
): ParsedDecimal | undefined {
  const { decimal: mark, group } = habitOf(locale);
  const asThousands = canonical(thousands);
  const asDecimal = decimal && canonical(decimal);
  const withOther = (read: ParsedDecimal, other: string | undefined): ParsedDecimal =>
    read.ok && other !== undefined ? { ...read, other } : read;
  if (text.includes(mark)) return asDecimal === undefined ? undefined : withOther(inSize(asDecimal), asThousands);
  if (group !== '' && text.includes(group)) return withOther(inSize(asThousands), asDecimal);
  if (asDecimal === undefined) return undefined;
  return {
    ok: false,
    problem: { code: 'ambiguous', typed: text, asThousands: decimalTyped(asThousands, locale), asDecimal: decimalTyped(asDecimal, locale) },
  };
}

function inSize(value: string): ParsedDecimal {
  return value.length > 20 ? { ok: false, problem: { code: 'tooLarge', most: '99999999' } } : { ok: true, value };
}
