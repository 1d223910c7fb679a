import { existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import Sqlite from 'better-sqlite3';
import pLimit from 'p-limit';
import { DataSource } from 'typeorm';
import { type Database, StorageFault, type Write } from '../database.ts';
import { entities } from '../entities.ts';
import { SHOP_FILE } from './files.ts';
import { First1763900000000 } from './migrations/1763900000000-first.ts';
import { Goods1764000000000 } from './migrations/1764000000000-goods.ts';
import { OwnCharge1764200000000 } from './migrations/1764200000000-own-charge.ts';
import { DayLoad1764300000000 } from './migrations/1764300000000-day-load.ts';
import { Carriers1764400000000 } from './migrations/1764400000000-carriers.ts';
import { Steps1764500000000 } from './migrations/1764500000000-steps.ts';
import { Releases1764600000000 } from './migrations/1764600000000-releases.ts';
import { TrialLabel1764700000000 } from './migrations/1764700000000-trial-label.ts';
import { TrialExpects1764800000000 } from './migrations/1764800000000-trial-expects.ts';
import { Plans1764900000000 } from './migrations/1764900000000-plans.ts';
import { GoodsRules1765000000000 } from './migrations/1765000000000-goods-rules.ts';
import { Feed1765100000000 } from './migrations/1765100000000-feed.ts';
import { Drafts1765200000000 } from './migrations/1765200000000-drafts.ts';
import { asStorageFault } from './storageFault.ts';

export const migrations = [
  First1763900000000,
  Goods1764000000000,
  OwnCharge1764200000000,
  DayLoad1764300000000,
  Carriers1764400000000,
  Steps1764500000000,
  Releases1764600000000,
  TrialLabel1764700000000,
  TrialExpects1764800000000,
  Plans1764900000000,
  GoodsRules1765000000000,
  Feed1765100000000,
  Drafts1765200000000,
];

/** The database as SQLite knows it, for tests and backups. */
export interface SqliteDatabase extends Database {
  readonly writer: DataSource;
}

/**
 * Looks a shop's file over before anything is read from it.
 * @throws StorageFault `damaged` when it is no database, or one whose pages do not fit together
 */
function lookOver(file: string): void {
  if (!existsSync(file)) return;
  try {
    const looked = new Sqlite(file, { fileMustExist: true });
    try {
      const said = looked.pragma('quick_check(1)', { simple: true });
      if (said !== 'ok') throw new StorageFault('damaged', said);
    } finally {
      looked.close();
    }
  } catch (error) {
    throw asStorageFault(error);
  }
}

/**
 * Opens a folder's SQLite file and brings its tables up to date. The driver has one connection and no queue of its own, so
 * that overlapping transactions would fail or lose writes: every write waits for those before it, and reads have a
 * connection of their own.
 */
export async function openDatabase(folder: string): Promise<SqliteDatabase> {
  mkdirSync(folder, { recursive: true });
  const database = join(folder, SHOP_FILE);
  lookOver(database);
  const writer = await new DataSource({
    type: 'better-sqlite3',
    database,
    entities,
    migrations,
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
  // A connection has one transaction at a time; single reads in between see what the transaction sees.
  const oneSnapshot = pLimit(1);
  const write = async <T>(work: (write: Write) => Promise<T>): Promise<T> => {
    const after: (() => void)[] = [];
    const result = await writer
      .transaction((manager) => work({ manager, afterCommit: (act) => void after.push(act) }))
      .catch((error: unknown) => {
        throw asStorageFault(error);
      });
    for (const act of after) act();
    return result;
  };
  return {
    write: (work) => oneAtATime(() => write(work)),
    read: reader.manager,
    snapshot: (work) => oneSnapshot(() => reader.transaction(work)),
    writer,
    close: async () => {
      await oneSnapshot(() => reader.destroy());
      await oneAtATime(() => writer.destroy());
    },
  };
}
