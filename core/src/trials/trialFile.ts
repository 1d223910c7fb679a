import { z } from 'zod';
import { minorToDecimal, parseMoney } from '../money/money.ts';
import { newId } from '../names/newId.ts';
import { type CartInputLine, isProductLine } from '../quote/cartInput.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { type Expectation, REASONS } from './expectation.ts';
import { MOST_TRIALS, Trial } from './trial.ts';
import type { TrialMoment } from './trialMoment.ts';

/** Trials in a JSON file of their own. */
export const TrialFile = z.strictObject({
  format: z.literal('ostrakon-trials'),
  version: z.literal(1),
  trials: z.array(Trial).max(MOST_TRIALS, `At most ${MOST_TRIALS} trials`),
});
export type TrialFile = z.infer<typeof TrialFile>;

/** Columns of a CSV file of trials. A trial goes on over rows of the same name; each row may have a line of its cart and something expected. */
export const TRIAL_COLUMNS = [
  'name',
  'label',
  'country',
  'region',
  'postal code',
  'coupons',
  'bought',
  'product',
  'quantity',
  'price',
  'weight',
  'expects',
  'service',
  'from',
  'to',
  'detail',
] as const;
export type TrialColumn = (typeof TRIAL_COLUMNS)[number];

type Cells = Partial<Record<TrialColumn, string>>;

const DAY_NAMES = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** "Friday 13:59", "in 2 days 09:00", or an instant. */
function boughtText({ cart: { moment }, when }: Trial): string {
  if (when === undefined) return moment ?? '';
  return when.kind === 'inDays' ? `in ${when.days} days ${when.time}` : `${DAY_NAMES[when.weekday - 1]} ${when.time}`;
}

function boughtOf(text: string): { readonly moment?: string; readonly when?: TrialMoment } | null {
  if (text === '') return {};
  const inDays = /^in (\d{1,3}) days? (\d{1,2}:\d{2})$/i.exec(text);
  if (inDays) return { when: { kind: 'inDays', days: Number(inDays[1]), time: (inDays[2] ?? '').padStart(5, '0') } };
  const next = /^([a-z]+) (\d{1,2}:\d{2})$/i.exec(text);
  const weekday = next ? DAY_NAMES.findIndex((name) => name.toLowerCase() === next[1]?.toLowerCase()) + 1 : 0;
  if (next && weekday > 0) return { when: { kind: 'nextWeekday', weekday: weekday as 1, time: (next[2] ?? '').padStart(5, '0') } };
  return z.iso.datetime().safeParse(text).success ? { moment: text } : null;
}

type Shop = Pick<RateBook, 'shop' | 'services'>;

function expectCells(expectation: Expectation, { shop, services }: Shop): Cells {
  const money = (minor: number) => minorToDecimal(minor, shop.currency);
  const service = 'service' in expectation ? services.find(({ id }) => id === expectation.service)?.name : undefined;
  const cells: Cells = { expects: expectation.kind, ...(service !== undefined && { service }) };
  switch (expectation.kind) {
    case 'price':
      return { ...cells, from: money(expectation.amount) };
    case 'between':
    case 'carrierBetween':
      return { ...cells, from: money(expectation.least), to: money(expectation.most) };
    case 'withheld':
      return { ...cells, ...(expectation.reason && { detail: expectation.reason }) };
    case 'arrivesBy':
      return { ...cells, detail: expectation.date };
    case 'arrivesWithin':
      return { ...cells, detail: String(expectation.days) };
    case 'nothing':
      return { ...cells, ...(expectation.message !== undefined && { detail: expectation.message }) };
    default:
      return cells;
  }
}

function lineCells(line: CartInputLine, { shop }: Shop): Cells {
  if (isProductLine(line)) return { product: line.product, quantity: String(line.quantity) };
  return {
    quantity: String(line.quantity),
    price: minorToDecimal(line.unitPrice, shop.currency),
    ...(line.weight !== undefined && { weight: line.weight }),
  };
}

/** Whether a row a line can hold all of a trial: one address, no discounts, goods without a size or a group. */
export function fitsRows({ cart }: Trial): boolean {
  const plain = new Set(['quantity', 'unitPrice', 'weight', 'delivered', 'name']);
  return (
    (cart.others ?? []).length === 0 &&
    cart.discounts.length === 0 &&
    cart.lastOrderAt === undefined &&
    cart.cartStartedAt === undefined &&
    cart.destination.point === undefined &&
    cart.lines.every((line) => isProductLine(line) || (line.delivered && Object.keys(line).every((key) => plain.has(key))))
  );
}

