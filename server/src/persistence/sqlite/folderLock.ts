import { join } from 'node:path';
import Sqlite from 'better-sqlite3';

const FILE = 'ostrakon.lock';

/** Another process writes to the folder. */
export class FolderInUse extends Error {}

/**
 * One writer a folder: a lock of the operating system on a file beside the shop's, held by SQLite for as long as the
 * process lives, so that a crash releases it.
 * @returns what releases it
 * @throws FolderInUse when another server has it
 */
export function lockFolder(folder: string): () => void {
  const lock = new Sqlite(join(folder, FILE), { timeout: 0 });
  try {
    lock.pragma('locking_mode = EXCLUSIVE');
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock.close();
    if ((error as { code?: string }).code?.startsWith('SQLITE_BUSY'))
      throw new FolderInUse(`Another server is running on the data in ${folder}. Stop it first, or set OSTRAKON_DATA to another folder.`);
    throw error;
  }
  return () => void lock.close();
}
