import { z } from 'zod';
import { unquoted } from '../goods/formulaGuard.ts';
import { parseMass, type UnitsOfShop } from '../measures/mass.ts';
import { quantityTyped } from '../measures/quantityText.ts';
import type { Currency } from '../money/currency.ts';
import { type Minor, minorTyped, parseMoney } from '../money/money.ts';
import { unitOfHeader } from '../names/columnNames.ts';
import { type DecimalSign, languageWith, type NumberDoubt } from '../numbers/decimalSign.ts';
import type { TypedProblem } from '../numbers/parseDecimal.ts';
import type { CountryCode } from '../places/countries.ts';
import { CountryNames, subdivisionNamed } from '../places/placeNamed.ts';
import { readMoment, type SlashOrder } from '../time/readMoment.ts';
import { ORDER_FIELDS, type OrderField, orderColumns } from './orderColumns.ts';
import { type BroughtState, OrderIn } from './orderIn.ts';

/** What a file of orders is read against: the shop's habits, and what its columns may name. */
export interface OrdersShop {
  readonly currency: Currency;
  readonly locale: string;
  readonly units: UnitsOfShop;
  readonly timeZone: string;
  /** The country of orders that name none. */
  readonly country: CountryCode;
  readonly services: readonly { readonly id: string; readonly name: string }[];
}

/** Why a cell of a file of orders was not taken. */
export type OrderCellProblem =
  | { readonly code: 'typed'; readonly problem: TypedProblem }
  | { readonly code: 'missing' | 'notAMoment' | 'unknownCountry' | 'unknownRegion' | 'unknownState' | 'tooManyCells' | 'notWhole' }
  | { readonly code: 'unknownService'; readonly name: string }
  /** The order says something else on a line before. */
  | { readonly code: 'unlike'; readonly line: number }
  | { readonly code: 'refused'; readonly message: string };

/** A cell that was not taken; `line` is the line of the file on which the row begins, from 1. */
export interface OrderRowProblem {
  readonly line: number;
  readonly field: OrderField | null;
  readonly cell: string;
  readonly problem: OrderCellProblem;
}

/** An order of the file, with the line on which it begins. */
export interface ReadOrder {
  readonly line: number;
  readonly order: OrderIn;
}

export interface OrdersFile {
  readonly headers: readonly string[];
  /** What each column holds; null passes it over. */
  readonly fields: readonly (OrderField | null)[];
  readonly decimal?: DecimalSign;
  readonly slashes: SlashOrder;
  /** What names of services that the shop does not have are taken as, by the name in small letters. */
  readonly services?: ReadonlyMap<string, string>;
  /** How far orders are whose line does not say it. */
  readonly state: BroughtState;
}

const STATES: readonly (readonly [BroughtState, RegExp])[] = [
  [
    'waiting',
    /^(new|open|waiting|to pack|pending|processing|paid|unfulfilled|offen|neu|bezahlt|nouvelle|en attente|payée|nuevo|pendiente|pagado)$/,
  ],
  ['underWay', /^(sent|shipped|handed over|dispatched|under way|in transit|on its way|versendet|unterwegs|expédiée|enviado)$/],
  ['done', /^(done|delivered|collected|complete|completed|fulfilled|closed|erledigt|geliefert|abgeholt|terminée|livrée|entregado)$/],
  ['cancelled', /^(cancelled|canceled|called off|void|voided|refunded|storniert|annulée|cancelado)$/],
];

/** What every line of an order says alike, if at all. */
const OF_ORDER: readonly OrderField[] = ORDER_FIELDS.filter((field) => !['product', 'item', 'quantity', 'price', 'weight'].includes(field));

/** Where a fault of an order as a whole stands. */
const FIELD_AT: Readonly<Record<string, OrderField>> = {
  reference: 'reference',
  placedAt: 'placedAt',
  'buyer.name': 'name',
  'buyer.mail': 'mail',
  'buyer.street': 'street',
  'buyer.town': 'town',
  'buyer.telephone': 'telephone',
  'destination.postalCode': 'postalCode',
  'destination.subdivision': 'subdivision',
  'destination.country': 'country',
  product: 'product',
  name: 'item',
  quantity: 'quantity',
  unitPrice: 'price',
  weight: 'weight',
  service: 'service',
  charged: 'charged',
  discount: 'discount',
  coupons: 'coupons',
  carriage: 'carriage',
  language: 'language',
};

