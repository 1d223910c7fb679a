import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { standIns } from './carriers/connections.ts';
import { PUBLIC_PATH } from './http/doorFacts.ts';
import type { Settings } from './settings.ts';
import type { ServerParts } from './shopServer.ts';

const pages = resolve(import.meta.dirname, '../../web/dist');
const front = resolve(import.meta.dirname, '../../storefront/dist');
const parts = resolve(import.meta.dirname, '../../parts/dist');

/** Where checkouts ask, as the world calls it. */
function publicAddress({ PUBLIC_URL, PUBLIC_PORT, PUBLIC_HOST, HOST }: Settings): { publicAddress?: string } {
  if (PUBLIC_URL !== undefined) return { publicAddress: `${PUBLIC_URL.replace(/\/$/, '')}${PUBLIC_PATH}` };
  return PUBLIC_PORT === undefined ? {} : { publicAddress: `http://${PUBLIC_HOST ?? HOST}:${PUBLIC_PORT}${PUBLIC_PATH}` };
}

/** What a server is made of by its settings: its carriers, what it is called, whom it limits, and the pages that were built. */
export function partsBy(settings: Settings): Omit<ServerParts, 'folder' | 'now' | 'log'> {
  return {
    carriers: standIns(settings.CARRIERS_URL ?? `http://127.0.0.1:${settings.CARRIERS_PORT}`),
    hosts: settings.OSTRAKON_HOSTS,
    ...(settings.QUESTIONS_PER_MINUTE !== undefined && { publicLimits: { perMinute: settings.QUESTIONS_PER_MINUTE } }),
    ...(settings.TRUST_PROXY !== undefined && { trustProxy: settings.TRUST_PROXY }),
    ...publicAddress(settings),
    ...(existsSync(pages) && { pages }),
    ...(existsSync(parts) && { parts }),
    ...(existsSync(front) && { front: { folder: front, open: settings.SHOP_FRONT === 'open' } }),
  };
}
