import { type Expectation, Expectations, minorTyped, parseTimeOfDay, type Shop, type TrialMoment, timeAsTyped } from '@ostrakon/core';
import { readMoney } from '../ui/readers.ts';

/** An expectation as it is typed. */
export interface ExpectRow {
  readonly kind: Expectation['kind'];
  readonly service: string;
  readonly least: string;
  readonly most: string;
  readonly date: string;
  readonly days: string;
  readonly reason: string;
  readonly message: string;
}

/** What is wrong, by the field it is wrong in. */
export type RowFaults = Readonly<Partial<Record<keyof ExpectRow, string>>>;

const EMPTY: Omit<ExpectRow, 'kind' | 'service'> = { least: '', most: '', date: '', days: '', reason: '', message: '' };

export const emptyRow = (service: string): ExpectRow => ({ kind: 'price', service, ...EMPTY });

/** Fields that a kind of expectation has. */
export function fieldsOf(kind: ExpectRow['kind']): readonly (keyof ExpectRow)[] {
  switch (kind) {
    case 'price':
      return ['service', 'least'];
    case 'between':
    case 'carrierBetween':
      return ['service', 'least', 'most'];
    case 'withheld':
      return ['service', 'reason'];
    case 'arrivesBy':
      return ['service', 'date'];
    case 'arrivesWithin':
      return ['service', 'days'];
    case 'nothing':
      return ['message'];
    case 'nothingElse':
      return [];
    default:
      return ['service'];
  }
}

export function rowOf(expectation: Expectation, { currency, locale }: Shop, service: string): ExpectRow {
  const money = (minor: number) => minorTyped(minor, currency, locale);
  const row = { ...EMPTY, kind: expectation.kind, service: 'service' in expectation ? expectation.service : service };
  switch (expectation.kind) {
    case 'price':
      return { ...row, least: money(expectation.amount) };
    case 'between':
    case 'carrierBetween':
      return { ...row, least: money(expectation.least), most: money(expectation.most) };
    case 'withheld':
      return { ...row, reason: expectation.reason ?? '' };
    case 'arrivesBy':
      return { ...row, date: expectation.date };
    case 'arrivesWithin':
      return { ...row, days: String(expectation.days) };
    case 'nothing':
      return { ...row, message: expectation.message ?? '' };
    default:
      return row;
  }
}

type Read = { readonly ok: true; readonly expectation: unknown } | { readonly ok: false; readonly faults: RowFaults };

/** What a row says, or what is wrong with it; figures are read as the shop writes them. */
function readRow(row: ExpectRow, shop: Shop): Read {
  const { kind, service } = row;
  const faults: Partial<Record<keyof ExpectRow, string>> = {};
  const money = (field: 'least' | 'most') => {
    const read = readMoney(shop)(row[field]);
    if (!read.ok) faults[field] = row[field].trim() === '' ? 'Write an amount' : read.message;
    return read.ok ? read.value : 0;
  };
  const facts = (): object => {
    switch (kind) {
      case 'price':
        return { amount: money('least') };
      case 'between':
      case 'carrierBetween':
        return { least: money('least'), most: money('most') };
      case 'withheld':
        return row.reason === '' ? {} : { reason: row.reason };
      case 'arrivesBy':
        return { date: row.date };
      case 'arrivesWithin':
        return { days: /^\d+$/.test(row.days.trim()) ? Number(row.days) : Number.NaN };
      case 'nothing':
        return row.message.trim() === '' ? {} : { message: row.message.trim() };
      default:
        return {};
    }
  };
  const expectation = { kind, ...(fieldsOf(kind).includes('service') && { service }), ...facts() };
  return Object.keys(faults).length > 0 ? { ok: false, faults } : { ok: true, expectation };
}

const FIELD_OF: Readonly<Record<string, keyof ExpectRow>> = { amount: 'least', days: 'days', date: 'date', least: 'least', most: 'most' };

const WORDS: Readonly<Partial<Record<keyof ExpectRow, string>>> = { date: 'Choose a day', days: 'Write whole days, such as 3' };

export type ReadRows =
  | { readonly ok: true; readonly expects: readonly Expectation[] }
  | { readonly ok: false; readonly faults: readonly RowFaults[] };

/** All rows as expectations, or what is wrong with each. */
export function readRows(rows: readonly ExpectRow[], shop: Shop): ReadRows {
  const read = rows.map((row) => readRow(row, shop));
  const faults: RowFaults[] = read.map((one) => (one.ok ? {} : one.faults));
  const checked = Expectations.safeParse(read.map((one) => (one.ok ? one.expectation : { kind: 'nothingElse' })));
  if (!checked.success) {
    for (const { path, message } of checked.error.issues) {
      const [at, name] = path;
      const field = FIELD_OF[String(name)];
      const row = typeof at === 'number' ? rows[at] : undefined;
      if (typeof at === 'number' && row && field) faults[at] = { [field]: WORDS[field] ?? message, ...faults[at] };
    }
  }
  if (checked.success && faults.every((one) => Object.keys(one).length === 0)) return { ok: true, expects: checked.data };
  return { ok: false, faults };
}

/** When a trial is bought, as it is chosen. */
export interface WhenRow {
  readonly kind: 'cart' | TrialMoment['kind'];
  readonly weekday: number;
  readonly days: string;
  readonly time: string;
}

export function whenRowOf(when: TrialMoment | undefined, locale: string): WhenRow {
  const noon = timeAsTyped('12:00', locale);
  if (when === undefined) return { kind: 'cart', weekday: 5, days: '1', time: noon };
  const time = timeAsTyped(when.time, locale);
  return when.kind === 'inDays'
    ? { kind: 'inDays', weekday: 5, days: String(when.days), time }
    : { kind: 'nextWeekday', weekday: when.weekday, days: '1', time };
}

export type ReadWhen =
  | { readonly ok: true; readonly when: TrialMoment | undefined }
  | { readonly ok: false; readonly faults: Partial<Record<'days' | 'time', string>> };

export function readWhen({ kind, weekday, days, time }: WhenRow): ReadWhen {
  if (kind === 'cart') return { ok: true, when: undefined };
  const at = parseTimeOfDay(time);
  const whole = /^\d{1,3}$/.test(days.trim()) && Number(days) <= 400;
  const faults = {
    ...(!at.ok && { time: 'Write a time such as 13:59' }),
    ...(kind === 'inDays' && !whole && { days: 'Write whole days, from 0 to 400' }),
  };
  if (!at.ok || Object.keys(faults).length > 0) return { ok: false, faults };
  return {
    ok: true,
    when: kind === 'inDays' ? { kind, days: Number(days), time: at.value } : { kind, weekday, time: at.value },
  };
}
