import {
  canStepBack,
  type Instant,
  isWaiting,
  marked,
  OrderMark,
  type OrderState,
  type ServiceKind,
  searchText,
  WAITING,
} from '@ostrakon/core';
import type {
  DeskConsignment,
  DeskGroup,
  DeskList,
  DeskMarked,
  DeskMarks,
  DeskOrder,
  DeskQuery,
  DeskRow,
  DeskStep,
  DeskView,
  ParcelLabel,
} from '@ostrakon/core/contract';
import { type EntityManager, In } from 'typeorm';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import {
  ConsignmentEntity,
  type ConsignmentRow,
  ConsignmentStepEntity,
  OrderBuyerEntity,
  ParcelLabelEntity,
  type ParcelLabelRow,
  ShopOrderEntity,
} from '../../persistence/orderEntities.ts';
import { buyerIn, planIn, soldIn, stepOfRow, togetherIn, windowIn } from '../../persistence/orderRow.ts';
import type { DeskFeed } from './deskFeed.ts';
import { requireAnswered } from './labelsAsked.ts';

/** A row of the list with who receives it, as SQL gives it. */
type ListedRow = Omit<ConsignmentRow, 'plan' | 'together' | 'noted' | 'countsOn'> & {
  noted: number;
  name: string | null;
  town: string | null;
  country: DeskRow['country'];
};

/** The country of the address a consignment goes to. */
const COUNTRY = `json_extract(o."cart", CASE c."to" WHEN 0 THEN '$.destination.country' ELSE '$.others[' || (c."to" - 1) || '].country' END)`;

const COLUMNS = `c."id", c."revision", c."order", c."part", c."parts", c."state", b."name", b."town", ${COUNTRY} AS "country", c."goods", c."pieces", c."weight", c."parcels", c."service", c."kind", c."origin", c."placed_at" AS "placedAt", c."pack_by" AS "packBy", c."leaves_on" AS "leavesOn", c."due_at" AS "dueAt", c."window", c."first", c."last", c."lead", c."labels", c."noted"`;

/** Crossed, so that the database begins with the rows that are shown: left to itself it goes through all that there are. */
const WITH_ORDER = `CROSS JOIN "shop_order" o ON o."number" = c."order" LEFT JOIN "order_buyer" b ON b."order" = c."order"`;

const labelOf = ({ id, parcel, account, service, state, tracking, cost, detail, at, seenAt, events }: ParcelLabelRow): ParcelLabel => ({
  ...{ id, parcel, carrier: account, service, state, tracking, cost, detail, at, seenAt },
  events: events === null ? [] : JSON.parse(events),
});

const quoted = (states: readonly string[]) => states.map((state) => `'${state}'`).join(', ');
/** Something is the matter with it. */
const TROUBLE = `(c."noted" = 1 OR EXISTS (SELECT 1 FROM "parcel_label" l WHERE l."consignment" = c."id" AND l."state" = 'failed') OR EXISTS (SELECT 1 FROM "mail" m WHERE m."order" = c."order" AND m."state" IN ('bounced', 'failed', 'unsure')))`;
const WAITS = `c."state" IN (${quoted(WAITING)})`;
/** Packed, and only to be collected: it waits for its buyer, not for the desk. */
const READY = `(c."state" = 'packed' AND c."kind" = 'counter')`;

/** What each view lists; `?` is today. */
const VIEWS: Readonly<Record<DeskView, { readonly sql: string; readonly days: number }>> = {
  today: { sql: `${WAITS} AND NOT ${READY} AND (c."leaves_on" IS NULL OR c."leaves_on" <= ?)`, days: 1 },
  // Late in leaving, or under way past the day it was promised for.
  late: { sql: `((${WAITS} AND NOT ${READY} AND c."leaves_on" < ?) OR (c."state" = 'handedOver' AND c."last" < ?))`, days: 2 },
  waiting: { sql: `${WAITS} AND NOT ${READY}`, days: 0 },
  ready: { sql: READY, days: 0 },
  out: { sql: `c."state" = 'handedOver'`, days: 0 },
  // Nearly all there are: walked by when they were placed, not looked up by their state, which the sign keeps the database from.
  done: { sql: `+c."state" IN ('delivered', 'collected')`, days: 0 },
  all: { sql: '1 = 1', days: 0 },
};

const ORDERS: Readonly<Record<DeskQuery['sort'], string>> = {
  due: `c."leaves_on" IS NULL, c."leaves_on", c."due_at" IS NULL, c."due_at", c."service", c."origin", c."id"`,
  newest: `c."placed_at" DESC, c."id" DESC`,
  oldest: `c."placed_at", c."id"`,
  heaviest: `c."weight" DESC, c."id"`,
};

