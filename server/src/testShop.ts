import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Command, PLAIN_SERVICE, PRODUCT_DEFAULTS, type Product } from '@ostrakon/core';
import { pino } from 'pino';
import { createApp } from './app.ts';
import type { GatewayLimits } from './features/carriers/carrierLine.ts';
import { gatewayTo, standIns } from './features/carriers/connections.ts';
import { openShop } from './openShop.ts';

export const NOW = '2026-11-23T14:00:00.000Z';

/** A shop in a folder of its own, for tests. */
export async function openTestShop(
  folder = mkdtempSync(join(tmpdir(), 'ostrakon-test-')),
  { carriersUrl = 'http://127.0.0.1:9', limits = {} }: { carriersUrl?: string; limits?: Partial<GatewayLimits> } = {},
) {
  const shop = await openShop(folder, () => NOW);
  const log = pino({ level: 'silent' });
  const carriers = standIns(carriersUrl);
  const gateway = gatewayTo(carriers, shop.accounts, log, limits);
  const app = createApp({ ...shop, carriers, gateway, log });
  const close = () => shop.database.close();
  const discard = async () => {
    await close();
    rmSync(folder, { recursive: true, force: true });
  };
  return { ...shop, app, folder, close, discard };
}

export type TestShop = Awaited<ReturnType<typeof openTestShop>>;

/** Commands that bring an empty draft to one zone with one lane of 9.90. */
export const firstLane: readonly Command[] = [
  { name: 'setServed', args: { countries: ['CA'] } },
  { name: 'addZone', args: { id: 'canada', name: 'Canada', places: [{ kind: 'country', country: 'CA' }] } },
  { name: 'addService', args: { ...PLAIN_SERVICE, id: 'ground', name: 'Ground parcel' } },
  { name: 'startLane', args: { zone: 'canada', service: 'ground', card: { kind: 'flat', result: { kind: 'amount', amount: 990 } } } },
];

export const setPrice = (amount: number): Command => ({
  name: 'setCard',
  args: { zone: 'canada', service: 'ground', card: { kind: 'flat', result: { kind: 'amount', amount } } },
});

export const clay: Product = {
  ...PRODUCT_DEFAULTS,
  id: 'clay-10',
  name: 'Stoneware clay, 10 kg',
  price: 2450,
  weight: '10 kg',
  tags: [],
};
