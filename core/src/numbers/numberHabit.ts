/** How a language writes numbers in Latin digits. */
export interface NumberHabit {
  /** The sign between whole and decimal part. */
  readonly decimal: string;
  /** The sign between groups of digits; empty where there is none. */
  readonly group: string;
}

const habits = new Map<string, NumberHabit>();

const COMMA: NumberHabit = { decimal: ',', group: '.' };
const POINT: NumberHabit = { decimal: '.', group: ',' };

/**
 * The habit of a language; of its private subtags `comma` and `point` (BCP 47, 2.2.7) that of a file which parts decimals so.
 * Source: CLDR number symbols, by way of Intl (ECMA-402).
 */
export function habitOf(locale: string): NumberHabit {
  const held = habits.get(locale);
  if (held) return held;
  const [, named] = /-x-(comma|point)$/.exec(locale) ?? [];
  if (named) return named === 'comma' ? COMMA : POINT;
  const parts = new Intl.NumberFormat(locale, { numberingSystem: 'latn' }).formatToParts(1_234_567.5);
  const sign = (type: string) => parts.find((part) => part.type === type)?.value ?? '';
  const habit = { decimal: sign('decimal') || '.', group: sign('group') };
  habits.set(locale, habit);
  return habit;
}

let zeros: readonly number[] | undefined;

/** Where the digits of each script begin. Source: Unicode decimal digits (general category Nd), by the numbering systems of Intl. */
function zerosOf(): readonly number[] {
  zeros ??= Intl.supportedValuesOf('numberingSystem').flatMap((numberingSystem) => {
    const zero = new Intl.NumberFormat('en', { numberingSystem }).format(0);
    return /^\p{Nd}$/u.test(zero) ? [zero.codePointAt(0) ?? 0] : [];
  });
  return zeros;
}

/** A sign that parts whole and decimal digits and nothing else, in any language. */
export const DECIMAL = '\ue000';
/** A sign that parts groups of digits and nothing else: a space, an apostrophe, the Arabic thousands sign. */
export const GROUP = '\ue001';

/** Text with digits of every script as 0 to 9, full-width signs as plain ones, and without marks of direction. */
export function latinDigits(text: string): string {
  return text
    .replace(/[\u061c\u200e\u200f\u202a-\u202e\u2066-\u2069]/g, '')
    .replace(/[\uff01-\uff5e]/g, (sign) => String.fromCharCode(sign.charCodeAt(0) - 0xfee0))
    .replace(/\p{Nd}/gu, (digit) => {
      const code = digit.codePointAt(0) ?? 0;
      if (code < 0x80) return digit;
      const zero = zerosOf().find((first) => code >= first && code < first + 10);
      return zero === undefined ? digit : String(code - zero);
    });
}

/** The same, with signs that are read one way only as such: the Arabic ones, and apostrophes and spaces between groups of digits. */
export function plainDigits(text: string): string {
  return latinDigits(text)
    .replace(/\u066b/g, DECIMAL)
    .replace(/\u066c/g, GROUP)
    .replace(/\s/g, ' ')
    .replace(/(?<=\d)[ '\u2019](?=\d{3}(?!\d))/g, GROUP);
}

const formats = new Map<string, Intl.NumberFormat>();

/** A plain decimal such as "1234.50" as a field shows it: its decimals as they are, in the language's signs and digits, without groups. */
export function decimalTyped(decimal: string, locale: string): string {
  const digits = decimal.split('.')[1]?.length ?? 0;
  const key = `${locale} ${digits}`;
  let format = formats.get(key);
  if (!format) {
    format = new Intl.NumberFormat(locale, { useGrouping: false, minimumFractionDigits: digits, maximumFractionDigits: digits });
    formats.set(key, format);
  }
  return format.format(decimal as `${number}`);
}
