import { existsSync, mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import Sqlite from 'better-sqlite3';
import pLimit from 'p-limit';
import { DataSource, type EntitySchema, type MigrationInterface } from 'typeorm';
import { type Database, StorageFault, type Write } from '../database.ts';
import { asStorageFault } from './storageFault.ts';

/** What is read again and again is kept, up to so much: buyers of 100,000 orders are 28 MB. */
const READ_CACHE_KIB = 65_536;

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

interface Contents {
  readonly entities: EntitySchema<never>[];
  readonly migrations: (new () => MigrationInterface)[];
}

/**
 * Opens a SQLite file and brings its tables up to date. The driver has one connection and no queue of its own, so
 * that overlapping transactions would fail or lose writes: every write waits for those before it, and reads have a
 * connection of their own.
 * @param isOpen somebody has it open already, and has looked it over
 */
export async function openSqlite(database: string, { entities, migrations }: Contents, isOpen = false): Promise<SqliteDatabase> {
  mkdirSync(dirname(database), { recursive: true });
  if (!isOpen) lookOver(database);
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
  if (!isOpen) await writer.runMigrations();
  const reader = await new DataSource({
    type: 'better-sqlite3',
    database,
    entities,
    synchronize: false,
    readonly: true,
    prepareDatabase: (db) => db.pragma(`cache_size = -${READ_CACHE_KIB}`),
  }).initialize();
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
    file: database,
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