/** Groups that are summed up: more are not on one desk. */
const MOST_GROUPS = 500;

const rowOf = ({ lead, noted, window, total: _total, ...row }: ListedRow & { total?: number }): DeskRow => ({
  ...row,
  state: row.state as OrderState,
  kind: row.kind as ServiceKind,
  window: windowIn({ window }),
  together: lead,
  noted: noted === 1,
});

const MARKS: ReadonlySet<string> = new Set(OrderMark.options);

/** What a step back leads to: the state before the last mark that was not taken back yet. */
function stateBefore(steps: readonly Pick<DeskStep, 'what' | 'from'>[]): OrderState | null {
  const marks: OrderState[] = [];
  for (const { what, from } of steps) {
    if (what === 'back') marks.pop();
    else if (MARKS.has(what)) marks.push(from);
  }
  return marks.at(-1) ?? null;
}

/** Signs of a `LIKE` that stand for any letters are letters in what people look for. */
const likely = (word: string) => `%${word.replaceAll(/[\\%_]/g, (sign) => `\\${sign}`)}%`;

const BY_BUYER = `"order" IN (SELECT "order" FROM "order_buyer" WHERE "search" LIKE ? ESCAPE '\\')`;

/** Consignments in whose goods, numbers or buyer a word is found; the index of goods and numbers knows three letters and more. */
function holding(word: string): { readonly sql: string; readonly values: readonly string[] } {
  if ([...word].length < 3) return { sql: `(c."search" LIKE ? ESCAPE '\\' OR c.${BY_BUYER})`, values: [likely(word), likely(word)] };
  const indexed = `SELECT rowid FROM "consignment_search" WHERE "consignment_search" MATCH ?`;
  return {
    sql: `c."id" IN (${indexed} UNION SELECT "id" FROM "consignment" WHERE ${BY_BUYER})`,
    values: [`"${word.replaceAll('"', '""')}"`, likely(word)],
  };
}

type Counts = Readonly<Record<DeskView, number>>;
type Marked = DeskMarked['results'][number];
interface Mark {
  readonly step: DeskMarks['step'];
  readonly by: string;
}

/** What waits at the desk, and what is done with it. */
export class DeskStore {
  readonly #database: Database;
  readonly #now: () => Instant;
  readonly #feed: Pick<DeskFeed, 'tell' | 'version'>;
  #counted: { readonly key: string; readonly counts: Promise<Counts> } | undefined;

  /** @param feed is told which consignments are not as they were, once that is on disk */
  constructor(database: Database, now: () => Instant, feed: Pick<DeskFeed, 'tell' | 'version'>) {
    this.#database = database;
    this.#now = now;
    this.#feed = feed;
  }

