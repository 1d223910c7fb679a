import type { KeptBuyer } from '@ostrakon/core';
import {
  askedParcels,
  type CartInput,
  type Destination,
  type Instant,
  isWaiting,
  type LabelRequest,
  type OrderState,
  type Parcel,
  type RateBook,
} from '@ostrakon/core';
import type { ParcelEvent, SoldLine } from '@ostrakon/core/contract';
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
import { buyerIn, planIn, soldIn, togetherIn } from '../../persistence/orderRow.ts';
import type { DeskFeed } from './deskFeed.ts';

/** A label to be bought, with all its carrier has to know. */
export interface LabelToBuy {
  readonly row: ParcelLabelRow;
  readonly order: number;
  /** Null with why where it cannot be asked for. */
  readonly request: LabelRequest | null;
  readonly why: string;
}

/** What a carrier said to a label that was asked for. */
export type CarrierSaid =
  | { readonly came: 'bought'; readonly tracking: string; readonly cost: number }
  | { readonly came: 'failed'; readonly detail: string };

/** Rows of one statement. */
const ROWS_AT_ONCE = 500;
/** Longest reason that is kept, in letters. */
const MOST_DETAIL = 300;

/** Every parcel by itself, in the order they are packed. */
const singleParcels = (parcels: readonly Parcel[]): Parcel[] =>
  parcels.flatMap((parcel) => Array.from({ length: parcel.count }, () => ({ ...parcel, count: 1 })));

const parcelsOf = (row: ConsignmentRow): Parcel[] => singleParcels(togetherIn(row)?.parcels ?? planIn(row).parcels);

interface Way {
  readonly to: Destination;
  readonly buyer: KeptBuyer;
  readonly row: ConsignmentRow;
  readonly sold: readonly SoldLine[];
}

/** What is asked of the carrier for one parcel; null where the shop says no more who carries it. */
function requestFor(
  { services, locations }: RateBook,
  { row, to, buyer, sold }: Way,
  label: ParcelLabelRow,
  parcel: Parcel,
): LabelRequest | null {
  const carriage = services.find(({ id }) => id === row.service)?.carriage;
  const from = locations.find(({ id }) => id === row.origin);
  const [asked] = askedParcels([parcel]);
  if (!from || !asked) return null;
  const worth = parcel.contents.reduce((sum, { line, quantity }) => sum + (sold[line]?.unitPrice ?? 0) * quantity, 0);
  const { country, subdivision, postalCode, street, city, name } = from;
  return {
    account: label.account,
    service: label.service,
    from: { name, street, city, country, ...(subdivision !== null && { subdivision }), ...(postalCode !== null && { postalCode }) },
    to: {
      name: buyer.name.slice(0, 80),
      street: buyer.street.slice(0, 80),
      city: buyer.town.slice(0, 80),
      country: to.country,
      ...(to.subdivision !== undefined && { subdivision: to.subdivision }),
      ...(to.postalCode !== undefined && { postalCode: to.postalCode }),
    },
    residential: carriage?.residential ?? true,
    parcel: asked,
    declaredValue: carriage?.declareValue ? worth : null,
    reference: String(row.order),
    once: label.once,
  };
}

/** How far a consignment is by what carriers said of all its parcels. */
function whereTo(labels: readonly ParcelLabelRow[]): 'handedOver' | 'delivered' | null {
  const codes = labels.map(({ events }) => (events === null ? [] : (JSON.parse(events) as ParcelEvent[]).map(({ code }) => code)));
  const all = (code: ParcelEvent['code']) => codes.length > 0 && codes.every((list) => list.includes(code));
  return all('arrived') ? 'delivered' : all('takenOver') ? 'handedOver' : null;
}

/** Labels of parcels: which are missing, which were bought, and where their parcels are. */
export class LabelStore {
  readonly #database: Database;
  readonly #now: () => Instant;
  readonly #feed: Pick<DeskFeed, 'tell' | 'mention'>;
  readonly #said: { row: ParcelLabelRow; said: CarrierSaid }[] = [];
  #keeping: Promise<void> | null = null;

