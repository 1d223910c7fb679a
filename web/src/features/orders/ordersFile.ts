import {
  jsonOrderProblems,
  jsonOrders,
  numbersRead,
  ORDER_NUMBER_FIELDS,
  type OrderField,
  OrderRowsReader,
  type ReadOrder,
  slashOrderIn,
} from '@ostrakon/core';
import type { ReadFile } from '../../files/table.ts';
import type { CheckedOrders, OrdersAsk, OrdersFault } from './ordersFileMessages.ts';

const SAMPLE = 5;
/** More faults than that are not looked at one by one. */
const MOST_FAULTS = 5000;

type Check = Omit<Extract<OrdersAsk, { kind: 'check' }>, 'kind'>;
type Result = { readonly orders: readonly ReadOrder[]; readonly checked: CheckedOrders };

/** Sent at once: so many orders, or so many lines of goods, whichever is reached first. */
const ORDERS_OF_PART = 200;
const LINES_OF_PART = 3000;

/** Orders in the parts they are sent in: a body has its limit. */
export function inParts(orders: readonly ReadOrder[]): (readonly ReadOrder[])[] {
  const parts: ReadOrder[][] = [];
  let lines = 0;
  for (const one of orders) {
    const last = parts.at(-1);
    lines += one.order.lines.length;
    if (last && last.length < ORDERS_OF_PART && lines <= LINES_OF_PART) last.push(one);
    else {
      parts.push([one]);
      lines = one.order.lines.length;
    }
  }
  return parts;
}

const newestOf = (orders: readonly ReadOrder[]): string | null =>
  orders.reduce<string | null>((last, { order }) => (last === null || order.placedAt > last ? order.placedAt : last), null);

function* cellsOf({ rows }: ReadFile, fields: readonly (OrderField | null)[], which: readonly OrderField[]): Generator<string> {
  const columns = fields.flatMap((field, at) => (field !== null && which.includes(field) ? [at] : []));
  for (const { cells } of rows) for (const at of columns) yield cells[at] ?? '';
}

/** Reads the rows of a table as orders. */
export function ordersOfTable(file: ReadFile, { fields, shop, decimal: said, services, state }: Check): Result {
  const decimal = numbersRead(said, cellsOf(file, fields, ORDER_NUMBER_FIELDS), shop.locale);
  const slashes = slashOrderIn(cellsOf(file, fields, ['placedAt'])) ?? (shop.locale.endsWith('-US') ? 'monthFirst' : 'dayFirst');
  const reader = new OrderRowsReader(shop, {
    ...{ headers: file.headers, fields, slashes, services, state },
    ...(decimal.by !== 'shop' && { decimal: decimal.sign }),
  });
  for (const { cells, line } of file.rows) reader.add(cells, line);
  const orders = [...reader.orders()];
  return {
    orders,
    checked: {
      orders: orders.length,
      parts: inParts(orders).length,
      sample: orders.slice(0, SAMPLE),
      faults: reader.problems.slice(0, MOST_FAULTS),
      unknownServices: [...reader.unknownServices],
      ...{ decimal, doubts: reader.doubts, newest: newestOf(orders) },
    },
  };
}

/** Reads a JSON text as orders; the line of an order is its place in the list. */
export function ordersOfJson(text: string): Result | { readonly line: number | null; readonly message: string } {
  const read = jsonOrders(text);
  if (!read.ok) return { line: read.line, message: read.message };
  const orders: ReadOrder[] = [];
  const faults: OrdersFault[] = [];
  for (const [at, one] of read.orders.entries()) {
    const line = at + 1;
    const checked = jsonOrderProblems(one);
    if ('order' in checked) orders.push({ line, order: checked.order });
    else for (const [pointer, message] of checked.faults) faults.push({ line, at: pointer, message });
  }
  const checked = {
    orders: orders.length,
    parts: inParts(orders).length,
    sample: orders.slice(0, SAMPLE),
    faults: faults.slice(0, MOST_FAULTS),
    unknownServices: [],
  };
  return { orders, checked: { ...checked, decimal: null, doubts: [], newest: newestOf(orders) } };
}

/** Whether a text is JSON rather than a table. */
export const isJson = (text: string): boolean => /^\s*[[{]/.test(text);
