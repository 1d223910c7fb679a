import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Sqlite from 'better-sqlite3';
import { z } from 'zod';
import { KEY_FILE, SIDE_FILES } from '../sqlite/files.ts';
import { ACCESS_FILE, ACCESS_FOLDER } from './openAccess.ts';

// Who may come in, as a text in a backup: the file, and the key that locks second factors. Sessions and one-time addresses
// stay where they are: a copy lets nobody in who does not know a password.

const Packed = z.strictObject({ database: z.base64(), key: z.string().nullable() });

const fileIn = (folder: string) => join(folder, ACCESS_FOLDER, ACCESS_FILE);

/** Whether anybody may come in to the shop of a folder. */
export function hasPeople(folder: string): boolean {
  if (!existsSync(fileIn(folder))) return false;
  const file = new Sqlite(fileIn(folder), { readonly: true });
  try {
    return Number(file.prepare('SELECT count(*) FROM "person"').pluck().get()) > 0;
  } finally {
    file.close();
  }
}

/** Null where there is none. A server may be running on it. */
export async function readAccess(folder: string): Promise<string | null> {
  if (!existsSync(fileIn(folder))) return null;
  const copies = mkdtempSync(join(tmpdir(), 'ostrakon-access-'));
  const copied = join(copies, 'copy.sqlite');
  try {
    const file = new Sqlite(fileIn(folder), { readonly: true });
    await file.backup(copied).finally(() => file.close());
    const copy = new Sqlite(copied);
    try {
      copy.pragma('journal_mode = DELETE');
      copy.exec('DELETE FROM "session"; DELETE FROM "link"; VACUUM');
    } finally {
      copy.close();
    }
    const keyFile = join(folder, ACCESS_FOLDER, KEY_FILE);
    const key = existsSync(keyFile) ? readFileSync(keyFile, 'utf8') : null;
    return JSON.stringify({ database: readFileSync(copied).toString('base64'), key } satisfies z.infer<typeof Packed>);
  } finally {
    rmSync(copies, { recursive: true, force: true });
  }
}

/** Puts it into a folder no server runs on. */
export function writeAccess(folder: string, text: string): void {
  const { database, key } = Packed.parse(JSON.parse(text));
  const into = join(folder, ACCESS_FOLDER);
  mkdirSync(into, { recursive: true, mode: 0o700 });
  for (const side of SIDE_FILES) rmSync(fileIn(folder) + side, { force: true });
  rmSync(join(into, KEY_FILE), { force: true });
  writeFileSync(fileIn(folder), Buffer.from(database, 'base64'), { mode: 0o600 });
  if (key !== null) writeFileSync(join(into, KEY_FILE), key, { mode: 0o600 });
}
