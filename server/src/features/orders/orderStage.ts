import type { FiledConsignment, FiledOrder, OrdersTaken } from '@ostrakon/core/contract';
import pLimit from 'p-limit';
import type { DataSource, EntityManager, EntitySchema } from 'typeorm';
import {
  ConsignmentEntity,
  type ConsignmentRow,
  ConsignmentStepEntity,
  type ConsignmentStepRow,
  OrderBuyerEntity,
  type OrderBuyerRow,
  ShopOrderEntity,
  type ShopOrderRow,
} from '../../persistence/orderEntities.ts';
import { rowOfBuyer, rowOfConsignment, rowOfOrder } from '../../persistence/orderRow.ts';
import { FIRST_ORDER } from './orderStore.ts';

/** A table's properties and what their columns are called. */
function columnsOf(entity: EntitySchema): readonly (readonly [property: string, column: string])[] {
  return Object.entries(entity.options.columns).map(([property, column]) => [property, column?.name ?? property]);
}

const TABLES = [ShopOrderEntity, OrderBuyerEntity, ConsignmentEntity, ConsignmentStepEntity] as const;
type Staged = (typeof TABLES)[number];

const tableOf = (entity: Staged) => entity.options.tableName as string;

/** Rows written in one statement: always as many, so that the statement is prepared once. */
const AT_ONCE = 40;

type Value = string | number | null;
/** A row as its table holds it, column by column: passed from one thread to another it is half as much as with the names. */
type Values = Value[];

const bound = (value: unknown): Value => (typeof value === 'boolean' ? Number(value) : ((value ?? null) as Value));

/** How rows of a staged table are held, and where what they are numbered by is among their values. */
function held<Row extends object>(entity: EntitySchema<Row>) {
  const properties = columnsOf(entity).map(([property]) => property);
  return {
    values: (row: Row): Values => properties.map((property) => bound((row as Record<string, unknown>)[property])),
    at: (property: keyof Row & string): number => properties.indexOf(property),
  };
}

const [ORDER, BUYER, PART, STEP] = [
  held<ShopOrderRow>(ShopOrderEntity),
  held<OrderBuyerRow>(OrderBuyerEntity),
  held<ConsignmentRow>(ConsignmentEntity),
  held<ConsignmentStepRow>(ConsignmentStepEntity),
];
const AT = {
  number: ORDER.at('number'),
  buyerOf: BUYER.at('order'),
  part: PART.at('id'),
  partOf: PART.at('order'),
  step: STEP.at('seq'),
  stepOf: STEP.at('consignment'),
};

/** SQL that lays the rows of a staged table into the shop's, with some of their columns made anew. */
function laid(entity: Staged, from: string, anew: Readonly<Record<string, string>>): string {
  const columns = columnsOf(entity).filter(([property]) => property !== 'seq');
  const names = columns.map(([, column]) => `"${column}"`).join(', ');
  const values = columns.map(([property, column]) => anew[property] ?? `s."${column}"`).join(', ');
  return `INSERT INTO main."${tableOf(entity)}" (${names}) SELECT ${values} FROM temp."${tableOf(entity)}" s ${from}`;
}

/** An order as rows, before they are numbered. */
export interface StagedOrder {
  readonly order: Values;
  readonly buyer: Values | null;
  readonly parts: readonly { readonly row: Values; readonly steps: readonly Values[] }[];
}

/** The rows of an order that has no number yet. */
export function stagedOf(filed: Omit<FiledOrder, 'number'>): StagedOrder {
  const order: FiledOrder = { ...filed, number: 0 };
  const { buyer, cart, consignments = [] } = order;
  return {
    order: ORDER.values(rowOfOrder(order)),
    buyer: buyer && BUYER.values(rowOfBuyer(0, buyer, cart.destination)),
    parts: consignments.map((part: FiledConsignment) => ({
      row: PART.values(rowOfConsignment(order, part, 0, () => undefined)),
      steps: part.steps.map((step) => STEP.values({ ...step, seq: 0, consignment: 0 })),
    })),
  };
}

/**
 * Orders laid aside, and taken all together: in tables that only this connection sees, and that are gone with it. Orders come
 * numbered from 1; their numbers in the shop are given when they are taken, in the order in which they were placed.
 */
export class OrderStage {
  readonly #source: DataSource;
  readonly #oneAtATime = pLimit(1);
  #orders = 0;
  #consignments = 0;
  #steps = 0;

  private constructor(source: DataSource) {
    this.#source = source;
  }

  static async open(source: DataSource): Promise<OrderStage> {
    for (const entity of TABLES)
      await source.query(`CREATE TEMP TABLE "${tableOf(entity)}" AS SELECT * FROM main."${tableOf(entity)}" WHERE 0`);
    await source.query(`CREATE UNIQUE INDEX temp."IDX_staged_reference" ON "shop_order" ("reference")`);
    return new OrderStage(source);
  }