/** A trial as rows under `TRIAL_COLUMNS`. */
export function rowsOfTrial(trial: Trial, book: Shop): readonly (readonly string[])[] {
  const { name, label, cart, expects = [] } = trial;
  const { country, subdivision, postalCode } = cart.destination;
  const first: Cells = {
    ...(label !== undefined && { label }),
    country,
    ...(subdivision !== undefined && { region: subdivision }),
    ...(postalCode !== undefined && { 'postal code': postalCode }),
    ...(cart.coupons && { coupons: cart.coupons.join(' ') }),
    bought: boughtText(trial),
  };
  const count = Math.max(1, cart.lines.length, expects.length);
  return Array.from({ length: count }, (_, at) => {
    const [line, expectation] = [cart.lines[at], expects[at]];
    const cells: Cells = {
      name,
      ...(at === 0 && first),
      ...(line && lineCells(line, book)),
      ...(expectation && expectCells(expectation, book)),
    };
    return TRIAL_COLUMNS.map((column) => cells[column] ?? '');
  });
}

/** What is wrong with a row of a file; rows count from the one after the heads. */
export interface TrialRowFault {
  readonly row: number;
  readonly column: TrialColumn;
  readonly message: string;
}

export type ReadTrials =
  | { readonly ok: true; readonly trials: readonly Trial[] }
  | { readonly ok: false; readonly faults: readonly TrialRowFault[] };

const MOST_FAULTS = 50;

/** Reads rows of trials; a trial of a name in use keeps its id. */
class RowReader {
  readonly faults: TrialRowFault[] = [];
  readonly #book: Shop;
  readonly #at: ReadonlyMap<TrialColumn, number>;

  constructor(book: Shop, at: ReadonlyMap<TrialColumn, number>) {
    this.#book = book;
    this.#at = at;
  }

