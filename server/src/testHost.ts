import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import type { Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { listen } from './listen.ts';
import { partsBy } from './partsBy.ts';
import { plantSeed } from './seed.ts';
import { readSettings } from './settings.ts';
import { ShopServer } from './shopServer.ts';

// A process that serves one shop after the other for tests, each in a folder of its own as a server would: to start a server
// for each of them takes longer than most tests. It is asked over its channel: what to open, and what to close.
export interface HostAsk {
  readonly id: number;
  readonly open?: { readonly seed: string; readonly settings: Readonly<Record<string, string>> };
  /** The address of a shop that is not needed any more. */
  readonly close?: string;
}
export interface HostAnswer {
  readonly id: number;
  readonly url?: string;
  readonly failed?: string;
}

interface Hosted {
  readonly shop: ShopServer;
  readonly listening: Server[];
  readonly folder: string;
}
const hosted = new Map<string, Hosted>();
/** Folders of shops as they are planted, by their seeds. */
const planted = new Map<string, string>();
const log = pino({ level: 'error' });
const now = () => new Date().toISOString();
const HOUR = 3_600_000;
const newFolder = () => mkdtempSync(join(tmpdir(), 'ostrakon-e2e-'));

async function plantedFolder(seed: string): Promise<string> {
  const known = planted.get(seed);
  if (known !== undefined) return known;
  const folder = newFolder();
  const shop = await ShopServer.start({ ...partsBy(readSettings({})), folder, now, log });
  await plantSeed(shop.shop, () => JSON.parse(readFileSync(seed, 'utf8')));
  await shop.close(0);
  planted.set(seed, folder);
  return folder;
}

async function open({ seed, settings }: NonNullable<HostAsk['open']>): Promise<string> {
  const folder = newFolder();
  if (seed !== '') cpSync(await plantedFolder(seed), folder, { recursive: true });
  const shop = await ShopServer.start({ ...partsBy(readSettings(settings)), folder, now, log });
  shop.watchServices(HOUR);
  const listening: Server[] = [];
  const url = await listen(listening, shop.app, '127.0.0.1', 0);
  hosted.set(url, { shop, listening, folder });
  return url;
}

async function close(url: string): Promise<void> {
  const held = hosted.get(url);
  if (!held) return;
  hosted.delete(url);
  for (const server of held.listening) {
    server.close();
    server.closeAllConnections();
  }
  await held.shop.close(0);
  rmSync(held.folder, { recursive: true, force: true });
}

async function answer({ open: wanted, close: ended }: HostAsk): Promise<{ url?: string }> {
  if (ended !== undefined) await close(ended);
  return wanted ? { url: await open(wanted) } : {};
}

process.on('message', ({ id, ...ask }: HostAsk) => {
  answer({ id, ...ask }).then(
    (told) => process.send?.({ id, ...told } satisfies HostAnswer),
    (error: unknown) => process.send?.({ id, failed: String(error) } satisfies HostAnswer),
  );
});
process.on('disconnect', () => {
  for (const folder of [...planted.values(), ...[...hosted.values()].map((one) => one.folder)])
    rmSync(folder, { recursive: true, force: true });
  process.exit(0);
});
