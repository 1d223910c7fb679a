import { z } from 'zod';
import { decimalTyped } from '../numbers/numberHabit.ts';
import { parseDecimal, type TypedProblem } from '../numbers/parseDecimal.ts';
import { inUnit } from '../numbers/units.ts';
import { type Currency, minorDigits } from './currency.ts';

/** The greatest amount one field takes, in minor units. */
export const GREATEST_AMOUNT = 99_999_999_999;

/** An amount of the shop's currency in whole minor units (cents of a dollar, yen of a yen). */
export const Minor = inUnit<'minor unit'>(
  z
    .int({
      error: ({ input }) => {
        if (typeof input !== 'number' || Number.isInteger(input)) return undefined;
        // 9.9 is meant as 9.90 of a currency with cents; what has more decimals is meant as nothing we know.
        const cents = Math.round(input * 100);
        const meant = Math.abs(cents - input * 100) < 1e-6 ? `; write ${cents}` : '';
        return `${input} is not a whole number of minor units (cents, fils)${meant}`;
      },
    })
    .min(0)
    .max(GREATEST_AMOUNT),
);
export type Minor = z.infer<typeof Minor>;

/** Minor units as a plain decimal: (1690, 'CAD') is "16.90". */
export function minorToDecimal(minor: Minor, currency: Currency): `${number}` {
  const digits = minorDigits(currency);
  const sign = minor < 0 ? '-' : '';
  const text = Math.abs(minor)
    .toString()
    .padStart(digits + 1, '0');
  const whole = text.slice(0, text.length - digits);
  return `${sign}${whole}${digits === 0 ? '' : `.${text.slice(-digits)}`}` as `${number}`;
}

const formats = new Map<string, Intl.NumberFormat>();

function moneyFormat(currency: Currency, locale: string): Intl.NumberFormat {
  const key = `${locale} ${currency}`;
  const held = formats.get(key);
  if (held) return held;
  const digits = minorDigits(currency);
  const made = new Intl.NumberFormat(locale, {
    style: 'currency',
    currency,
    currencyDisplay: 'narrowSymbol',
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
  });
  formats.set(key, made);
  return made;
}

/** An amount as people read it in `locale`, digits from ISO 4217: (1690, 'CAD', 'en-CA') is "$16.90". */
export function formatMoney(minor: Minor, currency: Currency, locale: string): string {
  return moneyFormat(currency, locale).format(minorToDecimal(minor, currency));
}

/** An amount as a field shows it: (1690, 'EUR', 'de-DE') is "16,90". */
export const minorTyped = (minor: Minor, currency: Currency, locale: string): string =>
  decimalTyped(minorToDecimal(minor, currency), locale);

/** `other` is what the same text means where numbers are written the other way; see `parseDecimal`. */
export type Typed<T> = { ok: true; value: T; other?: T } | { ok: false; problem: TypedProblem };

/** Signs people write beside those of CLDR: common practice, no published source. */
const EVERYDAY: Readonly<Record<string, readonly string[]>> = {
  AUD: ['A$', 'AU$'],
  CAD: ['C$', 'CA$'],
  CHF: ['Fr', 'SFr'],
  EGP: ['LE', 'L.E.', 'E\u00a3'],
  ILS: ['NIS'],
  INR: ['Rs'],
  JPY: ['\u5186', '\u00a5'],
  CNY: ['\u5143', '\u00a5'],
  KWD: ['KD', 'K.D.'],
  NZD: ['NZ$'],
  OMR: ['RO', 'R.O.'],
  USD: ['US$'],
};

const signs = new Map<string, readonly string[]>();

/** What may stand before or behind an amount of a currency, longest first. */
function signsOf(currency: Currency, locale: string): readonly string[] {
  const key = `${locale} ${currency}`;
  const held = signs.get(key);
  if (held) return held;
  const ofIntl = [locale, 'en'].flatMap((language) =>
    (['symbol', 'narrowSymbol', 'name'] as const).flatMap((currencyDisplay) =>
      [1, 2].map(
        (count) =>
          new Intl.NumberFormat(language, { style: 'currency', currency, currencyDisplay })
            .formatToParts(count)
            .find(({ type }) => type === 'currency')?.value ?? '',
      ),
    ),
  );
  const all = [currency, ...ofIntl, ...(EVERYDAY[currency] ?? [])].map(comparable).filter((sign) => sign !== '');
  const made = [...new Set(all)].sort((a, b) => b.length - a.length);
  signs.set(key, made);
  return made;
}

const comparable = (text: string) =>
  text
    .replace(/[\u061c\u200e\u200f]/g, '')
    .replace(/\uffe5/g, '\u00a5')
    .toLowerCase()
    .trim();

/** The amount without the currency's sign, which may stand before it or behind it. */
function withoutSign(text: string, currency: Currency, locale: string): string {
  const bare = comparable(text);
  for (const sign of signsOf(currency, locale)) {
    if (bare.startsWith(sign) && !/^\p{L}/u.test(bare.slice(sign.length))) return bare.slice(sign.length).trim();
    if (bare.endsWith(sign)) return bare.slice(0, -sign.length).trim();
  }
  return bare;
}

/**
 * Reads an amount as people type it ("9.90", "9,90", "$9.90", "1 200", "1,800\u5186").
 * A currency sign or code in front or behind is taken when it is the shop's.
 */
export function parseMoney(text: string, currency: Currency, locale: string): Typed<Minor> {
  const digits = minorDigits(currency);
  const number = parseDecimal(withoutSign(text, currency, locale), { mostDecimals: digits, locale });
  if (!number.ok) return number.problem.code === 'notANumber' ? { ok: false, problem: { code: 'notANumber', typed: text.trim() } } : number;
  const minorOf = (decimal: string) => {
    const [whole = '0', part = ''] = decimal.split('.');
    return Number(whole + part.padEnd(digits, '0'));
  };
  const minor = minorOf(number.value);
  if (minor > GREATEST_AMOUNT) {
    return { ok: false, problem: { code: 'tooLarge', most: minorToDecimal(GREATEST_AMOUNT, currency) } };
  }
  const other = number.other === undefined ? undefined : minorOf(number.other);
  return { ok: true, value: minor, ...(other !== undefined && other <= GREATEST_AMOUNT && { other }) };
}
