import { DayLoad } from '@ostrakon/core';
import type { Database } from '../../persistence/database.ts';
import { DayLoadEntity, type DayLoadRow } from '../../persistence/entities.ts';

const keyOf = (load: DayLoad): Omit<DayLoadRow, 'orders'> =>
  load.kind === 'packing'
    ? { kind: load.kind, owner: load.location, date: load.date, window: '' }
    : { kind: load.kind, owner: load.service, date: load.date, window: load.from };

const fromRow = ({ kind, owner, date, window, orders }: DayLoadRow): DayLoad =>
  DayLoad.parse(kind === 'packing' ? { kind, location: owner, date, orders } : { kind, service: owner, date, from: window, orders });

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
    store.#loads = rows.map(fromRow);
    return store;
  }

  get all(): readonly DayLoad[] {
    return this.#loads;
  }

  /** Sets how many orders are taken; none forgets the day. */
  async set(load: DayLoad): Promise<void> {
    const key = keyOf(load);
    const same = JSON.stringify(key);
    await this.#database.write(
      async (manager) => {
        if (load.orders === 0) await manager.delete(DayLoadEntity, key);
        else await manager.save(DayLoadEntity, { ...key, orders: load.orders });
      },
      () => {
        const others = this.#loads.filter((held) => JSON.stringify(keyOf(held)) !== same);
        this.#loads = load.orders === 0 ? others : [...others, load];
      },
    );
  }
}
