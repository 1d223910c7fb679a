import { copyFileSync, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import Sqlite from 'better-sqlite3';
import { StorageFault } from '../database.ts';
import { SHOP_FILE } from './files.ts';
import { migrations } from './openDatabase.ts';
import { asStorageFault } from './storageFault.ts';

// A backup is the shop's SQLite file with one table more, which says when it was made and carries the key file.
const TABLE = 'ostrakon_backup';

/** All pages left in one step: one connection that writes meanwhile cannot make it start again and again. */
const ALL_PAGES = 0x7fffffff;

export interface BackupFacts {
  readonly madeAt: string | null;
  /** The packed key file; null where the shop had none. */
  readonly key: string | null;
  /** The packed file of who may come in; null where it has none. */
  readonly access: string | null;
}

/** What a file holds, read without changing it. */
export interface BackupContents extends BackupFacts {
  readonly document: string;
  readonly revision: number;
  readonly editions: number;
  readonly products: number;
  /** Whether accounts have keys, locked with the key file. */
  readonly lockedKeys: boolean;
}

/** The file is no backup of a shop; the message says what it is instead. */
export class NoBackup extends Error {}

/**
 * Copies a folder's shop while it is in use, with SQLite's own online backup, and looks the copy over before it gets its name.
 * @throws StorageFault when there is no room, or the shop's own file is damaged
 */
export async function writeBackup(folder: string, file: string, { madeAt, key, access }: BackupFacts): Promise<void> {
  const part = `${file}.part`;
  mkdirSync(dirname(file), { recursive: true });
  rmSync(part, { force: true });
  try {
    const source = new Sqlite(join(folder, SHOP_FILE), { readonly: true, fileMustExist: true });
    try {
      await source.backup(part, { progress: () => ALL_PAGES });
    } finally {
      source.close();
    }
    const copy = new Sqlite(part);
    try {
      // One file, without anything beside it.
      copy.pragma('journal_mode = DELETE');
      copy.exec(`CREATE TABLE "${TABLE}" ("made_at" varchar NOT NULL, "key" text, "access" text)`);
      copy.prepare(`INSERT INTO "${TABLE}" VALUES (?, ?, ?)`).run(madeAt, key, access);
    } finally {
      copy.close();
    }
    readBackup(part);
    renameSync(part, file);
  } catch (error) {
    rmSync(part, { force: true });
    throw asStorageFault(error);
  }
}

/**
 * What is in a backup, or in a shop's file that was copied while no server ran.
 * @throws NoBackup when it is neither, or of a later version of the program
 */
export function readBackup(file: string): BackupContents {
  let looked: Sqlite.Database | undefined;
  try {
    looked = new Sqlite(file, { readonly: true, fileMustExist: true });
    return contentsOf(looked);
  } catch (error) {
    if (asStorageFault(error) instanceof StorageFault) throw new NoBackup('This file is no backup of a shop, or it is damaged.');
    throw error;
  } finally {
    looked?.close();
  }
}

function contentsOf(file: Sqlite.Database): BackupContents {
  if (file.pragma('quick_check(1)', { simple: true }) !== 'ok') throw new NoBackup('This backup is damaged.');
  const tables = new Set(file.prepare(`SELECT "name" FROM "sqlite_master" WHERE "type" = 'table'`).pluck().all());
  if (!tables.has('draft') || !tables.has('migrations')) throw new NoBackup('This file is no backup of a shop.');
  const known = new Set<string>(migrations.map((migration) => new migration().name));
  const later = file
    .prepare(`SELECT "name" FROM "migrations"`)
    .pluck()
    .all()
    .filter((name) => !known.has(String(name)));
  if (later.length > 0) throw new NoBackup('This backup was made by a later version of Ostrakon. Install that version first.');
  const one = (sql: string) => file.prepare(sql).get() as Record<string, unknown> | undefined;
  const count = (table: string, where = '') => Number(file.prepare(`SELECT count(*) FROM "${table}" ${where}`).pluck().get());
  const facts = tables.has(TABLE) ? one(`SELECT * FROM "${TABLE}"`) : undefined;
  const draft = one(`SELECT "revision", "document" FROM "draft"`);
  if (draft === undefined) throw new NoBackup('This backup holds no shop.');
  return {
    madeAt: facts === undefined ? null : String(facts.made_at),
    key: typeof facts?.key === 'string' ? facts.key : null,
    access: typeof facts?.access === 'string' ? facts.access : null,
    document: String(draft.document),
    revision: Number(draft.revision),
    editions: count('edition'),
    products: count('product'),
    lockedKeys: tables.has('carrier_account') && count('carrier_account', 'WHERE "locked_key" IS NOT NULL') > 0,
  };
}

/** Puts the shop of a backup into an empty folder; what was seen of another shop's revisions says nothing of this one's. */
export function unpackBackup(file: string, folder: string): void {
  mkdirSync(folder, { recursive: true });
  const target = join(folder, SHOP_FILE);
  if (existsSync(target)) throw new Error(`${folder} holds a shop already`);
  // A shop that was replaced after a crash may have its last writes beside its file.
  for (const side of ['', '-wal']) if (existsSync(file + side)) copyFileSync(file + side, target + side);
  const shop = new Sqlite(target);
  try {
    shop.exec(`DROP TABLE IF EXISTS "${TABLE}"`);
    const columns = shop.pragma('table_info("draft")') as { name: string }[];
    if (columns.some(({ name }) => name === 'lineage')) shop.exec(`UPDATE "draft" SET "lineage" = ''`);
  } finally {
    shop.close();
  }
}
