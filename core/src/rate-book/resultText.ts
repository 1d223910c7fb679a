import { dimensionOf, type Measure } from '../measures/measure.ts';
import { boundText, parseBound, type Reading, type Writing } from '../measures/parseBound.ts';
import { parsePercent, percentTyped } from '../measures/percent.ts';
import { minorDigits } from '../money/currency.ts';
import { minorTyped, parseMoney, type Typed } from '../money/money.ts';
import type { TypedProblem } from '../numbers/parseDecimal.ts';
import type { Bound } from './card.ts';
import type { TierResult } from './result.ts';
import { resultWordsOf, withSlash, wordsAsked } from './resultWords.ts';

/** Results as they are typed into a card and written to files: "9.90", "13.40 + 0.80/kg", "5%", "free", "not offered", "ask us". */

export type ResultProblem = TypedProblem | { code: 'noUnitHere' };
/** `other` is the result with a number of it read the other way; see `parseDecimal`. */
export type ReadResult = { ok: true; value: TierResult; other?: TierResult } | { ok: false; problem: ResultProblem };

const counted = (measure: Measure) => (measure === 'parcels' ? 'parcel' : 'item');

/** "kg", "500 g", "item", "2 parcels", "10.00". */
export function unitText(unit: Bound, measure: Measure, writing: Writing): string {
  if (typeof unit === 'string') return unit.startsWith('1 ') ? unit.slice(2) : boundText(unit, measure, writing);
  if (dimensionOf(measure) === 'money') return boundText(unit, measure, writing);
  return unit === 1 ? counted(measure) : `${boundText(unit, measure, writing)} ${counted(measure)}s`;
}

/** @param measure what `perUnit` counts; may be left out where nothing is measured */
export function resultText(result: TierResult, measure: Measure | undefined, writing: Writing): string {
  const { currency, locale } = writing;
  switch (result.kind) {
    case 'amount':
      return minorTyped(result.amount, currency, locale);
    case 'perUnit': {
      const rate = `${minorTyped(result.each, currency, locale)}/${unitText(result.unit, measure ?? 'itemCount', writing)}`;
      return result.base === 0 ? rate : `${minorTyped(result.base, currency, locale)} + ${rate}`;
    }
    case 'percent':
      return `${percentTyped(result.basisPoints, locale)}${result.of === 'valueBeforeDiscounts' ? ' before discounts' : ''}`;
    case 'free':
      return 'free';
    case 'notOffered':
      return 'not offered';
    case 'refer':
      return result.words === undefined ? 'ask us' : `ask us: ${result.words}`;
  }
}

/** Reads "kg", "500 g", "item", "2 parcels", "10.00" as a unit of a measure. */
export function parseUnit(typed: string, measure: Measure, reading: Reading): Typed<Bound> {
  const text = typed.trim();
  const dimension = dimensionOf(measure);
  if (dimension === 'count') {
    const { item, parcel } = resultWordsOf(reading.locale);
    const lower = text.toLowerCase();
    const word = [...item, ...parcel].find((one) => lower.endsWith(one));
    const number = word === undefined ? text : text.slice(0, -word.length).trim();
    return parseBound(number || '1', measure, reading);
  }
  const unit = parseBound(/^\p{L}/u.test(text) && dimension !== 'money' ? `1 ${text}` : text, measure, reading);
  if (unit.ok && (unit.value === 0 || /^0(\.0*)? /.test(String(unit.value))))
    return { ok: false, problem: { code: 'tooSmall', least: `1/${10 ** minorDigits(reading.currency)}` } };
  return unit;
}

function readRate(text: string, slash: number, measure: Measure | undefined, reading: Reading): ReadResult {
  if (measure === undefined) return { ok: false, problem: { code: 'noUnitHere' } };
  const sums = text.slice(0, slash).split('+');
  const each = parseMoney(sums.at(-1) ?? '', reading.currency, reading.locale);
  if (!each.ok) return each;
  const base =
    sums.length === 1
      ? ({ ok: true, value: 0 } as Typed<number>)
      : parseMoney(sums.slice(0, -1).join('+'), reading.currency, reading.locale);
  if (!base.ok) return base;
  const unit = parseUnit(text.slice(slash + 1), measure, reading);
  if (!unit.ok) return unit;
  const value = { kind: 'perUnit', base: base.value, each: each.value, unit: unit.value } as const;
  if ([base, each, unit].every(({ other }) => other === undefined)) return { ok: true, value };
  const other = { ...value, base: base.other ?? base.value, each: each.other ?? each.value, unit: unit.other ?? unit.value };
  return { ok: true, value, other };
}

function readPercent(text: string, reading: Reading): ReadResult {
  const of = /before/i.test(text) ? 'valueBeforeDiscounts' : 'valueAfterDiscounts';
  const number = text.replace(/(?:of\s+)?(?:the\s+)?(?:goods)?\s*(?:value)?\s*(?:before|after)?\s*(?:discounts?)?\s*$/i, '');
  const percent = parsePercent(number, reading.locale, 100_000);
  return percent.ok ? { ok: true, value: { kind: 'percent', basisPoints: percent.value, of } } : percent;
}

/** Reads a result as typed. `measure` is what a rate such as "0.80/kg" counts; without it a rate is refused. */
export function parseResult(typed: string, measure: Measure | undefined, reading: Reading): ReadResult {
  const text = typed.trim();
  const known = resultWordsOf(reading.locale);
  const lower = text.toLowerCase();
  if (known.free.includes(lower)) return { ok: true, value: { kind: 'free' } };
  if (known.notOffered.includes(lower)) return { ok: true, value: { kind: 'notOffered' } };
  const asked = wordsAsked(text, known.ask);
  if (asked !== null) return { ok: true, value: asked === '' ? { kind: 'refer' } : { kind: 'refer', words: asked } };
  if (/[%\uff05\u066a]/.test(text)) return readPercent(text, reading);
  const rate = withSlash(text, known.per);
  const slash = rate.indexOf('/');
  if (slash !== -1) return readRate(rate, slash, measure, reading);
  const amount = parseMoney(text, reading.currency, reading.locale);
  if (!amount.ok) return amount;
  const value = { kind: 'amount', amount: amount.value } as const;
  return amount.other === undefined ? { ok: true, value } : { ok: true, value, other: { kind: 'amount', amount: amount.other } };
}
