import { DayLoad, type LoadCount } from '@ostrakon/core';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import { DayLoadEntity, type DayLoadRow } from '../../persistence/entities.ts';

type Key = Omit<DayLoadRow, 'orders'>;

const keyOf = (load: DayLoad | LoadCount): Key =>
  load.kind === 'packing'
    ? { kind: load.kind, owner: load.location, date: load.date, window: '' }
    : { kind: load.kind, owner: load.service, date: load.date, window: load.from };

export const loadFromRow = ({ kind, owner, date, window, orders }: DayLoadRow): DayLoad =>
  DayLoad.parse(kind === 'packing' ? { kind, location: owner, date, orders } : { kind, service: owner, date, from: window, orders });

export const rowOfLoad = (load: DayLoad): DayLoadRow => ({ ...keyOf(load), orders: load.orders });

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
    await this.#put(keyOf(load), () => load.orders);
  }

  /** Counts orders on, or off, what is there by then. */
  async count(change: LoadCount): Promise<void> {
    await this.#put(keyOf(change), (orders) => {
      if (orders + change.by >= 0) return orders + change.by;
      const detail = `There are ${orders} orders on this day, so ${-change.by} cannot be taken off.`;
      throw new HttpProblem('invalid-request', detail, { errors: [{ pointer: '/by', detail }] });
    });
  }

  async #put(key: Key, next: (orders: number) => number): Promise<void> {
    await this.#database.write(async ({ manager, afterCommit }) => {
      const row = await manager.findOneBy(DayLoadEntity, key);
      const orders = next(row?.orders ?? 0);
      if (orders === 0) await manager.delete(DayLoadEntity, key);
      else await manager.save(DayLoadEntity, { ...key, orders });
      const same = JSON.stringify(key);
      afterCommit(() => {
        const others = this.#loads.filter((held) => JSON.stringify(keyOf(held)) !== same);
        this.#loads = orders === 0 ? others : [...others, loadFromRow({ ...key, orders })];
      });
    });
  }
}
