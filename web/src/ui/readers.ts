import {
  LengthText,
  MassText,
  parseDistance,
  parseLength,
  parseMass,
  parseMoney,
  parseSize,
  type Shop,
  type Size,
  type TierResult,
} from '@ostrakon/core';
import { typedProblemWords } from '../words/typedProblem.ts';
import type { Read } from './useTypedField.ts';

/** Readers of typed text, for `TypedField`. */

export const readMoney =
  (shop: Shop) =>
  (text: string): Read<number> => {
    const parsed = parseMoney(text, shop.currency, shop.locale);
    return parsed.ok ? parsed : { ok: false, message: typedProblemWords(parsed.problem) };
  };

export const readMass =
  (shop: Shop) =>
  (text: string): Read<string> => {
    const parsed = parseMass(text, shop.units);
    if (!parsed.ok) return { ok: false, message: typedProblemWords(parsed.problem) };
    return MassText.safeParse(parsed.text).success
      ? { ok: true, value: parsed.text }
      : { ok: false, message: 'This weight has too many digits.' };
  };

export const readLength =
  (shop: Shop) =>
  (text: string): Read<string> => {
    const parsed = parseLength(text, shop.units);
    if (!parsed.ok) return { ok: false, message: typedProblemWords(parsed.problem) };
    const checked = LengthText.safeParse(parsed.text);
    return checked.success ? { ok: true, value: parsed.text } : { ok: false, message: `${checked.error.issues[0]?.message}.` };
  };

export const readDistance =
  (shop: Shop) =>
  (text: string): Read<string> => {
    const parsed = parseDistance(text, shop.units);
    return parsed.ok ? { ok: true, value: parsed.text } : { ok: false, message: typedProblemWords(parsed.problem) };
  };

/** Three sides: "30 x 20 x 10 cm". */
export const readSize =
  (shop: Shop) =>
  (text: string): Read<Size> => {
    const parsed = parseSize(text, shop.units);
    if (parsed.ok) return { ok: true, value: parsed.size };
    const { problem } = parsed;
    if (problem.code === 'notThreeSides') return { ok: false, message: 'Write three sides, such as 30 x 20 x 10 cm.' };
    if (problem.code === 'noLength') return { ok: false, message: 'Each side is more than nothing.' };
    return { ok: false, message: typedProblemWords(problem) };
  };

/** Whole numbers from 1. */
export function readCount(text: string): Read<number> {
  const digits = text.trim().replace(/[\s,.'\u00a0\u202f](?=\d{3}(?!\d))/g, '');
  if (!/^\d{1,9}$/.test(digits)) return { ok: false, message: text.trim() === '' ? 'Write a number.' : 'Write a whole number of items.' };
  const value = Number(digits);
  if (value < 1) return { ok: false, message: 'At least 1.' };
  return value > 1_000_000 ? { ok: false, message: 'At most 1,000,000.' } : { ok: true, value };
}

/** The same, with an empty field for "none". */
export const orNone =
  <T>(read: (text: string) => Read<T>) =>
  (text: string): Read<T | undefined> =>
    text.trim() === '' ? { ok: true, value: undefined } : read(text);

const NO = /^(no|none|not offered|n\/a|[-\u2013\u2014]+)$/i;
const ASK = /^(ask|ask us|refer|\?)$/i;

/** A tier's result: an amount, "free", "not offered" or "ask us". */
export const readResult =
  (shop: Shop) =>
  (text: string): Read<TierResult> => {
    const typed = text.trim();
    if (/^free$/i.test(typed)) return { ok: true, value: { kind: 'free' } };
    if (NO.test(typed)) return { ok: true, value: { kind: 'notOffered' } };
    if (ASK.test(typed)) return { ok: true, value: { kind: 'refer' } };
    const amount = readMoney(shop)(typed);
    if (amount.ok) return { ok: true, value: { kind: 'amount', amount: amount.value } };
    const words = typed === '' ? 'Write a price' : amount.message.replace(/\.$/, '');
    return { ok: false, message: `${words}. A price, “free”, “not offered” or “ask us” fits here.` };
  };