  cell(row: readonly string[], column: TrialColumn): string {
    return (row[this.#at.get(column) ?? -1] ?? '').trim();
  }

  fault(row: number, column: TrialColumn, message: string): null {
    const isTold = this.faults.some((one) => one.row === row && one.column === column);
    if (!isTold && this.faults.length < MOST_FAULTS) this.faults.push({ row, column, message });
    return null;
  }

  money(row: readonly string[], at: number, column: 'price' | 'from' | 'to'): number | null {
    const read = parseMoney(this.cell(row, column), this.#book.shop.currency, 'en');
    return read.ok ? read.value : this.fault(at, column, 'Write an amount such as 16.90');
  }

  line(row: readonly string[], at: number): object | null {
    const [product, price, weight, count] = (['product', 'price', 'weight', 'quantity'] as const).map((column) => this.cell(row, column));
    if (!product && !price && !weight && !count) return null;
    const quantity = /^\d{1,5}$/.test(count ?? '') ? Number(count) : 0;
    if (quantity === 0) return this.fault(at, 'quantity', 'Write a whole number from 1');
    if (product) return { product, quantity };
    const unitPrice = this.money(row, at, 'price');
    return unitPrice === null ? null : { quantity, unitPrice, delivered: true, ...(weight && { weight }) };
  }

  expectation(row: readonly string[], at: number): object | null {
    const kind = this.cell(row, 'expects') as Expectation['kind'] | '';
    if (kind === '') return null;
    const name = this.cell(row, 'service');
    const detail = this.cell(row, 'detail');
    const service = this.#book.services.find((one) => one.id === name || one.name.toLowerCase() === name.toLowerCase())?.id;
    const of = { kind, service };
    if (kind !== 'nothing' && kind !== 'nothingElse' && service === undefined)
      return this.fault(at, 'service', name === '' ? 'Name a service' : `No service is called “${name}”`);
    switch (kind) {
      case 'price': {
        const amount = this.money(row, at, 'from');
        return amount === null ? null : { ...of, amount };
      }
      case 'between':
      case 'carrierBetween': {
        const [least, most] = [this.money(row, at, 'from'), this.money(row, at, 'to')];
        return least === null || most === null ? null : { ...of, least, most };
      }
      case 'arrivesBy':
        return { ...of, date: detail };
      case 'arrivesWithin':
        return { ...of, days: Number(detail === '' ? Number.NaN : detail) };
      case 'withheld':
        if (detail !== '' && !REASONS.some((one) => one === detail))
          return this.fault(at, 'detail', `Write one of ${REASONS.join(', ')}, or nothing`);
        return { ...of, ...(detail !== '' && { reason: detail }) };
      case 'nothing':
        return { kind, ...(detail !== '' && { message: detail }) };
      case 'nothingElse':
        return { kind };
      case 'free':
      case 'refer':
      case 'cheapest':
      case 'fastest':
        return of;
      default:
        return this.fault(
          at,
          'expects',
          'Write one of price, between, free, refer, withheld, arrivesBy, arrivesWithin, carrierBetween, cheapest, fastest, nothingElse, nothing',
        );
    }
  }
}

const COLUMN_OF: Readonly<Record<string, TrialColumn>> = {
  amount: 'from',
  least: 'from',
  most: 'to',
  weight: 'weight',
  unitPrice: 'price',
  quantity: 'quantity',
  country: 'country',
  subdivision: 'region',
  postalCode: 'postal code',
  label: 'label',
  coupons: 'coupons',
  moment: 'bought',
  when: 'bought',
  lines: 'product',
  expects: 'detail',
};

/** Which column a part of a trial was read from: by the innermost name that has one. */
const columnOf = (path: readonly PropertyKey[]): TrialColumn => path.flatMap((name) => COLUMN_OF[String(name)] ?? []).at(-1) ?? 'name';

interface Gathered {
  readonly first: number;
  readonly row: readonly string[];
  readonly lines: object[];
  readonly expects: object[];
}

/** Rows of a trial together, by its name. */
function gathered(reader: RowReader, rows: readonly (readonly string[])[], products: ReadonlySet<string>): ReadonlyMap<string, Gathered> {
  const byName = new Map<string, Gathered>();
  let current = '';
  for (const [place, row] of rows.entries()) {
    const number = place + 1;
    current = reader.cell(row, 'name') || current;
    if (current === '') reader.fault(number, 'name', 'Write a name');
    const trial = byName.get(current) ?? { first: number, row, lines: [], expects: [] };
    byName.set(current, trial);
    const product = reader.cell(row, 'product');
    if (product !== '' && !products.has(product)) reader.fault(number, 'product', `No product has the id “${product}”`);
    const [line, expectation] = [reader.line(row, number), reader.expectation(row, number)];
    if (line) trial.lines.push(line);
    if (expectation) trial.expects.push(expectation);
  }
  return byName;
}

/** What a trial's first row says of it. */
function trialOf(reader: RowReader, name: string, { first, row, lines, expects }: Gathered, id: string): object {
  const cell = (column: TrialColumn) => reader.cell(row, column);
  const bought = boughtOf(cell('bought'));
  if (bought === null) reader.fault(first, 'bought', 'Write a moment such as 2026-12-24T18:00:00Z, “Friday 13:59” or “in 2 days 09:00”');
  const coupons = cell('coupons')
    .split(/[\s,;]+/)
    .filter((code) => code !== '');
  const destination = {
    country: cell('country').toUpperCase(),
    ...(cell('region') !== '' && { subdivision: cell('region').toUpperCase() }),
    ...(cell('postal code') !== '' && { postalCode: cell('postal code') }),
  };
  const moment = bought?.moment;
  return {
    id,
    name,
    ...(cell('label') !== '' && { label: cell('label') }),
    cart: { lines, discounts: [], destination, ...(coupons.length > 0 && { coupons }), ...(moment !== undefined && { moment }) },
    ...(bought?.when && { when: bought.when }),
    ...(expects.length > 0 && { expects }),
  };
}

/**
 * Reads a table of trials: all of them, or what is wrong, row by row.
 * @param headers names of columns, in any order and of any case; others are passed over
 * @param held trials the shop has: one of the same name is replaced and keeps its id
 */
export function readTrialRows(
  headers: readonly string[],
  rows: readonly (readonly string[])[],
  book: Shop,
  held: readonly Trial[],
  products: ReadonlySet<string>,
): ReadTrials {
  const heads = headers.map((head) => head.trim().toLowerCase().replaceAll('_', ' '));
  const at = new Map(TRIAL_COLUMNS.flatMap((column) => (heads.includes(column) ? [[column, heads.indexOf(column)] as const] : [])));
  if (!at.has('name')) return { ok: false, faults: [{ row: 0, column: 'name', message: 'There is no column called “name”' }] };
  const reader = new RowReader(book, at);
  const trials: Trial[] = [];
  for (const [name, some] of gathered(reader, rows, products)) {
    const id = held.find((one) => one.name === name)?.id ?? newId(name, [...held, ...trials], 'trial');
    const read = Trial.safeParse(trialOf(reader, name, some, id));
    if (read.success) trials.push(read.data);
    else for (const { path, message } of read.error.issues) reader.fault(some.first, columnOf(path), message);
  }
  return reader.faults.length > 0 ? { ok: false, faults: reader.faults } : { ok: true, trials };
}
