import {
  boundText,
  Coupon,
  decimalTyped,
  LengthText,
  MassText,
  type Measure,
  minorTyped,
  parseBound,
  parseCount,
  parseDistance,
  parseLength,
  parseMass,
  parseMoney,
  parsePercent,
  parseResult,
  parseSize,
  quantityTyped,
  resultText,
  type Shop,
  type Size,
  sizeText,
  type TierResult,
} from '@ostrakon/core';
import { typedProblemWords } from '../words/typedProblem.ts';
import type { Read } from './useTypedField.ts';

/** Readers of typed text, for `TypedField`. */

/** A value that was understood, with the other way to read it where there is one. */
const understood = <T>(value: T, other: T | undefined, show: (value: T) => string): Read<T> =>
  other === undefined ? { ok: true, value } : { ok: true, value, twoWays: { as: show(value), instead: show(other) } };

const quantity = (shop: Pick<Shop, 'locale'>) => (text: string) => quantityTyped(text, shop.locale);

export const readMoney =
  (shop: Shop) =>
  (text: string): Read<number> => {
    const parsed = parseMoney(text, shop.currency, shop.locale);
    if (!parsed.ok) return { ok: false, message: typedProblemWords(parsed.problem) };
    return understood(parsed.value, parsed.other, (minor) => minorTyped(minor, shop.currency, shop.locale));
  };

export const readMass =
  (shop: Shop) =>
  (text: string): Read<string> => {
    const parsed = parseMass(text, shop);
    if (!parsed.ok) return { ok: false, message: typedProblemWords(parsed.problem) };
    return MassText.safeParse(parsed.text).success
      ? understood(parsed.text, parsed.other, quantity(shop))
      : { ok: false, message: 'This weight has too many digits.' };
  };

export const readLength =
  (shop: Shop) =>
  (text: string): Read<string> => {
    const parsed = parseLength(text, shop);
    if (!parsed.ok) return { ok: false, message: typedProblemWords(parsed.problem) };
    const checked = LengthText.safeParse(parsed.text);
    return checked.success
      ? understood(parsed.text, parsed.other, quantity(shop))
      : { ok: false, message: `${checked.error.issues[0]?.message}.` };
  };

export const readDistance =
  (shop: Shop) =>
  (text: string): Read<string> => {
    const parsed = parseDistance(text, shop);
    return parsed.ok ? understood(parsed.text, parsed.other, quantity(shop)) : { ok: false, message: typedProblemWords(parsed.problem) };
  };

/** Three sides: "30 x 20 x 10 cm". */
export const readSize =
  (shop: Shop) =>
  (text: string): Read<Size> => {
    const parsed = parseSize(text, shop);
    if (parsed.ok) return understood(parsed.size, parsed.other, (size) => sizeText(size, shop.locale));
    const { problem } = parsed;
    if (problem.code === 'notThreeSides') return { ok: false, message: 'Write three sides, such as 30 x 20 x 10 cm.' };
    if (problem.code === 'noLength') return { ok: false, message: 'Each side is more than nothing.' };
    return { ok: false, message: typedProblemWords(problem) };
  };

/** Whole numbers from 1. */
export const readCount =
  ({ locale }: Pick<Shop, 'locale'>) =>
  (text: string): Read<number> => {
    const parsed = parseCount(text, locale);
    return parsed.ok ? parsed : { ok: false, message: typedProblemWords(parsed.problem) };
  };

/** A percentage in basis points, to `most` of them. */
export const readPercent =
  ({ locale }: Pick<Shop, 'locale'>, most = 10_000) =>
  (text: string): Read<number> => {
    const parsed = parsePercent(text, locale, most);
    return parsed.ok ? parsed : { ok: false, message: typedProblemWords(parsed.problem) };
  };

/** A bound of any measure. */
export const readBound =
  (measure: Measure, shop: Shop) =>
  (text: string): Read<string | number> => {
    const parsed = parseBound(text, measure, shop);
    return parsed.ok
      ? understood(parsed.value, parsed.other, (bound) => boundText(bound, measure, shop))
      : { ok: false, message: typedProblemWords(parsed.problem) };
  };

/** A coupon code, without spaces. */
export function readCoupon(text: string): Read<string> {
  const parsed = Coupon.safeParse(text.trim());
  return parsed.success ? { ok: true, value: parsed.data } : { ok: false, message: `${parsed.error.issues[0]?.message}.` };
}

/** Several coupon codes between commas. */
export function readCoupons(text: string): Read<string[]> {
  const codes = text.split(/[,;\n]/).map((code) => code.trim());
  const read = codes.filter((code) => code !== '').map(readCoupon);
  const fault = read.find((one) => !one.ok);
  if (fault && !fault.ok) return { ok: false, message: `${fault.message.replace(/\.$/, '')}. Put commas between several codes.` };
  return { ok: true, value: [...new Set(read.flatMap((one) => (one.ok ? [one.value] : [])))] };
}

/** The same, with an empty field for "none". */
export const orNone =
  <T>(read: (text: string) => Read<T>) =>
  (text: string): Read<T | undefined> =>
    text.trim() === '' ? { ok: true, value: undefined } : read(text);

const kindsIn = ({ locale, units }: Shop) =>
  `A price, “5 + ${decimalTyped('0.80', locale)}/${units === 'metric' ? 'kg' : 'lb'}”, “5 %”, “free”, “not offered” or “ask us” fits here.`;

/** A tier's result as typed; `measure` is what a rate counts, and where nothing is measured a rate is refused. */
export const readResult =
  (shop: Shop, measure?: Measure) =>
  (text: string): Read<TierResult> => {
    const read = parseResult(text, measure, shop);
    if (read.ok) return understood(read.value, read.other, (result) => resultText(result, measure, shop));
    const { problem } = read;
    if (problem.code === 'noUnitHere') return { ok: false, message: 'Nothing is measured here, so a rate has nothing to count.' };
    if (problem.code === 'empty') return { ok: false, message: `Write a price. ${kindsIn(shop)}` };
    const words = typedProblemWords(problem);
    return { ok: false, message: measure === undefined ? words : `${words} ${kindsIn(shop)}` };
  };