function fieldAt(path: readonly PropertyKey[]): OrderField | null {
  const said = path[0] === 'lines' ? path.slice(2) : path;
  return FIELD_AT[said.map(String).join('.')] ?? FIELD_AT[String(said[0])] ?? null;
}

class Refused extends Error {
  readonly field: OrderField;
  readonly problem: OrderCellProblem;
  constructor(field: OrderField, problem: OrderCellProblem) {
    super(problem.code);
    this.field = field;
    this.problem = problem;
  }
}

interface Row {
  readonly cells: readonly string[];
  readonly line: number;
}

/** Reads a file of orders: each line of it is goods of an order, and lines of one reference are one order. */
export class OrderRowsReader {
  readonly #shop: OrdersShop;
  readonly #file: OrdersFile;
  readonly #columns: ReadonlyMap<OrderField, { readonly at: number; readonly unit: string | undefined }>;
  readonly #countries: CountryNames;
  readonly #services = new Map<string, string>();
  readonly #locale: string;
  readonly #orders = new Map<string, Row[]>();
  /** What was not taken, in the order of the file's lines once `orders` has been asked. */
  readonly problems: OrderRowProblem[] = [];
  /** Numbers that could be read otherwise; none where the file's decimal sign is known. */
  readonly doubts: NumberDoubt[] = [];
  /** Names of services that neither the shop nor the file's own list has. */
  readonly unknownServices = new Set<string>();

