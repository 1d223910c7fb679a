import { z } from 'zod';
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

export type Typed<T> = { ok: true; value: T } | { ok: false; problem: TypedProblem };

/**
 * Reads an amount as people type it ("9.90", "9,90", "$9.90", "1 200").
 * A currency sign or code in front or behind is taken when it is the shop's.
 */
export function parseMoney(text: string, currency: Currency, locale: string): Typed<Minor> {
  const digits = minorDigits(currency);
  const symbol =
    moneyFormat(currency, locale)
      .formatToParts(0)
      .find((part) => part.type === 'currency')?.value ?? '';
  const bare = text.replace(symbol, '').replace(new RegExp(currency, 'i'), '').trim();
  const number = parseDecimal(bare, { mostDecimals: digits });
  if (!number.ok) return number;
  const [whole = '0', part = ''] = number.value.split('.');
  const minor = Number(whole + part.padEnd(digits, '0'));
  if (minor > GREATEST_AMOUNT) {
    return { ok: false, problem: { code: 'tooLarge', most: minorToDecimal(GREATEST_AMOUNT, currency) } };
  }
  return { ok: true, value: minor };
}
