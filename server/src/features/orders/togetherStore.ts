import {
  asOneOrder,
  type CartInput,
  type CompiledBook,
  givenBackOf,
  type Instant,
  isWaiting,
  type OrderState,
  oncePer,
  type Parcel,
  packFor,
  travelTogether,
} from '@ostrakon/core';
import type { DeskMarked, GiveBack, PackInto, PackTogether, SoldLine, TogetherSet } from '@ostrakon/core/contract';
import { LRUCache } from 'lru-cache';
import { type EntityManager, In } from 'typeorm';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import {
  ConsignmentEntity,
  type ConsignmentRow,
  ConsignmentStepEntity,
  OrderBuyerEntity,
  ShopOrderEntity,
  type ShopOrderRow,
} from '../../persistence/orderEntities.ts';
import { planIn, soldIn, type TogetherOfRow, togetherIn } from '../../persistence/orderRow.ts';
import { requireAnswered } from './labelsAsked.ts';

/** Asks what carriage of some parcels costs; null where nobody says. */
export type CarriageOf = (row: ConsignmentRow, cart: string, parcels: readonly Parcel[]) => Promise<number | null>;

/** What carriers ask for may be another a while later. */
const KNOWN_MS = 600_000;

const refused = (detail: string) => new HttpProblem('desk-refused', detail);

/** The goods of several consignments as one list, with which of them they are. */
export function goodsTogether(rows: readonly { sold: readonly SoldLine[]; lines: readonly number[] }[]) {
  const lines: SoldLine[] = [];
  const which: number[] = [];
  for (const row of rows) {
    which.push(...row.lines.map((at) => at + lines.length));
    lines.push(...row.sold);
  }
  return { lines, which };
}

const countOf = (parcels: readonly Parcel[]) => parcels.reduce((sum, { count }) => sum + count, 0);
const weightOf = (parcels: readonly Parcel[]) => parcels.reduce((sum, { packedWeight, count }) => sum + packedWeight * count, 0);

/** Consignments as one: their orders, and the parcels all of it takes. */
interface Whole {
  readonly first: Part;
  readonly held: readonly Part[];
  readonly orders: readonly ShopOrderRow[];
  readonly parcels: readonly Parcel[];
  /** What those are packed into costs. */
  readonly cost: number;
}

interface Part {
  readonly row: ConsignmentRow;
  readonly cart: string;
  readonly sold: readonly SoldLine[];
  readonly lines: readonly number[];
}

export interface TogetherSources {
  /** The book goods are packed by now. */
  book(): CompiledBook;
  readonly now: () => Instant;
  readonly changed: (ids: readonly number[]) => void;
  readonly carriageOf: CarriageOf;
  /** What a cart pays for a service by an edition; null where it is not offered, or not in one piece. */
  priceOf(cart: CartInput, edition: number, service: string): Promise<number | null>;
}

/** Orders of one buyer that travel as one, and what they are packed into. */
export class TogetherStore {
  readonly #database: Database;
  readonly #sources: TogetherSources;
  /** What was told of sets that are as they were: asked for again with every change at the desk. */
  readonly #known = oncePer((_book: CompiledBook) => new LRUCache<string, TogetherSet>({ max: 200, ttl: KNOWN_MS }));

  constructor(database: Database, sources: TogetherSources) {
    this.#database = database;
    this.#sources = sources;
  }

