import { type Instant, instantToMs, msToInstant, type RateBook } from '@ostrakon/core';
import type { BuyerInside, RunningWindow, RunningWindows } from '@ostrakon/core/contract';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import { EndedWindowEntity, ShopOrderEntity } from '../../persistence/orderEntities.ts';
import type { Secrets } from '../../persistence/secrets.ts';

/** What a buyer's reference is digested for. */
const OF = 'buyer';
const HOUR_MS = 3_600_000;
/** Longer than any hours run, and within what a quote looks back. */
const DAYS_BACK = 370;
const SHOWN = 200;

interface LastOrder {
  readonly number: number;
  readonly placedAt: Instant;
  readonly mark: string | null;
  readonly name: string | null;
}

/** Hours that run for buyers after an order: who is inside, and until when. */
export class WindowStore {
  readonly #database: Database;
  readonly #secrets: Secrets;
  readonly #now: () => Instant;

  constructor(database: Database, secrets: Secrets, now: () => Instant) {
    this.#database = database;
    this.#secrets = secrets;
    this.#now = now;
  }

  /** A digest of the shop's own reference of a buyer; nobody makes or reads it without the shop's key. */
  markOf = (buyerId: string): string => this.#secrets.mark(buyerId, OF);

  /** When a buyer ordered last; null for who is not known, or whose hours were ended since. */
  lastOrderOf = async (buyerId: string): Promise<Instant | null> => {
    const mark = this.markOf(buyerId);
    const from = msToInstant(instantToMs(this.#now()) - DAYS_BACK * 24 * HOUR_MS);
    const rows: { last: Instant | null }[] = await this.#database.read.query(
      `SELECT MAX(o."placed_at") AS "last" FROM "shop_order" o LEFT JOIN "ended_window" e ON e."buyer" = o."buyer_mark" WHERE o."buyer_mark" = ? AND o."placed_at" >= ? AND (e."ended_at" IS NULL OR o."placed_at" > e."ended_at")`,
      [mark, from],
    );
    return rows[0]?.last ?? null;
  };

  /** The last order of each buyer since a moment, who is known by reference or else by mail address. */
  async #lastSince(from: Instant): Promise<LastOrder[]> {
    return this.#database.read.query(
      `SELECT o."number", MAX(o."placed_at") AS "placedAt", o."buyer_mark" AS "mark", b."name" FROM "shop_order" o LEFT JOIN "order_buyer" b ON b."order" = o."number" LEFT JOIN "ended_window" e ON e."buyer" = o."buyer_mark" WHERE o."placed_at" > ? AND o."placed_at" <= ? AND (e."ended_at" IS NULL OR o."placed_at" > e."ended_at") GROUP BY COALESCE(o."buyer_mark", b."mail", o."number") ORDER BY "placedAt", o."number"`,
      [from, this.#now()],
    );
  }

  async running({ allowances }: Pick<RateBook, 'allowances'>): Promise<RunningWindows> {
    const now = this.#now();
    const windows: RunningWindow[] = [];
    for (const { id, name, sinceOrder, endedAt } of allowances) {
      if (sinceOrder === null) continue;
      const ms = sinceOrder * HOUR_MS;
      const began = msToInstant(Math.max(instantToMs(now) - ms, endedAt === null ? 0 : instantToMs(endedAt)));
      const last = await this.#lastSince(began);
      const inside = last.map(
        (one): BuyerInside => ({
          ...{ order: one.number, name: one.name, since: one.placedAt, known: one.mark !== null },
          until: msToInstant(instantToMs(one.placedAt) + ms),
        }),
      );
      windows.push({ allowance: id, name, hours: sinceOrder, inside: inside.length, buyers: inside.slice(0, SHOWN) });
    }
    return { now, windows };
  }

  /** @throws HttpProblem `not-found`, or `desk-refused` where only the checkout knows when they ordered */
  end(order: number): Promise<void> {
    return this.#database.write(async ({ manager }) => {
      const row = await manager.findOneBy(ShopOrderEntity, { number: order });
      if (!row) throw new HttpProblem('not-found', `There is no order ${order}.`);
      if (row.buyerMark === null)
        throw new HttpProblem('desk-refused', 'Your checkout itself says when this buyer ordered, so it has to end these hours.');
      await manager.save(EndedWindowEntity, { buyer: row.buyerMark, endedAt: this.#now() });
    });
  }
}
