import { existsSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openShop } from '../../openShop.ts';
import { unpackBackup, writeBackup } from '../../persistence/sqlite/backup.ts';
import { SHOP_FILE } from '../../persistence/sqlite/files.ts';
import { lockFolder } from '../../persistence/sqlite/folderLock.ts';
import { openDatabase } from '../../persistence/sqlite/openDatabase.ts';
import { finishReplacing, newShopBeside } from '../../persistence/sqlite/replacing.ts';
import { readShop } from './shopDocument.ts';
import { unpackAccess, unpackFile } from './shopFiles.ts';

export { backUpFolder, contentsOf } from './shopFiles.ts';

/** The whole shop of a folder as JSON text. A server may be running on it: what is read is a copy. */
export async function exportFolder(folder: string): Promise<string> {
  const copies = mkdtempSync(join(tmpdir(), 'ostrakon-export-'));
  try {
    const copy = join(copies, 'copy.sqlite');
    await writeBackup(folder, copy, { madeAt: '', key: null, access: null });
    unpackBackup(copy, join(copies, 'shop'));
    const database = await openDatabase(join(copies, 'shop'));
    try {
      return documentText(await readShop(database));
    } finally {
      await database.close();
    }
  } finally {
    rmSync(copies, { recursive: true, force: true });
  }
}

/** As the page's export writes it. */
export const documentText = (shop: unknown): string => `${JSON.stringify(shop, null, 1)}\n`;

/**
 * Makes the shop of a file the one in a folder; one that is there is kept beside it.
 * @param passphrase opens the keys of a backup
 * @returns the folder the old shop is kept in, if there was one; who may come in stays where anybody may, else it is as in the backup
 * @throws FolderInUse while a server runs on the folder; HttpProblem when the file holds no shop
 */
export async function replaceFolder(
  folder: string,
  file: string,
  { now, passphrase, mayReplace }: { now: () => string; passphrase?: string | undefined; mayReplace: boolean },
): Promise<string | null> {
  mkdirSync(folder, { recursive: true });
  const unlock = lockFolder(folder);
  try {
    finishReplacing(folder, now());
    if (!mayReplace && existsSync(join(folder, SHOP_FILE))) throw new FolderTaken(`There is a shop in ${folder} already.`);
    const beside = newShopBeside(folder);
    await unpackFile(file, beside.folder, passphrase);
    // Opened once, so that what cannot be opened takes nobody's place.
    await (await openShop(beside.folder, now)).database.close();
    beside.complete();
    const kept = finishReplacing(folder, now());
    await unpackAccess(file, folder, passphrase);
    return kept;
  } finally {
    unlock();
  }
}

/** A shop is in the folder, and it was not said that it may be replaced. */
export class FolderTaken extends Error {}
