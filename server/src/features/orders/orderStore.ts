import type { Consigned, Instant } from '@ostrakon/core';
import { type FiledOrder, filedPart, type OrderPlaced, type SoldLine } from '@ostrakon/core/contract';
import type { Database } from '../../persistence/database.ts';
import { OrderBuyerEntity, ShopOrderEntity, type ShopOrderRow } from '../../persistence/orderEntities.ts';
import { insertOrders, insertParts } from '../../persistence/orderFiles.ts';
import { orderFromRows, rowOfBuyer, rowOfOrder } from '../../persistence/orderRow.ts';

/** The number of the first order. */
export const FIRST_ORDER = 1001;

export const placedOf = ({ number, placedAt, edition, delivery }: ShopOrderRow): OrderPlaced => ({
  number,
  placedAt,
  edition: edition === 0 ? null : edition,
  delivery,
});

/** An order before it has a number, with the parts it travels in. */
export interface NewOrder extends Omit<FiledOrder, 'number' | 'placedAt' | 'consignments' | 'delivery'> {
  readonly placedAt?: Instant | undefined;
  readonly sold: SoldLine[];
  readonly consigned: readonly Consigned[];
}

/** Orders as they come in. Who buys stands apart from what was bought, so that it can be forgotten by itself. */
export class OrderStore {
  readonly #database: Database;
  readonly #now: () => Instant;
  readonly #came: (ids: readonly number[]) => void;

  /** @param came is told of the consignments of every new order, once they are on disk */
  constructor(database: Database, now: () => Instant, came: (ids: readonly number[]) => void) {
    this.#database = database;
    this.#now = now;
    this.#came = came;
  }

  async find(reference: string): Promise<OrderPlaced | null> {
    const row = await this.#database.read.findOneBy(ShopOrderEntity, { reference });
    return row && placedOf(row);
  }

  /** Orders nobody has looked at as the desk does: they have no parts yet. */
  async unplanned(most: number): Promise<FiledOrder[]> {
    const { read } = this.#database;
    const rows = await read.createQueryBuilder(ShopOrderEntity, 'o').where('o.sold IS NULL').orderBy('o.number').limit(most).getMany();
    return Promise.all(
      rows.map(async (order) => {
        const buyer = await read.findOneBy(OrderBuyerEntity, { order: order.number });
        return orderFromRows({ order, buyer, consignments: [], steps: [], labels: [] }, new Map());
      }),
    );
  }

  /** Gives an order its goods as sold and its parts. */
  plan(order: FiledOrder, { sold, consigned, notes }: Pick<NewOrder, 'sold' | 'consigned' | 'notes'>): Promise<void> {
    return this.#database.write(async ({ manager, afterCommit }) => {
      const consignments = consigned.map((one) => filedPart(one, sold, order.placedAt, 'buyer'));
      await manager.update(ShopOrderEntity, { number: order.number }, rowOfOrder({ ...order, sold, ...(notes && { notes }) }));
      if (order.buyer) await manager.save(OrderBuyerEntity, rowOfBuyer(order.number, order.buyer, order.cart.destination));
      const ids = await insertParts(manager, [{ ...order, consignments }]);
      afterCommit(() => this.#came(ids));
    });
  }

  /** Takes orders over as they are filed elsewhere, into a shop that has none. */
  takeOver(orders: readonly FiledOrder[]): Promise<void> {
    return this.#database.write(async ({ manager, afterCommit }) => {
      await insertOrders(manager, orders);
      afterCommit(() => this.#came([]));
    });
  }

  /** Keeps an order; the one of before where its reference is known. */
  place({ consigned, placedAt = this.#now(), ...order }: NewOrder, by: string): Promise<OrderPlaced> {
    return this.#database.write(async ({ manager, afterCommit }) => {
      const known = await manager.findOneBy(ShopOrderEntity, { reference: order.reference });
      if (known) return placedOf(known);
      const last = await manager.maximum(ShopOrderEntity, 'number');
      const filed: FiledOrder = {
        ...order,
        number: last === null ? FIRST_ORDER : last + 1,
        placedAt,
        delivery: order.choices.reduce((sum, { price }) => sum + price, 0),
        consignments: consigned.map((one) => filedPart(one, order.sold, placedAt, by)),
      };
      const ids = await insertOrders(manager, [filed]);
      afterCommit(() => this.#came(ids));
      return placedOf(rowOfOrder(filed));
    });
  }
}