  async #joint(manager: EntityManager, rows: readonly ConsignmentRow[]): Promise<Whole> {
    const orders = await manager.findBy(ShopOrderEntity, { number: In(rows.map(({ order }) => order)) });
    const held = rows.map((row) => {
      const order = orders.find(({ number }) => number === row.order);
      return { row, cart: order?.cart ?? '{}', sold: order ? soldIn(order) : [], lines: planIn(row).lines };
    });
    const { lines, which } = goodsTogether(held);
    const [first] = held;
    if (!first) throw refused('There is nothing to pack together.');
    return { first, held, orders, ...packFor(this.#sources.book(), first.row.service, lines, which) };
  }

  /** What was paid beyond the price of all of it as one order; null where that has no price, or an order travels in parts. */
  async #beyondOne({ first, held, orders }: Whole): Promise<number | null> {
    const lead = orders.find(({ number }) => number === first.row.order);
    const numbers = orders.map(({ number }) => number);
    const parts = await this.#database.read.countBy(ConsignmentEntity, { order: In(numbers) });
    if (!lead || parts !== numbers.length || numbers.length !== held.length) return null;
    const whole = held.map(({ cart, sold }) => ({
      cart: JSON.parse(cart) as CartInput,
      goods: sold.map(({ product: _product, ...line }) => line),
    }));
    const cart = asOneOrder(whole, lead.placedAt, this.#sources.book().book.shop.pricing.rounding);
    const price = cart && (await this.#sources.priceOf(cart, lead.edition, first.row.service));
    return price === null ? null : Math.max(0, held.reduce((sum, { row }) => sum + row.price, 0) - price);
  }

  async #givenBack(rows: readonly ConsignmentRow[], giveBack: GiveBack, joint: Whole) {
    const prices = rows.map(({ price }) => price);
    const amounts = { nothing: 0, further: prices.slice(1).reduce((sum, price) => sum + price, 0) };
    const amount = giveBack === 'beyondOne' ? await this.#beyondOne(joint) : amounts[giveBack];
    if (amount === null) throw refused('What all of it would have cost as one order is not known.');
    return givenBackOf(prices, amount);
  }

  /** Sets of waiting consignments that can travel as one and do not yet. */
  async sets(): Promise<TogetherSet[]> {
    const waiting = await this.#database.read.find(ConsignmentEntity, {
      where: { state: In(['new', 'packing']) },
      order: { id: 'ASC' },
    });
    const free = waiting.filter(({ lead, to, kind }) => lead === null && to === 0 && kind !== 'round');
    const buyers = new Map<number, readonly string[]>();
    const numbers = [...new Set(free.map(({ order }) => order))];
    for (let at = 0; at < numbers.length; at += 500) {
      for (const { order, byName, byMail } of await this.#database.read.findBy(OrderBuyerEntity, {
        order: In(numbers.slice(at, at + 500)),
      }))
        buyers.set(
          order,
          [byName, byMail].filter((key) => key !== null),
        );
    }
    const sets = travelTogether(free.map(({ id, service, origin, order }) => ({ id, service, origin, keys: buyers.get(order) ?? [] })));
    const told: TogetherSet[] = [];
    for (const ids of sets.slice(0, 50)) {
      const rows = ids.flatMap((id) => free.find((row) => row.id === id) ?? []);
      told.push(await this.#told(rows));
    }
    return told;
  }

  async #told(rows: readonly ConsignmentRow[]): Promise<TogetherSet> {
    const known = this.#known(this.#sources.book());
    const key = rows.map(({ id, revision }) => `${id}:${revision}`).join(' ');
    const before = known.get(key);
    if (before) return before;
    const told = await this.#workedOut(rows);
    // What a carrier has not said it may say in a moment.
    if (told.saves !== null) known.set(key, told);
    return told;
  }

  async #workedOut(rows: readonly ConsignmentRow[]): Promise<TogetherSet> {
    const joint = await this.#joint(this.#database.read, rows);
    const { first, parcels, cost } = joint;
    const atCounter = first.row.kind === 'counter';
    const carriage = atCounter ? 0 : await this.#sources.carriageOf(first.row, first.cart, parcels);
    const apart = rows.map((row) => (row.carriage === null ? null : row.carriage + row.packaging));
    const known = apart.every((one) => one !== null);
    const saves = known && carriage !== null ? apart.reduce((sum, one) => sum + one, 0) - carriage - (atCounter ? 0 : cost) : null;
    return {
      of: rows.map(({ id, revision, order }) => ({ id, revision, order })),
      parcels: countOf(parcels),
      weight: weightOf(parcels),
      saves,
      paidTwice: rows.slice(1).reduce((sum, { price }) => sum + price, 0),
      beyondOne: await this.#beyondOne(joint),
    };
  }

  /** Packs consignments as one. The second and further prices stay charged, or are given back. */
  async join({ of, giveBack }: PackTogether, by: string): Promise<DeskMarked> {
    const ids = of.map(({ id }) => id);
    const before = await this.#database.read.findBy(ConsignmentEntity, { id: In(ids) });
    const rows = before.toSorted((a, b) => a.id - b.id);
    const whole = await this.#joint(this.#database.read, rows);
    const { first, parcels, cost } = whole;
    const back = await this.#givenBack(rows, giveBack, whole);
    const carriage = first.row.kind === 'counter' ? 0 : await this.#sources.carriageOf(first.row, first.cart, parcels);
    return this.#database.write(async ({ manager, afterCommit }) => {
      const held = (await manager.findBy(ConsignmentEntity, { id: In(ids) })).toSorted((a, b) => a.id - b.id);
      const lead = requireJoinable(held, of);
      await requireAnswered(manager, ids);
      const at = this.#sources.now();
      // What was packed by itself is packed anew.
      const state = held.some((row) => row.state !== 'new') ? 'packing' : 'new';
      const joint = { parcels, carriage, packaging: lead.kind === 'counter' ? 0 : cost };
      for (const [index, row] of held.entries()) {
        const change = { ...(row.id === lead.id ? leading(row, joint) : following(row)), givenBack: back[index] ?? 0 };
        await manager.update(ConsignmentEntity, { id: row.id }, { ...change, revision: row.revision + 1, lead: lead.id, state });
        const note = held.flatMap(({ id, order }) => (id === row.id ? [] : [order])).join(', ');
        await manager.insert(ConsignmentStepEntity, { consignment: row.id, at, by, what: 'together', from: row.state, to: state, note });
      }
      afterCommit(() => this.#sources.changed(ids));
      return {
        results: held.map(({ id, revision }) => ({ id, came: 'done' as const, state: state as OrderState, revision: revision + 1 })),
      };
    });
  }

  /** Lets what travels with a consignment travel apart again, as it was. */
  apart(id: number, by: string): Promise<DeskMarked> {
    return this.#database.write(async ({ manager, afterCommit }) => {
      const row = await manager.findOneBy(ConsignmentEntity, { id });
      if (!row) throw new HttpProblem('not-found', 'This order is not there any more.');
      if (row.lead === null) throw refused(`Order ${row.order} travels by itself already.`);
      const held = await manager.find(ConsignmentEntity, { where: { lead: row.lead }, order: { id: 'ASC' } });
      if (held.some(({ state }) => !isWaiting(state as OrderState))) throw refused('They have left the shop together.');
      await requireAnswered(
        manager,
        held.map((one) => one.id),
      );
      const at = this.#sources.now();
      for (const one of held) {
        const state = one.state === 'packed' ? 'packing' : one.state;
        const change = { revision: one.revision + 1, lead: null, together: null, givenBack: 0, state, ...togetherIn(one)?.apart };
        await manager.update(ConsignmentEntity, { id: one.id }, change);
        await manager.insert(ConsignmentStepEntity, { consignment: one.id, at, by, what: 'apart', from: one.state, to: state, note: '' });
      }
      afterCommit(() => this.#sources.changed(held.map((one) => one.id)));
      return {
        results: held.map((one) => ({ id: one.id, came: 'done' as const, state: one.state as OrderState, revision: one.revision + 1 })),
      };
    });
  }

  /** Packs a consignment into another piece of packaging: its weight, and what its carriage costs, follow. */
  async repack(id: number, { revision, packaging }: PackInto, by: string): Promise<number> {
    const row = await this.#database.read.findOneBy(ConsignmentEntity, { id });
    if (!row) throw new HttpProblem('not-found', 'This order is not there any more.');
    if (row.lead !== null) throw refused('Orders that travel together are packed as planned. Let them travel apart first.');
    const order = await this.#database.read.findOneByOrFail(ShopOrderEntity, { number: row.order });
    const { lines, carried } = planIn(row);
    const book = this.#sources.book();
    if (packaging !== null && !book.book.packing.packaging.some((one) => one.id === packaging))
      throw refused('This packaging is not among the shop’s any more.');
    const { parcels, cost } = packFor(book, row.service, soldIn(order), lines, packaging);
    const carriage = await this.#sources.carriageOf(row, order.cart, parcels);
    return this.#database.write(async ({ manager, afterCommit }) => {
      const held = await manager.findOneByOrFail(ConsignmentEntity, { id });
      if (held.revision !== revision) throw refused(`Order ${held.order} has been changed meanwhile. Look at it again.`);
      if (!isWaiting(held.state as OrderState)) throw refused(`Order ${held.order} has left the shop.`);
      await requireAnswered(manager, [id]);
      const name = book.book.packing.packaging.find((one) => one.id === packaging)?.name ?? '';
      await manager.update(
        ConsignmentEntity,
        { id },
        {
          revision: revision + 1,
          into: packaging,
          parcels: countOf(parcels),
          weight: weightOf(parcels),
          packaging: held.kind === 'counter' ? 0 : cost,
          carriage,
          plan: JSON.stringify({ lines, parcels, carried }),
        },
      );
      const step = { consignment: id, at: this.#sources.now(), by, what: 'repacked', from: held.state, to: held.state, note: name };
      await manager.insert(ConsignmentStepEntity, step);
      afterCommit(() => this.#sources.changed([id]));
      return held.order;
    });
  }
}

