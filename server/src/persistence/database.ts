import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import pLimit from 'p-limit';
import { DataSource, type EntityManager } from 'typeorm';
import { entities } from './entities.ts';
import { First1763900000000 } from './migrations/1763900000000-first.ts';
import { Goods1764000000000 } from './migrations/1764000000000-goods.ts';
import { OwnCharge1764200000000 } from './migrations/1764200000000-own-charge.ts';
import { DayLoad1764300000000 } from './migrations/1764300000000-day-load.ts';
import { Carriers1764400000000 } from './migrations/1764400000000-carriers.ts';

/**
 * The shop's SQLite file. The driver has one connection and no queue of its own, so that overlapping transactions
 * would fail or lose writes: every write goes through `write`, one at a time, and reads have a connection of their own.
 */
export interface Database {
  /** Runs `work` in one transaction, after all writes before it. `committed` runs before the next write begins. */
  write<T>(work: (manager: EntityManager) => Promise<T>, committed?: (result: T) => void): Promise<T>;
  readonly read: EntityManager;
  readonly writer: DataSource;
  close(): Promise<void>;
}

const FILE = 'ostrakon.sqlite';

export async function openDatabase(folder: string): Promise<Database> {
  mkdirSync(folder, { recursive: true });
  const database = join(folder, FILE);
  const writer = await new DataSource({
    type: 'better-sqlite3',
    database,
    entities,
    migrations: [First1763900000000, Goods1764000000000, OwnCharge1764200000000, DayLoad1764300000000, Carriers1764400000000],
    migrationsTransactionMode: 'each',
    synchronize: false,
    enableWAL: true,
    prepareDatabase: (db) => {
      db.pragma('busy_timeout = 5000');
      db.pragma('synchronous = FULL');
      db.pragma('foreign_keys = ON');
    },
  }).initialize();
  await writer.runMigrations();
  const reader = await new DataSource({ type: 'better-sqlite3', database, entities, synchronize: false, readonly: true }).initialize();
  const oneAtATime = pLimit(1);
  return {
    write: (work, committed) =>
      oneAtATime(async () => {
        const result = await writer.transaction(work);
        committed?.(result);
        return result;
      }),
    read: reader.manager,
    writer,
    close: async () => {
      await reader.destroy();
      await oneAtATime(() => writer.destroy());
    },
  };
}
