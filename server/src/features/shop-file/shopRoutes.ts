import { createReadStream, createWriteStream, mkdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { BackupRequest, TakeFile } from '@ostrakon/core';
import express, { Router } from 'express';
import { HttpProblem } from '../../http/problems.ts';
import { type Methods, routes } from '../../http/routes.ts';
import type { Database } from '../../persistence/database.ts';
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
export function shopRoutes(keeping: ShopKeeping): Methods {
  const { folder, now, sent } = keeping;
  const files = routes(
    {
      '/files': {
        post: async (req, res) => {
          const id = sent.newId();
          mkdirSync(sent.folder, { recursive: true });
          try {
            await pipeline(req, atMost(MOST_FILE_BYTES), createWriteStream(sent.pathOf(id), { mode: 0o600 }));
          } catch (error) {
            sent.callOff(id);
            throw error;
          }
          res.status(201).json({ id, ...sent.arrived(id) });
        },
      },
      '/document': {
        get: async (_req, res) => {
          const shop = await readShop(keeping.database());
          res
            .set({ 'Cache-Control': 'no-store', 'Content-Disposition': fileName('shop', now(), 'json') })
            .type('json')
            .send(documentText(shop));
        },
      },
    },
    'any',
  );
  const others = routes({
    '/backups': {
      post: async (req, res) => {
        const { passphrase } = BackupRequest.parse(req.body ?? {});
        mkdirSync(sent.folder, { recursive: true });
        const file = join(sent.folder, `backup-${sent.newId()}`);
        try {
          await backUpFolder(folder, file, now(), passphrase);
          const name = fileName('backup', now(), 'sqlite');
          res.set({ 'Cache-Control': 'no-store', 'Content-Length': String(statSync(file).size), 'Content-Disposition': name });
          await pipeline(createReadStream(file), res.type('application/vnd.sqlite3'));
        } finally {
          rmSync(file, { force: true });
        }
      },
    },
    '/files/:id': {
      delete: (req, res) => {
        sent.callOff(req.params.id);
        res.status(204).end();
      },
    },
    '/files/:id/taken': {
      post: async (req, res) => {
        const { passphrase } = TakeFile.parse(req.body ?? {});
        const file = sent.require(req.params.id);
        await keeping.replace((into) => unpackFile(file, into, passphrase));
        sent.callOff(req.params.id);
        res.json({ kept: keptShops(folder) });
      },
    },
    '/kept': {
      get: (_req, res) => void res.json({ kept: keptShops(folder) }),
    },
    '/kept/:id/taken': {
      post: async (req, res) => {
        const { id } = req.params;
        if (!keptShops(folder).some((kept) => kept.id === id)) throw new HttpProblem('not-found', 'No shop is kept here by this name.');
        await keeping.replace((into) => unpackKept(folder, id, into));
        res.json({ kept: keptShops(folder) });
      },
    },
  });
  return Router()
    .use(files)
    .use(express.json({ limit: '10kb' }))
    .use(others);
}
