import { FORMULA_START, fromDay, instantOf, instantToMs, localAt, minorToDecimal, msToInstant, needsQuotes, toDay } from '@ostrakon/core';
import type { OrderFile } from '@ostrakon/core/contract';
import Papa from 'papaparse';
import type { Database } from '../../persistence/database.ts';

interface Written {
  readonly timeZone: string;
  readonly currency: string;
}

type Cell = string | number | null;
interface Table {
  readonly columns: readonly string[];
  readonly rows: readonly (readonly Cell[])[];
}

/** What left the shop, and when: handed over, taken over as its carrier says, or given to its buyer. */
const LEFT = `s."what" IN ('handOver', 'scanned', 'collect')`;

interface OrderLine {
  readonly number: number;
  readonly reference: string;
  readonly placedAt: string;
  readonly edition: number;
  readonly cart: string;
  readonly sold: string | null;
  readonly delivery: number;
  readonly services: string;
  readonly states: string;
  readonly givenBack: number;
}

interface Sums {
  readonly at: string;
  readonly service: string;
  readonly taxRate: number;
  readonly price: number;
  readonly tax: number;
  readonly givenBack: number;
  readonly carriage: number | null;
  readonly packaging: number;
}

/** Orders written out as CSV (RFC 4180). Days are those of the shop's clock; who bought is in none of them. */
export class OrderFiles {
  readonly #database: Database;
  readonly #tables: Readonly<Record<OrderFile, (span: readonly [string, string], how: Written) => Promise<Table>>> = {
    orders: (span, how) => this.#orders(span, how),
    parcels: (span, how) => this.#parcels(span, how),
    handovers: (span) => this.#handovers(span),
    sums: (span, how) => this.#sums(span, how),
  };

  constructor(database: Database) {
    this.#database = database;
  }

  async write(kind: OrderFile, days: { readonly from: string; readonly until: string }, how: Written): Promise<string> {
    const at = (day: number) => msToInstant(instantOf(day, 0, how.timeZone));
    const span = [at(toDay(days.from)), at(toDay(days.until) + 1)] as const;
    const { columns, rows } = await this.#tables[kind](span, how);
    const text = Papa.unparse(
      { fields: [...columns], data: rows.map((row) => row.map((cell) => cell ?? '')) },
      { escapeFormulae: FORMULA_START, quotes: needsQuotes, newline: '\r\n' },
    );
    return `${text}\r\n`;
  }

  #query<T>(sql: string, values: readonly unknown[]): Promise<T[]> {
    return this.#database.read.query(sql, values as unknown[]);
  }

  async #orders(span: readonly [string, string], { currency }: Written): Promise<Table> {
    const rows = await this.#query<OrderLine>(
      `SELECT o."number", o."reference", o."placed_at" AS "placedAt", o."edition", o."cart", o."sold", o."delivery", GROUP_CONCAT(c."service", ' ') AS "services", GROUP_CONCAT(c."state", ' ') AS "states", SUM(c."given_back") AS "givenBack" FROM "shop_order" o JOIN "consignment" c ON c."order" = o."number" WHERE o."placed_at" >= ? AND o."placed_at" < ? GROUP BY o."number" ORDER BY o."number"`,
      span,
    );
    const decimal = (minor: number) => minorToDecimal(minor, currency);
    return {
      columns: [
        'order',
        'reference',
        'placed at',
        'edition',
        'country',
        'postal code',
        'goods',
        'delivery',
        'given back',
        'currency',
        'services',
        'states',
      ],
      rows: rows.map(({ number, reference, placedAt, edition, cart, sold, delivery, services, states, givenBack }) => {
        const { destination } = JSON.parse(cart) as { destination: { country: string; postalCode?: string } };
        const lines = JSON.parse(sold ?? '[]') as { unitPrice: number; quantity: number }[];
        const goods = lines.reduce((sum, line) => sum + line.unitPrice * line.quantity, 0);
        const place = [destination.country, destination.postalCode ?? ''];
        const money = [decimal(goods), decimal(delivery), decimal(givenBack), currency];
        return [number, reference, placedAt, edition === 0 ? '' : edition, ...place, ...money, services, states];
      }),
    };
  }

  async #parcels(span: readonly [string, string], { currency }: Written): Promise<Table> {
    const rows = await this.#query<
      Record<'order' | 'part' | 'parcel' | 'cost', number> & Record<'account' | 'service' | 'tracking' | 'state' | 'at', string>
    >(
      `SELECT c."order", c."part", l."parcel", l."account", l."service", l."tracking", l."cost", l."state", l."at" FROM "parcel_label" l JOIN "consignment" c ON c."id" = l."consignment" WHERE l."state" IN ('bought', 'void') AND l."at" >= ? AND l."at" < ? ORDER BY l."id"`,
      span,
    );
    return {
      columns: ['order', 'part', 'parcel', 'carrier', 'service', 'tracking', 'cost', 'currency', 'state', 'bought at'],
      rows: rows.map(({ order, part, parcel, account, service, tracking, cost, state, at }) => [
        ...[order, part + 1, parcel + 1, account, service, tracking],
        ...[minorToDecimal(cost, currency), currency, state, at],
      ]),
    };
  }

  async #handovers(span: readonly [string, string]): Promise<Table> {
    const rows = await this.#query<
      Record<'order' | 'part' | 'parcels', number> & Record<'service' | 'origin' | 'at' | 'by' | 'what' | 'note', string>
    >(
      `SELECT c."order", c."part", c."parcels", c."service", c."origin", s."at", s."by", s."what", s."note" FROM "consignment_step" s JOIN "consignment" c ON c."id" = s."consignment" WHERE ${LEFT} AND s."at" >= ? AND s."at" < ? ORDER BY s."seq"`,
      span,
    );
    return {
      columns: ['order', 'part', 'parcels', 'service', 'location', 'at', 'by', 'how', 'note'],
      rows: rows.map(({ order, part, parcels, service, origin, at, by, what, note }) => [
        order,
        part + 1,
        parcels,
        service,
        origin,
        at,
        by,
        what,
        note,
      ]),
    };
  }

  /** What left the shop, by day, rate of tax and service: what buyers paid for delivery, the tax in it, and what it cost. */
  async #sums(span: readonly [string, string], { timeZone, currency }: Written): Promise<Table> {
    const rows = await this.#query<Sums>(
      `SELECT s."at", c."service", c."tax_rate" AS "taxRate", c."price", c."tax", c."given_back" AS "givenBack", c."carriage", c."packaging" FROM "consignment_step" s JOIN "consignment" c ON c."id" = s."consignment" WHERE ${LEFT} AND s."at" >= ? AND s."at" < ? ORDER BY s."seq"`,
      span,
    );
    const sums = new Map<string, { key: readonly Cell[]; many: number; amounts: number[] }>();
    for (const { at, service, taxRate, price, tax, givenBack, carriage, packaging } of rows) {
      const key = [fromDay(localAt(instantToMs(at), timeZone).day), minorToDecimal(taxRate, 'EUR'), service];
      const held = sums.get(key.join(' ')) ?? { key, many: 0, amounts: [0, 0, 0, 0, 0] };
      const each = [price, tax, givenBack, carriage ?? 0, packaging];
      sums.set(key.join(' '), { key, many: held.many + 1, amounts: held.amounts.map((sum, nth) => sum + (each[nth] ?? 0)) });
    }
    return {
      columns: [
        'day',
        'tax rate in percent',
        'service',
        'consignments',
        'delivery',
        'tax in it',
        'given back',
        'carriage',
        'packaging',
        'currency',
      ],
      rows: [...sums.values()].map(({ key, many, amounts }) => [
        ...key,
        many,
        ...amounts.map((sum) => minorToDecimal(sum, currency)),
        currency,
      ]),
    };
  }
}
