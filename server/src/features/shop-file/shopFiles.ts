import { randomUUID } from 'node:crypto';
import { copyFileSync, existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type FileContents, type KeptShop, ShopFile, shopFileForward } from '@ostrakon/core';
import { z } from 'zod';
import { invalidRequest } from '../../http/problemHandler.ts';
import { HttpProblem } from '../../http/problems.ts';
import { hasPeople, readAccess, writeAccess } from '../../persistence/access/accessFile.ts';
import { type BackupContents, NoBackup, readBackup, unpackBackup, writeBackup } from '../../persistence/sqlite/backup.ts';
import { KEY_FILE, SHOP_FILE } from '../../persistence/sqlite/files.ts';
import { KEPT } from '../../persistence/sqlite/replacing.ts';
import { isLocked, packKey, unpackKey } from './keyFile.ts';
import { plantShop } from './shopDocument.ts';

// Everything about a shop in a file, for the server and the command line alike.

/** Copies the shop of a folder into one file, its key file included. */
export async function backUpFolder(folder: string, file: string, madeAt: string, passphrase?: string): Promise<void> {
  const keyFile = join(folder, KEY_FILE);
  const key = existsSync(keyFile) ? await packKey(readFileSync(keyFile, 'utf8'), passphrase) : null;
  const held = await readAccess(folder);
  const access = held === null ? null : await packKey(held, passphrase);
  await writeBackup(folder, file, { madeAt, key, access });
}

const SQLITE_BEGINS = 'SQLite format 3\0';

const keysOf = ({ key, lockedKeys }: BackupContents): FileContents['keys'] => {
  if (key === null || !lockedKeys) return 'none';
  return isLocked(key) ? 'locked' : 'open';
};

const shopName = (document: string): string => {
  const read = z.looseObject({ shop: z.looseObject({ name: z.string() }) }).safeParse(JSON.parse(document));
  return read.success ? read.data.shop.name : '';
};

function readDocument(file: string): ShopFile {
  let document: unknown;
  try {
    document = JSON.parse(readFileSync(file, 'utf8').replace(/^\uFEFF/, ''));
  } catch {
    throw new HttpProblem('file-refused', 'This file is neither a backup nor the JSON document of a shop.');
  }
  const read = ShopFile.safeParse(shopFileForward(document));
  if (!read.success) {
    const { message, facts } = invalidRequest(read.error, '', document);
    throw new HttpProblem('file-refused', `This is not the document of a shop. ${message}`, facts);
  }
  return read.data;
}

const isDatabase = (file: string): boolean => readFileSync(file).subarray(0, SQLITE_BEGINS.length).toString('latin1') === SQLITE_BEGINS;

/**
 * What a file holds.
 * @throws HttpProblem `file-refused`, in words, when it holds no shop
 */
export function contentsOf(file: string): FileContents {
  if (!isDatabase(file)) {
    const { draft, revision, editions, products } = readDocument(file);
    const facts = { revision, editions: editions.length, products: products.length, madeAt: null, keys: 'none' as const };
    return { kind: 'shop', name: draft.shop.name, ...facts };
  }
  try {
    const held = readBackup(file);
    const { madeAt, revision, editions, products } = held;
    return { kind: 'backup', name: shopName(held.document), revision, editions, products, madeAt, keys: keysOf(held) };
  } catch (error) {
    if (error instanceof NoBackup) throw new HttpProblem('file-refused', error.message);
    throw error;
  }
}

/**
 * Makes the shop of a file in an empty folder.
 * @param passphrase opens the keys of a backup; without it a locked backup is taken without them
 * @throws HttpProblem `invalid-request` at `/passphrase` when it is another
 */
export async function unpackFile(file: string, folder: string, passphrase?: string): Promise<void> {
  if (!isDatabase(file)) return plantShop(folder, readDocument(file));
  const { key } = readBackup(file);
  if (key !== null && (passphrase !== undefined || !isLocked(key))) {
    const opened = await unpackKey(key, passphrase ?? '');
    if (opened === null) {
      const detail = 'This is not the passphrase the backup was made with.';
      throw new HttpProblem('invalid-request', detail, { errors: [{ pointer: '/passphrase', detail }] });
    }
    writeFileSync(join(folder, KEY_FILE), opened, { mode: 0o600, flag: 'wx' });
  }
  unpackBackup(file, folder);
  return undefined;
}

/**
 * Lets the people of a backup into a folder that has none of its own; a locked one without its passphrase leaves them out.
 */
export async function unpackAccess(file: string, folder: string, passphrase?: string): Promise<void> {
  if (!isDatabase(file) || hasPeople(folder)) return;
  const { access } = readBackup(file);
  if (access === null || (passphrase === undefined && isLocked(access))) return;
  const text = await unpackKey(access, passphrase ?? '');
  if (text !== null) writeAccess(folder, text);
}

/** The name of a kept shop; none where its file cannot be read. */
function keptName(file: string): string {
  try {
    return shopName(readBackup(file).document);
  } catch (error) {
    if (error instanceof NoBackup) return '';
    throw error;
  }
}

/** The shops that were replaced and are kept, newest first. */
export function keptShops(folder: string): KeptShop[] {
  const kept = join(folder, KEPT);
  if (!existsSync(kept)) return [];
  return readdirSync(kept)
    .filter((id) => existsSync(join(kept, id, SHOP_FILE)))
    .sort()
    .reverse()
    .map((id) => ({
      id,
      at: id.replace(/^(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)-(\d+)Z.*$/, '$1T$2:$3:$4.$5Z'),
      name: keptName(join(kept, id, SHOP_FILE)),
    }));
}

/** Puts a kept shop into an empty folder, as it was. */
export function unpackKept(folder: string, id: string, into: string): void {
  const from = join(folder, KEPT, id);
  unpackBackup(join(from, SHOP_FILE), into);
  if (existsSync(join(from, KEY_FILE))) copyFileSync(join(from, KEY_FILE), join(into, KEY_FILE));
}

/** Most files that wait at the same time; the oldest goes for a new one. */
const MOST_SENT = 3;

/** Files that were sent, each under a name of its own until it is taken or called off. */
export class SentFiles {
  readonly #folder: string;
  readonly #held = new Map<string, FileContents>();

  constructor(folder: string) {
    this.#folder = join(folder, 'sent');
    rmSync(this.#folder, { recursive: true, force: true });
  }

  get folder(): string {
    return this.#folder;
  }

  pathOf(id: string): string {
    return join(this.#folder, id);
  }

  newId(): string {
    return randomUUID();
  }

  /** Looks a file over that has arrived; one that holds no shop goes at once. */
  arrived(id: string): FileContents {
    try {
      const contents = contentsOf(this.pathOf(id));
      this.#held.set(id, contents);
      const [oldest] = this.#held.keys();
      if (this.#held.size > MOST_SENT && oldest !== undefined) this.callOff(oldest);
      return contents;
    } catch (error) {
      this.callOff(id);
      throw error;
    }
  }

  require(id: string): string {
    if (!this.#held.has(id)) throw new HttpProblem('not-found', 'This file was not sent here, or was called off. Send it again.');
    return this.pathOf(id);
  }

  callOff(id: string): void {
    if (/^[\w-]{1,64}$/.test(id)) rmSync(this.pathOf(id), { force: true });
    this.#held.delete(id);
  }
}
