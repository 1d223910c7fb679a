import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Command, PLAIN_SERVICE, PRODUCT_DEFAULTS, type ProductFacts, splitProduct } from '@ostrakon/core';
import { type Logger, pino } from 'pino';
import type { GatewayLimits } from './carriers/carrierLine.ts';
import { standIns } from './carriers/connections.ts';
import { checkedAnswers } from './checkedAnswers.ts';
import type { PublicLimits } from './http/publicDoor.ts';
import { ShopServer } from './shopServer.ts';

export const NOW = '2026-11-23T14:00:00.000Z';

interface Means {
  readonly carriersUrl?: string;
  readonly limits?: Partial<GatewayLimits>;
  readonly now?: () => string;
  readonly log?: Logger;
  readonly hosts?: readonly string[];
  readonly publicLimits?: Partial<PublicLimits>;
  readonly trustProxy?: number;
  /** Whether anybody may see the shop front. */
  readonly frontOpen?: boolean;
}

/** Tests ask more than any buyer. */
const UNLIMITED = { perMinute: 1_000_000, perMinuteOfKey: 1_000_000 };

export const newFolder = () => mkdtempSync(join(tmpdir(), 'ostrakon-test-'));

/** A shop in a folder of its own, for tests. Every answer is held to what is said of its route. */
export async function openTestShop(folder = newFolder(), means: Means = {}) {
  const { carriersUrl = 'http://127.0.0.1:9', limits = {}, now = () => NOW, log = pino({ level: 'silent' }), hosts = [] } = means;
  const publicLimits = { ...UNLIMITED, ...means.publicLimits };
  const proxy = means.trustProxy !== undefined && { trustProxy: means.trustProxy };
  const front = means.frontOpen === true && { front: { folder, open: true } };
  const server = await ShopServer.start({
    folder,
    now,
    log,
    carriers: standIns(carriersUrl),
    limits,
    hosts,
    publicLimits,
    ...proxy,
    ...front,
  });
  const { app, faults } = checkedAnswers(server.app);
  const close = async () => {
    await server.close(0);
    if (faults.length > 0) throw new Error(`Answers that are not as they are described:\n${faults.slice(0, 10).join('\n')}`);
  };
  const discard = async () => {
    await close();
    rmSync(folder, { recursive: true, force: true });
  };
  return { ...server.shop, server, app, folder, close, discard };
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

export const clay: ProductFacts = {
  ...splitProduct(PRODUCT_DEFAULTS).facts,
  id: 'clay-10',
  name: 'Stoneware clay, 10 kg',
  price: 2450,
  weight: '10 kg',
  tags: [],
};

let made = 0;
/** The body of a request that takes steps, each under a new id. */
export function stepsOf(revision: number, ...steps: (Command | 'undo' | 'redo')[]) {
  return {
    revision,
    steps: steps.map((step) => {
      made += 1;
      const id = `test-step-${made}`;
      return typeof step === 'string' ? { id, kind: step } : { id, kind: 'command', command: step };
    }),
  };
}