  constructor(database: Database, now: () => Instant, feed: Pick<DeskFeed, 'tell' | 'mention'>) {
    this.#database = database;
    this.#now = now;
    this.#feed = feed;
  }

  /** Writes down which labels are missing of consignments that wait, and gives those that are to be bought. */
  async toBuy(ids: readonly number[], book: RateBook): Promise<LabelToBuy[]> {
    const rows = await this.#database.write(async ({ manager }) => {
      const named = await manager.findBy(ConsignmentEntity, { id: In([...ids]) });
      // What lies in another's parcels travels by that one's labels.
      const leads = named.flatMap(({ id, lead }) => (lead === null || lead === id ? [] : [lead]));
      const led = leads.length > 0 ? await manager.findBy(ConsignmentEntity, { id: In(leads) }) : [];
      const all = [...new Map([...named, ...led].map((row) => [row.id, row])).values()];
      const open = all.filter(({ state, lead, id }) => isWaiting(state as OrderState) && (lead === null || lead === id));
      await this.#writeDown(manager, open);
      return open;
    });
    return this.#asked(rows, book);
  }

  async #writeDown(manager: EntityManager, rows: readonly ConsignmentRow[]): Promise<void> {
    const held = await manager.findBy(ParcelLabelEntity, { consignment: In(rows.map(({ id }) => id)) });
    const ofParcel = new Map<string, ParcelLabelRow[]>();
    for (const label of held) {
      const key = `${label.consignment} ${label.parcel}`;
      ofParcel.set(key, [...(ofParcel.get(key) ?? []), label]);
    }
    const at = this.#now();
    const nothing = { tracking: null, cost: null, detail: null, seenAt: null, events: null };
    const missing = rows.flatMap((row): Omit<ParcelLabelRow, 'id'>[] => {
      const { carried } = planIn(row);
      if (carried === null) return [];
      const { account, service } = carried;
      return parcelsOf(row).flatMap((_, parcel) => {
        const tries = ofParcel.get(`${row.id} ${parcel}`) ?? [];
        if (tries.some(({ state }) => state !== 'void')) return [];
        const once = `ostrakon-${row.id}-${parcel}-${tries.length}`;
        return [{ consignment: row.id, parcel, account, service, state: 'asked', ...nothing, once, at }];
      });
    });
    while (missing.length > 0) await manager.insert(ParcelLabelEntity, missing.splice(0, ROWS_AT_ONCE));
  }

  async #asked(rows: readonly ConsignmentRow[], book: RateBook): Promise<LabelToBuy[]> {
    const { read } = this.#database;
    const labels = await read.find(ParcelLabelEntity, {
      where: { consignment: In(rows.map(({ id }) => id)), state: In(['asked', 'failed']) },
      order: { consignment: 'ASC', parcel: 'ASC' },
    });
    const wanted = new Set(labels.map(({ consignment }) => consignment));
    const open = rows.filter(({ id }) => wanted.has(id));
    const numbers = [...new Set(open.map(({ order }) => order))];
    const orders = new Map((await read.findBy(ShopOrderEntity, { number: In(numbers) })).map((order) => [order.number, order]));
    const buyers = new Map((await read.findBy(OrderBuyerEntity, { order: In(numbers) })).map((buyer) => [buyer.order, buyer]));
    return open.flatMap((row): LabelToBuy[] => {
      const order = orders.get(row.order);
      if (!order) return [];
      const buyer = buyerIn(buyers.get(row.order));
      const { destination, others = [] } = JSON.parse(order.cart) as Pick<CartInput, 'destination' | 'others'>;
      const to = row.to === 0 ? destination : others[row.to - 1];
      const parcels = parcelsOf(row);
      const way = buyer && to && { row, to, buyer, sold: soldIn(order) };
      const lacks = buyer === null ? 'Who bought was forgotten.' : to === undefined ? 'Its address is not known.' : '';
      return labels
        .filter(({ consignment }) => consignment === row.id)
        .map((label) => {
          const parcel = parcels[label.parcel];
          const request = way && parcel ? requestFor(book, way, label, parcel) : null;
          return { row: label, order: row.order, request, why: lacks || (request ? '' : 'Where it leaves from is not known any more.') };
        });
    });
  }

  /**
   * Keeps what a carrier said to a label that was asked for. What is said while the store is busy is kept together.
   * Rejects where the store does not take it: asked again under the same key, the carrier gives the same label.
   */
  keep(row: ParcelLabelRow, said: CarrierSaid): Promise<void> {
    this.#said.push({ row, said });
    this.#keeping ??= this.#keepAll();
    return this.#keeping;
  }

  async #keepAll(): Promise<void> {
    let hasBegun = false;
    try {
      await this.#database.write(async ({ manager, afterCommit }) => {
        hasBegun = true;
        this.#keeping = null;
        const all = this.#said.splice(0);
        const bought = all.flatMap(({ row: { id }, said }) => (said.came === 'bought' ? [{ ...said, id }] : []));
        const failed = all.flatMap(({ row: { id }, said }) =>
          said.came === 'failed' ? [{ id, detail: said.detail.slice(0, MOST_DETAIL) }] : [],
        );
        await manager.query(
          `UPDATE "parcel_label" SET "state" = 'bought', "tracking" = said.value ->> 'tracking', "cost" = said.value ->> 'cost', "detail" = NULL, "at" = ?
           FROM json_each(?) said WHERE "parcel_label"."id" = said.value ->> 'id'`,
          [this.#now(), JSON.stringify(bought)],
        );
        await manager.query(
          `UPDATE "parcel_label" SET "state" = 'failed', "detail" = said.value ->> 'detail'
           FROM json_each(?) said WHERE "parcel_label"."id" = said.value ->> 'id' AND "state" IN ('asked', 'failed')`,
          [JSON.stringify(failed)],
        );
        const ids = [...new Set(all.flatMap(({ row, said }) => (said.came === 'bought' ? [row.consignment] : [])))];
        await this.#sumUp(manager, ids);
        afterCommit(() => this.#feed.mention(ids));
      });
    } catch (error) {
      if (!hasBegun) {
        this.#keeping = null;
        this.#said.length = 0;
      }
      throw error;
    }
  }

  /** What its carriage costs is what its labels cost, once it has one for every parcel. */
  async #sumUp(manager: EntityManager, ids: readonly number[]): Promise<void> {
    await manager.query(
      `UPDATE "consignment" SET "labels" = held."labels",
         "carriage" = CASE WHEN held."labels" = "parcels" THEN held."cost" ELSE "carriage" END
       FROM (SELECT "consignment", COUNT(*) AS "labels", SUM("cost") AS "cost" FROM "parcel_label"
         WHERE "state" = 'bought' AND "consignment" IN (SELECT value FROM json_each(?)) GROUP BY "consignment") held
       WHERE "id" = held."consignment"`,
      [JSON.stringify(ids)],
    );
  }

  /** Notes in its history that all labels of a consignment were bought. */
  labelled(ids: readonly number[], by: string): Promise<void> {
    return this.#note(ids, by, 'labelled', ({ labels, parcels }) => labels > 0 && labels === parcels);
  }

  #note(ids: readonly number[], by: string, what: string, which: (row: ConsignmentRow) => boolean): Promise<void> {
    return this.#database.write(async ({ manager, afterCommit }) => {
      const rows = (await manager.findBy(ConsignmentEntity, { id: In([...ids]) })).filter(which);
      for (const { id, state } of rows)
        await manager.insert(ConsignmentStepEntity, { consignment: id, at: this.#now(), by, what, from: state, to: state, note: '' });
      afterCommit(() => this.#feed.mention(rows.map(({ id }) => id)));
    });
  }

  /** Bought labels of some consignments, or of what travels with them. */
  async held(ids: readonly number[]): Promise<ParcelLabelRow[]> {
    const rows = await this.#database.read.findBy(ConsignmentEntity, { id: In([...ids]) });
    const leads = [...new Set(rows.map(({ id, lead }) => lead ?? id))];
    const labels = await this.#database.read.find(ParcelLabelEntity, {
      where: { consignment: In(leads), state: 'bought' },
      order: { consignment: 'ASC', parcel: 'ASC' },
    });
    return labels.toSorted((a, b) => leads.indexOf(a.consignment) - leads.indexOf(b.consignment) || a.parcel - b.parcel);
  }

  /** A label was given back. */
  voided(labels: readonly ParcelLabelRow[], by: string): Promise<void> {
    return this.#database.write(async ({ manager, afterCommit }) => {
      const ids = [...new Set(labels.map(({ consignment }) => consignment))];
      await manager.update(ParcelLabelEntity, { id: In(labels.map(({ id }) => id)) }, { state: 'void' });
      for (const id of ids) {
        const { state } = await manager.findOneByOrFail(ConsignmentEntity, { id });
        await manager.update(ConsignmentEntity, { id }, { labels: 0 });
        await manager.insert(ConsignmentStepEntity, {
          consignment: id,
          at: this.#now(),
          by,
          what: 'labelsVoid',
          from: state,
          to: state,
          note: '',
        });
      }
      afterCommit(() => this.#feed.mention(ids));
    });
  }

  /** Bought labels whose parcels have not arrived. */
  async outside(): Promise<ParcelLabelRow[]> {
    return this.#database.read
      .createQueryBuilder(ParcelLabelEntity, 'l')
      .innerJoin(ConsignmentEntity.options.name, 'c', 'c.id = l.consignment')
      .where(`l.state = 'bought' AND c.state IN ('new', 'packing', 'packed', 'handedOver')`)
      .orderBy('l.id')
      .getMany();
  }

  /** Keeps what a carrier said of a parcel. */
  seen(label: ParcelLabelRow, events: readonly ParcelEvent[]): Promise<void> {
    return this.#database.write(async ({ manager }) => {
      await manager.update(ParcelLabelEntity, { id: label.id }, { seenAt: this.#now(), events: JSON.stringify(events) });
    });
  }

  /** Marks consignments by where all of their parcels are: taken over though nobody marked it, or arrived. */
  follow(ids: readonly number[]): Promise<number> {
    return this.#database.write(async ({ manager, afterCommit }) => {
      const moved: number[] = [];
      for (const id of ids) moved.push(...(await this.#follow(manager, id)));
      afterCommit(() => this.#feed.tell(moved));
      return moved.length;
    });
  }

  async #follow(manager: EntityManager, id: number): Promise<number[]> {
    const to = whereTo(await manager.findBy(ParcelLabelEntity, { consignment: id, state: 'bought' }));
    const row = await manager.findOneByOrFail(ConsignmentEntity, { id });
    if (to === null || row.state === to) return [];
    const companions = row.lead === null ? [row] : await manager.findBy(ConsignmentEntity, { lead: row.lead });
    for (const one of companions) {
      await manager.update(ConsignmentEntity, { id: one.id }, { state: to, revision: one.revision + 1 });
      const note = to === 'handedOver' && one.state !== 'packed' ? 'never marked as packed' : '';
      const what = to === 'handedOver' ? 'scanned' : 'seenArrived';
      const step = { consignment: one.id, at: this.#now(), by: 'carrier', what, from: one.state, to, note };
      await manager.insert(ConsignmentStepEntity, step);
    }
    return companions.map((one) => one.id);
  }

  /** @throws HttpProblem `desk-refused` where there is none to print */
  async toPrint(ids: readonly number[]): Promise<ParcelLabelRow[]> {
    const labels = await this.held(ids);
    if (labels.length === 0) throw new HttpProblem('desk-refused', 'No label has been bought for these orders yet.');
    return labels;
  }
}
