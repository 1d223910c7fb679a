import { type DateWindow, Markup, type Shop } from '@ostrakon/core';
import { LabelledInput } from '../ui/LabelledInput.tsx';
import { readMoney, readPercent } from '../ui/readers.ts';
import type { Read } from '../ui/useTypedField.ts';
import { readDay } from './readDay.ts';

/** What is typed of a markup and the days it holds on. */
export interface TypedMarkup {
  readonly percent: string;
  readonly amount: string;
  readonly least: string;
  readonly most: string;
  readonly from: string;
  readonly until: string;
}

export const NO_MARKUP: TypedMarkup = { percent: '', amount: '', least: '', most: '', from: '', until: '' };

export type MarkupFaults = Partial<Record<keyof TypedMarkup, string>>;

/** The markup as typed, or what is wrong with it, by field. Without days it holds always. */
export function readMarkup(typed: TypedMarkup, shop: Shop): { faults: MarkupFaults; markup: Markup | null; dates: DateWindow | null } {
  const faults: MarkupFaults = {};
  const take = <T,>(field: keyof TypedMarkup, read: (text: string) => Read<T>): T | null => {
    if (typed[field].trim() === '') return null;
    const value = read(typed[field]);
    if (value.ok) return value.value;
    faults[field] = value.message;
    return null;
  };
  const money = readMoney(shop);
  const markup = {
    basisPoints: take('percent', readPercent(shop, 100_000)) ?? 0,
    amount: take('amount', money) ?? 0,
    least: take('least', money),
    most: take('most', money),
  };
  const [from, until] = [take('from', readDay), take('until', readDay)];
  if (typed.percent.trim() === '' && typed.amount.trim() === '') faults.percent ??= 'Write a percentage or an amount, or 0 for nothing.';
  const parsed = Markup.safeParse(markup);
  if (!parsed.success) faults.most ??= `${parsed.error.issues[0]?.message}.`;
  if ((from === null) !== (until === null) && (from ?? until)?.length === 5)
    faults[from === null ? 'from' : 'until'] ??= 'A time of every year has a first and a last day.';
  if (from !== null && until !== null && from.length === until.length && until < from && from.length > 5)
    faults.until ??= 'It ends before it starts.';
  const whole = Object.keys(faults).length === 0;
  return { faults, markup: whole ? markup : null, dates: from === null && until === null ? null : { from, until } };
}

/** Fields of a markup and, where it is asked for, of the days it holds on. */
export function MarkupForm({
  typed,
  faults,
  shop,
  onType,
}: {
  typed: TypedMarkup;
  faults: MarkupFaults;
  shop: Shop;
  onType: (typed: TypedMarkup) => void;
}) {
  const field = (name: keyof TypedMarkup, label: string, hint: string, read?: (text: string) => Read<unknown>) => (
    <LabelledInput
      label={label}
      hint={hint}
      value={typed[name]}
      fault={faults[name]}
      read={read}
      onType={(text) => onType({ ...typed, [name]: text })}
    />
  );
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2.5">
      {field('percent', 'Percent added', '%')}
      {field('amount', `Amount added, ${shop.currency}`, 'nothing', readMoney(shop))}
      {field('least', 'Add at least', 'any', readMoney(shop))}
      {field('most', 'Add at most', 'any', readMoney(shop))}
      {field('from', 'First day', 'always')}
      {field('until', 'Last day', 'for good')}
    </div>
  );
}