  #query<T>(sql: string, values: readonly unknown[] = []): Promise<T[]> {
    return this.#database.read.query(sql, values as unknown[]);
  }

  /** How many consignments each view has; counted anew when something has changed. */
  counts(today: string): Promise<Counts> {
    const key = `${this.#feed.version} ${today}`;
    if (this.#counted?.key !== key) this.#counted = { key, counts: this.#count(today) };
    return this.#counted.counts;
  }

  async #count(today: string): Promise<Counts> {
    const sums = Object.entries(VIEWS).map(([view, { sql }]) => `SUM(CASE WHEN ${sql} THEN 1 ELSE 0 END) AS "${view}"`);
    const values = Object.values(VIEWS).flatMap(({ days }) => Array.from({ length: days }, () => today));
    const [row = {} as Record<DeskView, number | null>] = await this.#query<Record<DeskView, number | null>>(
      `SELECT ${sums.join(', ')} FROM "consignment" c`,
      values,
    );
    return Object.fromEntries(Object.keys(VIEWS).map((view) => [view, row[view as DeskView] ?? 0])) as Counts;
  }

  async list({ view, text, service, origin, state, trouble, sort, offset, limit }: DeskQuery, today: string): Promise<DeskList> {
    const { sql, days } = VIEWS[view];
    const parts = [sql];
    const values: unknown[] = Array.from({ length: days }, () => today);
    for (const [column, value] of Object.entries({ service, origin, state })) {
      if (value === undefined) continue;
      parts.push(`c."${column}" = ?`);
      values.push(value);
    }
    if (trouble !== undefined) parts.push(TROUBLE);
    for (const word of searchText(text).split(/\s+/).filter(Boolean)) {
      const { sql: holds, values: sought } = holding(word);
      parts.push(holds);
      values.push(...sought);
    }
    const where = parts.join(' AND ');
    const plain = text === '' && [service, origin, state, trouble].every((narrowed) => narrowed === undefined);
    // The rows of a stretch are found first, and read whole then: those before it are passed over in the index.
    const total = plain ? '' : ', COUNT(*) OVER () AS "total"';
    const order = `ORDER BY ${ORDERS[sort]}`;
    const shown = `(SELECT c."id" AS "shown"${total} FROM "consignment" c WHERE ${where} ${order} LIMIT ? OFFSET ?)`;
    const rows = await this.#query<ListedRow & { total?: number }>(
      `SELECT ${COLUMNS}${plain ? '' : ', "total"'} FROM ${shown} CROSS JOIN "consignment" c ON c."id" = "shown" ${WITH_ORDER} ${order}`,
      [...values, limit, offset],
    );
    const counts = await this.counts(today);
    const found = plain ? counts[view] : (rows[0]?.total ?? (offset > 0 ? await this.#found(where, values) : 0));
    const groups = sort === 'due' ? await this.#groups(where, values) : [];
    return { rows: rows.map(rowOf), total: found, groups, counts };
  }

  /** How many there are, where the stretch asked for lies behind the last. */
  async #found(where: string, values: readonly unknown[]): Promise<number> {
    const [counted] = await this.#query<{ total: number }>(`SELECT COUNT(*) AS "total" FROM "consignment" c WHERE ${where}`, values);
    return counted?.total ?? 0;
  }

  #groups(where: string, values: readonly unknown[]): Promise<DeskGroup[]> {
    return this.#query<DeskGroup>(
      `SELECT c."leaves_on" AS "leavesOn", c."due_at" AS "dueAt", c."service", c."origin", COUNT(*) AS "orders", SUM(c."parcels") AS "parcels", SUM(c."weight") AS "weight" FROM "consignment" c WHERE ${where} GROUP BY c."leaves_on", c."due_at", c."service", c."origin" LIMIT ${MOST_GROUPS}`,
      values,
    );
  }

  /**
   * Before anything is done that cannot be taken back.
   * @throws HttpProblem `desk-refused` where one of them waits no more, or is not as it was seen
   */
  async requireWaiting(of: readonly { readonly id: number; readonly revision?: number }[]): Promise<void> {
    const ids = of.map(({ id }) => id);
    await requireAnswered(this.#database.read, ids);
    const rows = await this.#database.read.findBy(ConsignmentEntity, { id: In(ids) });
    for (const { id, revision } of of) {
      const row = rows.find((one) => one.id === id);
      if (!row) throw new HttpProblem('not-found', 'This order is not there any more.');
      if (revision !== undefined && row.revision !== revision)
        throw new HttpProblem('desk-refused', `Order ${row.order} has been changed meanwhile. Look at it again.`);
      if (!isWaiting(row.state as OrderState))
        throw new HttpProblem('desk-refused', `Order ${row.order} has left the shop, or was called off.`);
    }
  }

  /** @throws HttpProblem `not-found` */
  async order(number: number): Promise<DeskOrder> {
    return this.#database.snapshot(async (manager) => {
      const order = await manager.findOneBy(ShopOrderEntity, { number });
      if (!order) throw new HttpProblem('not-found', `There is no order ${number}.`);
      const buyer = await manager.findOneBy(OrderBuyerEntity, { order: number });
      const consignments = await manager.find(ConsignmentEntity, { where: { order: number }, order: { part: 'ASC' } });
      const cart = JSON.parse(order.cart) as { destination: DeskOrder['destination']; others?: DeskOrder['others']; coupons?: string[] };
      const { placedAt, reference, edition, language, delivery, notes } = order;
      return {
        number,
        reference,
        placedAt,
        edition: edition === 0 ? null : edition,
        language,
        sold: soldIn(order),
        destination: cart.destination,
        others: cart.others ?? [],
        coupons: cart.coupons ?? [],
        delivery,
        notes: notes === null ? [] : JSON.parse(notes),
        buyer: buyerIn(buyer),
        consignments: await Promise.all(
          consignments.map((row) => this.#whole(manager, row, buyer, (cart.others?.[row.to - 1] ?? cart.destination).country)),
        ),
      };
    });
  }

  async #whole(
    manager: EntityManager,
    row: ConsignmentRow,
    buyer: { name: string; town: string } | null,
    country: DeskRow['country'],
  ): Promise<DeskConsignment> {
    const steps = await manager.find(ConsignmentStepEntity, { where: { consignment: row.id }, order: { seq: 'ASC' } });
    const { lines, parcels, carried } = planIn(row);
    const labels = await manager.find(ParcelLabelEntity, { where: { consignment: row.id }, order: { id: 'ASC' } });
    const { plan: _plan, together, search: _search, lead, noted, countsOn: _counts, ...facts } = row;
    const joint = togetherIn({ together });
    const held = lead === null ? [] : await manager.find(ConsignmentEntity, { where: { lead }, order: { id: 'ASC' } });
    const led = joint?.parcels != null;
    return {
      ...facts,
      state: row.state as OrderState,
      kind: row.kind as ServiceKind,
      window: windowIn(row),
      name: buyer?.name ?? null,
      town: buyer?.town ?? null,
      country,
      together: lead,
      noted,
      lines: [...lines],
      things: await this.#things(manager, led ? held.map(({ id }) => id) : [row.id]),
      parcelsPlanned: (joint?.parcels ?? parcels) as DeskConsignment['parcelsPlanned'],
      hasLabels: carried !== null,
      labelList: labels.map(labelOf),
      steps: steps.map(stepOfRow),
    };
  }

  /** What the lines of parcels mean: the goods of their order, or of all orders that travel as one. */
  async #things(manager: EntityManager, ids: readonly number[]): Promise<DeskConsignment['things']> {
    const rows = await manager.findBy(ConsignmentEntity, { id: In([...ids]) });
    const orders = await manager.findBy(ShopOrderEntity, { number: In(rows.map(({ order }) => order)) });
    return ids.flatMap((id) => {
      const row = rows.find((one) => one.id === id);
      const order = orders.find(({ number }) => number === row?.order);
      return order ? soldIn(order).map(({ name = '', quantity }) => ({ order: order.number, name, quantity })) : [];
    });
  }

  /** Everything that travels with them, too: what is one parcel goes one way. */
  async #withCompanions(manager: EntityManager, ids: readonly number[]): Promise<ConsignmentRow[]> {
    const named = await manager.findBy(ConsignmentEntity, { id: In([...ids]) });
    const leads = [...new Set(named.flatMap(({ lead }) => (lead === null ? [] : [lead])))];
    if (leads.length === 0) return named;
    const joined = await manager.findBy(ConsignmentEntity, { lead: In(leads) });
    return [...named.filter(({ lead }) => lead === null), ...joined];
  }

  /**
   * Sets a mark, or takes the last one back: each that is still as it was seen, whatever becomes of the others.
   * @throws HttpProblem `desk-refused` where one is called off whose label is on its way
   */
  mark({ step, of }: DeskMarks, by: string): Promise<DeskMarked> {
    return this.#database.write(async ({ manager, afterCommit }) => {
      const ids = of.map(({ id }) => id);
      if (step === 'cancel') await requireAnswered(manager, ids);
      const rows = await this.#withCompanions(manager, ids);
      const results: DeskMarked['results'] = [];
      for (const row of rows.toSorted((a, b) => a.id - b.id)) {
        const seen = of.find(({ id }) => id === row.id);
        results.push(await this.#markOne(manager, row, seen?.revision ?? row.revision, { step, by }));
      }
      const known = new Set(results.map(({ id }) => id));
      for (const { id } of of) if (!known.has(id)) results.push({ id, came: 'gone', state: null, revision: null });
      const done = results.flatMap(({ id, came }) => (came === 'done' ? [id] : []));
      if (done.length > 0) afterCommit(() => this.#feed.tell(done));
      return { results };
    });
  }

  /** How consignments stand now, told as what was done to them. */
  async asTheyAre(ids: readonly number[]): Promise<DeskMarked> {
    const rows = await this.#database.read.findBy(ConsignmentEntity, { id: In([...ids]) });
    return { results: rows.map(({ id, state, revision }) => ({ id, came: 'done', state: state as OrderState, revision })) };
  }

  async #markOne(manager: EntityManager, row: ConsignmentRow, seen: number, { step, by }: Mark): Promise<Marked> {
    const { id, revision } = row;
    const state = row.state as OrderState;
    if (seen !== revision) return { id, came: 'changed', state, revision };
    // Who is called off takes nobody along.
    if (step === 'cancel' && row.lead !== null) return { id, came: 'notPossible', state, revision };
    const to = step === 'back' ? await this.#before(manager, row) : marked(state, step, row.kind as ServiceKind);
    if (to === null) return { id, came: 'notPossible', state, revision };
    await manager.update(ConsignmentEntity, { id }, { state: to, revision: revision + 1 });
    await manager.insert(ConsignmentStepEntity, { consignment: id, at: this.#now(), by, what: step, from: state, to, note: '' });
    return { id, came: 'done', state: to, revision: revision + 1 };
  }

  async #before(manager: EntityManager, { id, state }: ConsignmentRow): Promise<OrderState | null> {
    if (!canStepBack(state as OrderState)) return null;
    const steps = await manager.find(ConsignmentStepEntity, { where: { consignment: id }, order: { seq: 'ASC' } });
    return stateBefore(steps.map(stepOfRow));
  }
}
