import type { DayLoad, LoadCount } from '@ostrakon/core';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import { DayLoadEntity } from '../../persistence/goodsEntities.ts';
import { keyOfLoad, type LoadKey, loadFromRow } from '../../persistence/loadRow.ts';

const sameKey = (load: DayLoad | LoadCount): string => JSON.stringify(keyOfLoad(load));

/**
 * Orders taken so far, all of them in memory for the quotes: those of the desk are counted by themselves, and on top of them
 * those somebody says were taken elsewhere.
 */
export class LoadStore {
  readonly #database: Database;
  /** Taken elsewhere: what is kept. */
  #elsewhere: readonly DayLoad[] = [];
  #ofDesk: readonly DayLoad[] = [];
  #all: readonly DayLoad[] = [];

  private constructor(database: Database) {
    this.#database = database;
  }

  static async open(database: Database): Promise<LoadStore> {
    const store = new LoadStore(database);
    const rows = await database.read.find(DayLoadEntity, { order: { date: 'ASC', owner: 'ASC', window: 'ASC' } });
    store.#elsewhere = rows.map(loadFromRow);
    store.#sum();
    return store;
  }

  /** What is taken by day, the same list as long as nothing changes. */
  get all(): readonly DayLoad[] {
    return this.#all;
  }

  #sum(): void {
    const sums = new Map<string, DayLoad>();
    for (const load of [...this.#elsewhere, ...this.#ofDesk]) {
      const held = sums.get(sameKey(load));
      sums.set(sameKey(load), held ? { ...held, orders: held.orders + load.orders } : load);
    }
    this.#all = [...sums.values()];
  }

  /** Says what the desk has. */
  ofDesk(loads: readonly DayLoad[]): void {
    if (JSON.stringify(loads) === JSON.stringify(this.#ofDesk)) return;
    this.#ofDesk = loads;
    this.#sum();
  }

  #atDesk(load: DayLoad | LoadCount): number {
    return this.#ofDesk.find((held) => sameKey(held) === sameKey(load))?.orders ?? 0;
  }

  /** Sets how many orders are taken in all; those of the desk among them are there whatever is said. */
  async set(load: DayLoad): Promise<void> {
    const atDesk = this.#atDesk(load);
    if (load.orders < atDesk) {
      const detail = `${atDesk === 1 ? 'One order of this day is' : `${atDesk} orders of this day are`} at your desk. Call off what is not to be packed.`;
      throw new HttpProblem('invalid-request', detail, { errors: [{ pointer: '/orders', detail }] });
    }
    await this.#put(keyOfLoad(load), () => load.orders - atDesk);
  }

  /** Counts orders on, or off, what is there by then. */
  async count(change: LoadCount): Promise<void> {
    await this.#put(keyOfLoad(change), (orders) => {
      if (orders + change.by >= 0) return orders + change.by;
      const detail = `There are ${orders} orders on this day besides those of your desk, so ${-change.by} cannot be taken off.`;
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
        const others = this.#elsewhere.filter((held) => sameKey(held) !== same);
        this.#elsewhere = orders === 0 ? others : [...others, loadFromRow({ ...key, orders })];
        this.#sum();
      });
    });
  }
}
