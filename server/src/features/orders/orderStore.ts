import type { OrderPlaced, PlaceOrder } from '@ostrakon/core/contract';
import type { Database } from '../../persistence/database.ts';
import { OrderBuyerEntity, ShopOrderEntity, type ShopOrderRow } from '../../persistence/entities.ts';

/** The number of the first order. */
const FIRST = 1001;

const placedOf = ({ number, placedAt, edition, delivery }: ShopOrderRow): OrderPlaced => ({ number, placedAt, edition, delivery });

/** Orders as they were placed. Who buys stands apart from what was bought, so that it can be forgotten by itself. */
export class OrderStore {
  readonly #database: Database;
  readonly #now: () => string;

  constructor(database: Database, now: () => string) {
    this.#database = database;
    this.#now = now;
  }

  async find(reference: string): Promise<OrderPlaced | null> {
    const row = await this.#database.read.findOneBy(ShopOrderEntity, { reference });
    return row && placedOf(row);
  }

  /** Keeps an order; the one of before where its reference is known. */
  place({ reference, cart, edition, language, choices, buyer }: PlaceOrder): Promise<OrderPlaced> {
    return this.#database.write(async ({ manager }) => {
      const known = await manager.findOneBy(ShopOrderEntity, { reference });
      if (known) return placedOf(known);
      const last = await manager.maximum(ShopOrderEntity, 'number');
      const row: ShopOrderRow = {
        number: last === null ? FIRST : last + 1,
        reference,
        placedAt: this.#now(),
        edition,
        language: language ?? null,
        cart: JSON.stringify(cart),
        choices: JSON.stringify(choices),
        delivery: choices.reduce((sum, { price }) => sum + price, 0),
      };
      await manager.insert(ShopOrderEntity, row);
      await manager.insert(OrderBuyerEntity, { order: row.number, ...buyer });
      return placedOf(row);
    });
  }
}