/** The one that leads, where all of them can be packed as one. */
function requireJoinable(held: readonly ConsignmentRow[], of: PackTogether['of']): ConsignmentRow {
  const [lead] = held;
  if (!lead || held.length < of.length) throw refused('One of these orders is not there any more.');
  const changed = held.find(({ id, revision }) => of.find((one) => one.id === id)?.revision !== revision);
  if (changed) throw refused(`Order ${changed.order} has been changed meanwhile. Look at it again.`);
  const gone = held.find((row) => !isWaiting(row.state as OrderState) || row.lead !== null);
  if (gone) throw refused(`Order ${gone.order} does not wait by itself any more.`);
  const other = held.find(({ service, origin }) => service !== lead.service || origin !== lead.origin);
  if (other) throw refused(`Order ${other.order} travels another way than order ${lead.order}.`);
  return lead;
}

interface Joint {
  readonly parcels: readonly Parcel[];
  readonly carriage: number | null;
  readonly packaging: number;
}

/** What becomes of the one whose parcels hold all of them, and of those that lie in its parcels. */
const leading = (row: ConsignmentRow, { parcels, carriage, packaging }: Joint) => ({
  ...{ carriage, packaging, parcels: countOf(parcels), weight: weightOf(parcels) },
  together: JSON.stringify({ apart: apartOf(row), parcels }),
});
const following = (row: ConsignmentRow) => ({
  ...{ carriage: 0, packaging: 0, parcels: 0, weight: 0 },
  together: JSON.stringify({ apart: apartOf(row), parcels: null }),
});

/** What a consignment is before it is packed with others. */
const apartOf = ({ parcels, weight, carriage, packaging }: ConsignmentRow): TogetherOfRow['apart'] => ({
  parcels,
  weight,
  carriage,
  packaging,
});
