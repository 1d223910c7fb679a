import { createReadStream, createWriteStream, mkdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ANSWERED } from '../../http/door.ts';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import type { OwnerHandlers } from '../../ports/who.ts';
import { documentText } from './folderShop.ts';
import { readShop } from './shopDocument.ts';
import { backUpFolder, keptShops, type SentFiles, unpackFile, unpackKept } from './shopFiles.ts';

/** What the server as a whole does for its shop. */
export interface ShopKeeping {
  readonly folder: string;
  readonly now: () => string;
  readonly sent: SentFiles;
  database(): Database;
  /** Lets another shop, made by `make` in an empty folder, take the place of this one. Rejects, with everything as it was, when that fails. */
  replace(make: (folder: string) => Promise<void> | void): Promise<void>;
}

/** Largest file that can be sent, in bytes. */
export const MOST_FILE_BYTES = 1024 ** 3;

/** Lets so many bytes through. */
function atMost(bytes: number): Transform {
  let seen = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      seen += chunk.length;
      if (seen > bytes) done(new HttpProblem('body-too-large', 'The file is larger than the shop of any file.'));
      else done(null, chunk);
    },
  });
}

const fileName = (what: string, now: string, ending: string) => `attachment; filename="ostrakon-${what}-${now.slice(0, 10)}.${ending}"`;

/** Backup, restoring, and the whole shop as one open document. */
export function shopHandlers(keeping: ShopKeeping) {
  const { folder, now, sent } = keeping;
  return {
    'POST /shop/files': async ({ req }) => {
      const id = sent.newId();
      mkdirSync(sent.folder, { recursive: true });
      try {
        await pipeline(req, atMost(MOST_FILE_BYTES), createWriteStream(sent.pathOf(id), { mode: 0o600 }));
      } catch (error) {
        sent.callOff(id);
        throw error;
      }
      return { id, ...sent.arrived(id) };
    },
    'GET /shop/document': async ({ res, who }) => {
      const shop = await readShop(keeping.database());
      await who.tell('exported', 'the whole shop');
      res
        .set({ 'Cache-Control': 'no-store', 'Content-Disposition': fileName('shop', now(), 'json') })
        .type('json')
        .send(documentText(shop));
      return ANSWERED;
    },
    'POST /shop/backups': async ({ body: { passphrase }, res, who }) => {
      mkdirSync(sent.folder, { recursive: true });
      const file = join(sent.folder, `backup-${sent.newId()}`);
      try {
        await backUpFolder(folder, file, now(), passphrase);
        await who.tell('backedUp', '');
        const name = fileName('backup', now(), 'sqlite');
        res.set({ 'Cache-Control': 'no-store', 'Content-Length': String(statSync(file).size), 'Content-Disposition': name });
        await pipeline(createReadStream(file), res.type('application/vnd.sqlite3'));
      } finally {
        rmSync(file, { force: true });
      }
      return ANSWERED;
    },
    'DELETE /shop/files/:id': ({ params }) => {
      sent.callOff(params.id);
      return null;
    },
    'POST /shop/files/:id/taken': async ({ params, body: { passphrase }, who }) => {
      const file = sent.require(params.id);
      await keeping.replace((into) => unpackFile(file, into, passphrase));
      sent.callOff(params.id);
      await who.tell('restored', 'a file');
      return { kept: keptShops(folder) };
    },
    'GET /shop/kept': () => ({ kept: keptShops(folder) }),
    'POST /shop/kept/:id/taken': async ({ params: { id }, who }) => {
      if (!keptShops(folder).some((kept) => kept.id === id)) throw new HttpProblem('not-found', 'No shop is kept here by this name.');
      await keeping.replace((into) => unpackKept(folder, id, into));
      await who.tell('restored', `the shop kept on ${id}`);
      return { kept: keptShops(folder) };
    },
  } satisfies OwnerHandlers<'/shop'>;
}
