import { StorageFault, type StorageTrouble } from '../database.ts';

// Result codes of SQLite (https://www.sqlite.org/rescode.html), by how they begin: extended codes add to the plain ones.
const TROUBLES: readonly (readonly [code: string, trouble: StorageTrouble])[] = [
  ['SQLITE_FULL', 'full'],
  ['SQLITE_CORRUPT', 'damaged'],
  ['SQLITE_NOTADB', 'damaged'],
  ['SQLITE_READONLY', 'unwritable'],
  ['SQLITE_IOERR', 'unwritable'],
  ['SQLITE_CANTOPEN', 'unwritable'],
  ['SQLITE_BUSY', 'unwritable'],
  ['SQLITE_PERM', 'unwritable'],
];

/** What a driver's error says of the disk; null where it says nothing of it. */
export function troubleOf(error: unknown): StorageTrouble | null {
  if (typeof error !== 'object' || error === null) return null;
  if (error instanceof StorageFault) return error.trouble;
  const { code, driverError } = error as { code?: unknown; driverError?: unknown };
  if (typeof code === 'string') return TROUBLES.find(([begins]) => code.startsWith(begins))?.[1] ?? null;
  return driverError === undefined ? null : troubleOf(driverError);
}

/** The error as a fault of the store, or as it is where it is none. */
export function asStorageFault(error: unknown): unknown {
  const trouble = troubleOf(error);
  return trouble === null || error instanceof StorageFault ? error : new StorageFault(trouble, error);
}
