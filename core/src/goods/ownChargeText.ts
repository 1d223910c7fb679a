import type { Writing } from '../measures/parseBound.ts';
import type { Currency } from '../money/currency.ts';
import { minorTyped, parseMoney, type Typed } from '../money/money.ts';
import type { OwnCharge } from './product.ts';

/** "45.00 instead", "3.50 on top". */
export function ownChargeText({ amount, how }: OwnCharge, { currency, locale }: Writing): string {
  return `${minorTyped(amount, currency, locale)} ${how === 'instead' ? 'instead' : 'on top'}`;
}

/** Reads a product's own delivery charge as typed; null when it does not say whether it stands instead of the card or on top. */
export function readOwnCharge(typed: string, currency: Currency, locale: string): Typed<OwnCharge> | null {
  const words = /^(.*?)\s*(instead|on top)\s*$/i.exec(typed.trim());
  if (!words) return null;
  const amount = parseMoney(words[1] ?? '', currency, locale);
  return amount.ok ? { ok: true, value: { amount: amount.value, how: /^i/i.test(words[2] ?? '') ? 'instead' : 'onTop' } } : amount;
}
