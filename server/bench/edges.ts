import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { gzipSync } from 'node:zlib';
import { type Card, type Command, PLAIN_SERVICE, PRODUCT_DEFAULTS } from '@ostrakon/core';
import { pino } from 'pino';
import { ShopServer } from '../src/shopServer.ts';

// How long the server keeps others waiting (the longest pause of its event loop) while it does what takes long, and how long a
// step takes on the largest book. Over HTTP on this machine.

const folder = mkdtempSync(join(tmpdir(), 'ostrakon-bench-'));
const shopServer = await ShopServer.start({ folder, now: () => new Date().toISOString(), log: pino({ level: 'silent' }), carriers: [] });
const server = createServer(shopServer.app);
await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
const post = (path: string, body: unknown) =>
  fetch(`${url}${path}`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });

async function watched(name: string, work: () => Promise<unknown>): Promise<void> {
  const pauses = monitorEventLoopDelay({ resolution: 1 });
  pauses.enable();
  const from = performance.now();
  await work();
  const took = performance.now() - from;
  pauses.disable();
  console.log(`${name.padEnd(62)} ${took.toFixed(0).padStart(6)} ms, longest pause ${(pauses.max / 1e6).toFixed(0).padStart(4)} ms`);
}

await watched('public holidays of China, 2010 to 2038, first asked', () => fetch(`${url}/api/holidays?country=CN&from=2010&until=2038`));
await watched('the same again', () => fetch(`${url}/api/holidays?country=CN&from=2010&until=2038`));
const packed = gzipSync(Buffer.alloc(60 * 1024 * 1024, 0x20));
await watched(`a body of ${(packed.length / 1000).toFixed(0)} kB that unpacks to 60 MB, refused`, () =>
  fetch(`${url}/api/products/changes`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'content-encoding': 'gzip' },
    body: packed,
  }),
);
await watched('20,000 products in parts', async () => {
  const { id } = (await (await post('/api/products/imports', {})).json()) as { id: string };
  for (let part = 0; part < 20; part += 1) {
    const put = Array.from({ length: 1000 }, (_, at) => ({
      ...PRODUCT_DEFAULTS,
      id: `p${part}-${at}`,
      name: `Product ${at}`,
      price: 950,
      weight: '3 oz',
      tags: [],
    }));
    await post(`/api/products/imports/${id}/parts`, { put });
  }
  await post(`/api/products/imports/${id}/taken`, {});
});

const card: Card = {
  kind: 'weightTiers',
  measure: 'packedWeight',
  bands: 'whole',
  tiers: Array.from({ length: 10 }, (_, at) => ({
    upTo: `${(at + 1) * 3} kg`,
    result: { kind: 'amount' as const, amount: 500 + at * 150 },
  })),
  above: { kind: 'refer' },
  floor: null,
  cap: null,
};
const services = Array.from({ length: 12 }, (_, at) => `s${at}`);
const zones = Array.from({ length: 100 }, (_, at) => `z${at}`);
await shopServer.shop.draft.run(
  ...services.map((id): Command => ({ name: 'addService', args: { ...PLAIN_SERVICE, id, name: id } })),
  ...zones.map((id): Command => ({ name: 'addZone', args: { id, name: id, places: [] } })),
  ...zones.flatMap((zone) => services.map((service): Command => ({ name: 'startLane', args: { zone, service, card } }))),
);
let { revision } = shopServer.shop.draft.current;
const times: number[] = [];
for (let nth = 0; nth < 60; nth += 1) {
  const command = { name: 'renameZone', args: { zone: 'z3', name: `Zone ${nth}` } };
  const from = performance.now();
  const answer = await post('/api/draft/steps', { revision, steps: [{ id: `bench-step-${nth}`, kind: 'command', command }] });
  revision = ((await answer.json()) as { present: number }).present;
  times.push(performance.now() - from);
}
times.sort((a, b) => a - b);
console.log(`a step on a book of 100 zones by 12 services: median ${times[30]?.toFixed(1)} ms, greatest ${times.at(-1)?.toFixed(1)} ms`);
await watched('a backup of that shop, through the server', async () => (await post('/api/shop/backups', {})).arrayBuffer());

server.close();
server.closeAllConnections();
await shopServer.close(0);
rmSync(folder, { recursive: true, force: true });
process.exit(0);