  constructor(shop: OrdersShop, file: OrdersFile) {
    this.#shop = shop;
    this.#file = file;
    this.#countries = new CountryNames(shop.locale);
    this.#locale = file.decimal === undefined ? shop.locale : languageWith(file.decimal, shop.locale);
    this.#columns = new Map(
      file.fields.flatMap((field, at) => (field === null ? [] : [[field, { at, unit: unitOfHeader(file.headers[at] ?? '') }]])),
    );
    for (const { id, name } of shop.services) {
      this.#services.set(id.toLowerCase(), id);
      this.#services.set(name.trim().toLowerCase(), id);
    }
    for (const [name, id] of file.services ?? []) this.#services.set(name, id);
  }

  #cell({ cells }: Row, field: OrderField): string {
    const column = this.#columns.get(field);
    return column === undefined ? '' : unquoted(cells[column.at] ?? '').trim();
  }

  #told(row: Row, field: OrderField | null, problem: OrderCellProblem): void {
    this.problems.push({ line: row.line, field, cell: field === null ? '' : this.#cell(row, field), problem });
  }

  /** Lays a row to its order. */
  add(cells: readonly string[], line: number): void {
    const row = { cells, line };
    const { length } = this.#file.headers;
    if (cells.length > length && cells.slice(length).some((cell) => cell.trim() !== '')) this.#told(row, null, { code: 'tooManyCells' });
    const reference = this.#cell(row, 'reference');
    const held = this.#orders.get(reference);
    if (reference === '') this.#told(row, 'reference', { code: 'missing' });
    else if (held) held.push(row);
    else this.#orders.set(reference, [row]);
  }

  get count(): number {
    return this.#orders.size;
  }

  /** The orders that could be read, in the order in which they begin. */
  *orders(): Generator<ReadOrder> {
    for (const [reference, rows] of this.#orders) {
      const order = this.#order(reference, rows);
      if (order) yield order;
    }
    this.problems.sort((a, b) => a.line - b.line);
  }

  #order(reference: string, rows: readonly Row[]): ReadOrder | null {
    const [first] = rows as [Row];
    const before = this.problems.length;
    const attempt = <T>(row: Row, step: () => T): T | undefined => {
      try {
        return step();
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        this.#told(row, error.field, error.problem);
        return undefined;
      }
    };
    for (const field of OF_ORDER) this.#unlike(field, rows);
    const said = (field: OrderField) => this.#said(field, rows);
    const on = <T>(field: OrderField, read: (text: string, row: Row) => T): T | undefined => {
      const { text, row } = said(field);
      return attempt(row, () => read(text, row));
    };
    const country = on('country', (text) => this.#country(text));
    const draft = {
      reference,
      placedAt: on('placedAt', (text) => this.#moment(text)),
      buyer: this.#buyer((field) => said(field).text),
      destination: {
        country,
        ...this.#given('postalCode', said('postalCode').text),
        ...this.#given(
          'subdivision',
          on('subdivision', (text) => this.#region(country, text)),
        ),
      },
      lines: rows.map((row) => attempt(row, () => this.#line(row))),
      discount: on('discount', (text, row) => this.#amount('discount', text, row)) ?? 0,
      coupons: said('coupons')
        .text.split(/[\s,;|]+/)
        .filter(Boolean),
      service: on('service', (text) => this.#service(text)),
      charged: on('charged', (text, row) => this.#amount('charged', text, row)) ?? null,
      carriage: on('carriage', (text, row) => this.#amount('carriage', text, row)) ?? null,
      state: on('state', (text) => this.#state(text)),
      ...this.#given('language', said('language').text),
    };
    if (this.problems.length > before) return null;
    const read = OrderIn.safeParse(draft);
    if (read.success) return { line: first.line, order: read.data };
    for (const { path, message } of read.error.issues) {
      const row = path[0] === 'lines' ? (rows[Number(path[1])] ?? first) : first;
      const field = fieldAt(path);
      this.#told(row, field, field !== null && this.#cell(row, field) === '' ? { code: 'missing' } : { code: 'refused', message });
    }
    return null;
  }

  /** What an order says of itself: on whichever of its lines. */
  #said(field: OrderField, rows: readonly Row[]): { text: string; row: Row } {
    const row = rows.find((one) => this.#cell(one, field) !== '') ?? (rows[0] as Row);
    return { text: this.#cell(row, field), row };
  }

  #unlike(field: OrderField, rows: readonly Row[]): void {
    const first = this.#said(field, rows);
    for (const row of rows) {
      const text = this.#cell(row, field);
      if (text !== '' && text !== first.text) this.#told(row, field, { code: 'unlike', line: first.row.line });
    }
  }

  #given<K extends string, T>(key: K, value: T | '' | undefined): Partial<Record<K, T>> {
    return value === '' || value === undefined ? {} : ({ [key]: value } as Record<K, T>);
  }

  #buyer(said: (field: OrderField) => string): object | null {
    const [name, mail, street, town, telephone] = (['name', 'mail', 'street', 'town', 'telephone'] as const).map(said);
    if (!name && !mail && !street && !town && !telephone) return null;
    return { name, mail, street, town, ...this.#given('telephone', telephone) };
  }

  #moment(text: string) {
    if (text === '') throw new Refused('placedAt', { code: 'missing' });
    const moment = readMoment(text, this.#shop.timeZone, this.#file.slashes);
    if (moment === null) throw new Refused('placedAt', { code: 'notAMoment' });
    return moment;
  }

  #country(text: string): CountryCode {
    const country = text === '' ? this.#shop.country : this.#countries.find(text);
    if (country === undefined) throw new Refused('country', { code: 'unknownCountry' });
    return country;
  }

  #region(country: CountryCode | undefined, text: string) {
    if (country === undefined || text === '') return undefined;
    const code = subdivisionNamed(country, text);
    if (code === undefined) throw new Refused('subdivision', { code: 'unknownRegion' });
    return code;
  }

  #amount(field: OrderField, text: string, row: Row): Minor | undefined {
    if (text === '') return undefined;
    const parsed = parseMoney(text, this.#shop.currency, this.#locale);
    if (!parsed.ok) throw new Refused(field, { code: 'typed', problem: parsed.problem });
    this.#doubt(field, row, parsed, (minor) => minorTyped(minor, this.#shop.currency, this.#shop.locale));
    return parsed.value;
  }

  #doubt<T>(field: OrderField, row: Row, { value, other }: { value: T; other?: T | undefined }, show: (value: T) => string): void {
    if (other === undefined || this.#file.decimal !== undefined) return;
    const typed = this.#cell(row, field);
    this.doubts.push({ line: row.line, column: orderColumns.headerOf(field), typed, as: show(value), instead: show(other) });
  }

  #service(text: string): string {
    if (text === '') throw new Refused('service', { code: 'missing' });
    const id = this.#services.get(text.toLowerCase());
    if (id !== undefined) return id;
    this.unknownServices.add(text);
    throw new Refused('service', { code: 'unknownService', name: text });
  }

  #state(text: string): BroughtState {
    if (text === '') return this.#file.state;
    const state = STATES.find(([, words]) => words.test(text.toLowerCase()))?.[0];
    if (state === undefined) throw new Refused('state', { code: 'unknownState' });
    return state;
  }

  #line(row: Row): object {
    const quantity = this.#cell(row, 'quantity');
    if (quantity !== '' && !/^\d{1,6}$/.test(quantity)) throw new Refused('quantity', { code: 'notWhole' });
    const [product, name] = [this.#cell(row, 'product'), this.#cell(row, 'item')];
    if (product === '' && name === '') throw new Refused(this.#columns.has('product') ? 'product' : 'item', { code: 'missing' });
    const price = this.#amount('price', this.#cell(row, 'price'), row);
    return {
      quantity: quantity === '' ? 1 : Number(quantity),
      ...this.#given('product', product),
      ...this.#given('name', name),
      ...this.#given('unitPrice', price),
      ...this.#given('weight', this.#weight(row)),
    };
  }

  #weight(row: Row): string | undefined {
    const text = this.#cell(row, 'weight');
    if (text === '') return undefined;
    const unit = this.#columns.get('weight')?.unit;
    const parsed = parseMass(unit !== undefined && /\d\s*$/.test(text) ? `${text} ${unit}` : text, {
      units: this.#shop.units,
      locale: this.#locale,
    });
    if (!parsed.ok) throw new Refused('weight', { code: 'typed', problem: parsed.problem });
    this.#doubt('weight', row, { value: parsed.text as string, other: parsed.other }, (typed) =>
      quantityTyped(typed as never, this.#shop.locale),
    );
    return parsed.text;
  }
}

/** Orders as JSON: a list of them, or one a line (JSON Lines). */
export type JsonOrders =
  | { readonly ok: true; readonly orders: readonly unknown[] }
  | { readonly ok: false; readonly line: number | null; readonly message: string };

function jsonLines(text: string): JsonOrders {
  const orders: unknown[] = [];
  for (const [at, line] of text.split(/\r?\n/).entries()) {
    if (line.trim() === '') continue;
    try {
      orders.push(JSON.parse(line));
    } catch (error) {
      return { ok: false, line: at + 1, message: (error as Error).message };
    }
  }
  return { ok: true, orders };
}

/** Takes a JSON text apart: a list, a document with `orders`, or JSON Lines. */
export function jsonOrders(text: string): JsonOrders {
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch (error) {
    const lines = jsonLines(text);
    // A list that is broken is no list of lines.
    return lines.ok || text.trimStart().startsWith('{') ? lines : { ok: false, line: null, message: (error as Error).message };
  }
  if (Array.isArray(read)) return { ok: true, orders: read };
  return { ok: true, orders: z.object({ orders: z.array(z.unknown()) }).safeParse(read).data?.orders ?? [read] };
}

/** Where a fault of an order in JSON stands, and what is wrong: `/lines/0/quantity`, a JSON Pointer (RFC 6901). */
export function jsonOrderProblems(
  order: unknown,
): { readonly order: OrderIn } | { readonly faults: readonly (readonly [pointer: string, message: string])[] } {
  const read = OrderIn.safeParse(order);
  if (read.success) return { order: read.data };
  return { faults: read.error.issues.map(({ path, message }) => [`/${path.map(String).join('/')}`, message] as const) };
}
