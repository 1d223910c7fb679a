import type { DayLoad, LoadCount } from '@ostrakon/core';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import { DayLoadEntity } from '../../persistence/entities.ts';
import { keyOfLoad, type LoadKey, loadFromRow } from '../../persistence/loadRow.ts';

/** Orders taken so far, all of them in memory for the quotes. */
export class LoadStore {
  readonly #database: Database;
  #loads: readonly DayLoad[] = [];

  private constructor(database: Database) {
    this.#database = database;
  }

  static async open(database: Database): Promise<LoadStore> {
    const store = new LoadStore(database);
    const rows = await database.read.find(DayLoadEntity, { order: { date: 'ASC', owner: 'ASC', window: 'ASC' } });
    store.#loads = rows.map(loadFromRow);
    return store;
  }

  get all(): readonly DayLoad[] {
    return this.#loads;
  }

  /** Sets how many orders are taken; none forgets the day. */
  async set(load: DayLoad): Promise<void> {
    await this.#put(keyOfLoad(load), () => load.orders);
  }

  /** Counts orders on, or off, what is there by then. */
  async count(change: LoadCount): Promise<void> {
    await this.#put(keyOfLoad(change), (orders) => {
      if (orders + change.by >= 0) return orders + change.by;
      const detail = `There are ${orders} orders on this day, so ${-change.by} cannot be taken off.`;
      throw new HttpProblem('invalid-request', detail, { errors: [{ pointer: '/by', detail }] });
    });
  }

  async #put(key: LoadKey, next: (orders: number) => number): Promise<void> {
    await this.#database.write(async ({ manager, afterCommit }) => {
      const row = await manager.findOneBy(DayLoadEntity, key);
      const orders = next(row?.orders ?? 0);
      if (orders === 0) await manager.delete(DayLoadEntity, key);
      else await manager.save(DayLoadEntity, { ...key, orders });
      const same = JSON.stringify(key);
      afterCommit(() => {
        const others = this.#loads.filter((held) => JSON.stringify(keyOfLoad(held)) !== same);
        this.#loads = orders === 0 ? others : [...others, loadFromRow({ ...key, orders })];
      });
    });
  }
}