  /** Which of some references the shop or this stage has already. */
  async known(references: readonly string[]): Promise<ReadonlySet<string>> {
    const asked = references.map(() => '?').join(', ');
    const rows: { reference: string }[] = await this.#source.query(
      `SELECT "reference" FROM main."shop_order" WHERE "reference" IN (${asked}) UNION SELECT "reference" FROM temp."shop_order" WHERE "reference" IN (${asked})`,
      [...references, ...references],
    );
    return new Set(rows.map(({ reference }) => reference));
  }

  async #insert(entity: Staged, rows: readonly Values[]): Promise<void> {
    const columns = columnsOf(entity);
    const names = columns.map(([, column]) => `"${column}"`).join(', ');
    const one = `(${columns.map(() => '?').join(', ')})`;
    const into = `INSERT INTO temp."${tableOf(entity)}" (${names}) VALUES ${one}`;
    const whole = into + `, ${one}`.repeat(AT_ONCE - 1);
    const rest = rows.length - (rows.length % AT_ONCE);
    for (let at = 0; at < rest; at += AT_ONCE) await this.#source.query(whole, rows.slice(at, at + AT_ONCE).flat());
    for (const row of rows.slice(rest)) await this.#source.query(into, row);
  }

  /** @param staged orders, whose rows are numbered by it */
  async add(staged: readonly StagedOrder[]): Promise<void> {
    const [orders, buyers, consignments, steps]: [Values[], Values[], Values[], Values[]] = [[], [], [], []];
    for (const { order, buyer, parts } of staged) {
      this.#orders += 1;
      order[AT.number] = this.#orders;
      orders.push(order);
      if (buyer) {
        buyer[AT.buyerOf] = this.#orders;
        buyers.push(buyer);
      }
      for (const { row, steps: taken } of parts) {
        this.#consignments += 1;
        row[AT.part] = this.#consignments;
        row[AT.partOf] = this.#orders;
        consignments.push(row);
        for (const step of taken) {
          this.#steps += 1;
          step[AT.step] = this.#steps;
          step[AT.stepOf] = this.#consignments;
          steps.push(step);
        }
      }
    }
    // One transaction for all of them: temporary tables have a journal, too.
    await this.#oneAtATime(async () => {
      await this.#source.query('BEGIN');
      await this.#insert(ShopOrderEntity, orders);
      await this.#insert(OrderBuyerEntity, buyers);
      await this.#insert(ConsignmentEntity, consignments);
      await this.#insert(ConsignmentStepEntity, steps);
      await this.#source.query('COMMIT');
    });
  }

  /** Takes everything or, when it fails or the connection ends before, nothing. Nobody else may write meanwhile. */
  take(): Promise<OrdersTaken> {
    return this.#oneAtATime(() => this.#source.transaction((manager) => this.#lay(manager)));
  }

  async #lay(manager: EntityManager): Promise<OrdersTaken> {
    const ask = async (sql: string): Promise<number | null> => (await manager.query(sql))[0]?.found ?? null;
    const known =
      (await ask(`SELECT COUNT(*) AS "found" FROM temp."shop_order" WHERE "reference" IN (SELECT "reference" FROM main."shop_order")`)) ??
      0;
    const last = (await ask(`SELECT MAX("number") AS "found" FROM main."shop_order"`)) ?? FIRST_ORDER - 1;
    const lastId = (await ask(`SELECT MAX("id") AS "found" FROM main."consignment"`)) ?? 0;
    await manager.query(
      `CREATE TEMP TABLE "numbered" AS SELECT "number" AS "staged", ROW_NUMBER() OVER (ORDER BY "placed_at", "number") + ${last} AS "number" FROM temp."shop_order" WHERE "reference" NOT IN (SELECT "reference" FROM main."shop_order")`,
    );
    await manager.query(`CREATE UNIQUE INDEX temp."IDX_numbered" ON "numbered" ("staged")`);
    const byOrder = (column: string) => `JOIN temp."numbered" n ON n."staged" = s."${column}"`;
    await manager.query(laid(ShopOrderEntity, `${byOrder('number')} ORDER BY n."number"`, { number: 'n."number"' }));
    await manager.query(laid(OrderBuyerEntity, `${byOrder('order')} ORDER BY n."number"`, { order: 'n."number"' }));
    const anew = {
      id: `s."id" + ${lastId}`,
      order: 'n."number"',
      // What is searched begins with the order's number.
      search: `n."number" || SUBSTR(s."search", INSTR(s."search", ' '))`,
    };
    await manager.query(laid(ConsignmentEntity, `${byOrder('order')} ORDER BY s."id"`, anew));
    const ofTaken = `JOIN temp."consignment" c ON c."id" = s."consignment" JOIN temp."numbered" n ON n."staged" = c."order" ORDER BY s."seq"`;
    await manager.query(laid(ConsignmentStepEntity, ofTaken, { consignment: `s."consignment" + ${lastId}` }));
    const taken = (await ask(`SELECT COUNT(*) AS "found" FROM temp."numbered"`)) ?? 0;
    return { taken, known, first: taken === 0 ? null : last + 1, last: taken === 0 ? null : last + taken };
  }
}
