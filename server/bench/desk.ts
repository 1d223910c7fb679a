import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createCarriers } from '@ostrakon/carriers';
import type { LabelJob } from '@ostrakon/core/contract';
import { pino } from 'pino';

// The desk of the compiled server with many orders: how long its list, a search and a far stretch take; 500 slips as one file; 500 labels beside the
// carrier's own time. Orders are made by the demo's generator: node ... desk.ts [ORDERS]
const compiled = (file: string) => import(new URL(`../dist/${file}`, import.meta.url).href);
const { ShopServer }: typeof import('../src/shopServer.ts') = await compiled('shopServer.js');
const { plantSeed }: typeof import('../src/seed.ts') = await compiled('seed.js');
const { standIns }: typeof import('../src/carriers/connections.ts') = await compiled('carriers/connections.js');
const many = Number(process.argv[2] ?? 100_000);
const folder = mkdtempSync(join(tmpdir(), 'ostrakon-desk-'));
const seed = join(folder, 'seed.json');
const ms = (from: number) => Math.round(performance.now() - from);
let from = performance.now();
// A few thousand orders are quoted; the rest are the same ones again under other numbers.
execFileSync(process.execPath, ['demo/dist/writeSeed.js', seed, '--orders', String(Math.min(many, 5000))]);
const read = JSON.parse(readFileSync(seed, 'utf8'));
const made = read.orders.length;
for (let at = made; at < many; at += 1) {
  const order = read.orders[at % made];
  const number = 1001 + made + at;
  // Some wait to be labelled; the rest has arrived long ago.
  const state = at < made + 2000 ? 'new' : 'delivered';
  const consignments = order.consignments.map((one: object) => ({ ...one, state, with: null }));
  read.orders.push({ ...order, number, reference: `bench-${number}`, consignments });
}
console.log(`${many} orders made in ${ms(from)} ms`);

const carriers = createServer(createCarriers()).listen(0, '127.0.0.1');
await new Promise((ready) => carriers.once('listening', ready));
const url = `http://127.0.0.1:${(carriers.address() as AddressInfo).port}`;
const log = pino({ level: 'silent' });
const server = await ShopServer.start({ folder: join(folder, 'shop'), now: () => new Date().toISOString(), log, carriers: standIns(url) });
from = performance.now();
await plantSeed(server.shop, () => read);
console.log(`taken in ${ms(from)} ms`);
const listening = server.app.listen(0, '127.0.0.1');
await new Promise((ready) => listening.once('listening', ready));
const api = `http://127.0.0.1:${(listening.address() as AddressInfo).port}/api`;
const get = async (path: string) => (await (await fetch(`${api}${path}`)).json()) as { rows: { id: number }[] };
const post = (path: string, body: object) =>
  fetch(`${api}${path}`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });

async function timed(what: string, aim: string, work: () => Promise<unknown>): Promise<void> {
  await work();
  const times: number[] = [];
  for (let at = 0; at < 7; at += 1) {
    const begun = performance.now();
    await work();
    times.push(performance.now() - begun);
  }
  times.sort((a, b) => a - b);
  console.log(`${what}: ${(times[3] as number).toFixed(1)} ms in the middle, ${(times[6] as number).toFixed(1)} at most (aim ${aim})`);
}
await timed('first rows of what waits', '150', () => get('/orders?view=waiting'));
await timed('first rows of all', '150', () => get('/orders?view=all&sort=newest'));
await timed('first rows of what has arrived', '150', () => get('/orders?view=done&sort=newest'));
await timed('a search by name', '100', () => get('/orders?view=all&sort=newest&text=marchand'));
await timed('a search by goods', '100', () => get('/orders?view=all&sort=newest&text=celadon'));
await timed(`rows from ${Math.round(many * 0.9)} on`, 'without blanks', () =>
  get(`/orders?view=all&sort=newest&offset=${Math.round(many * 0.9)}`),
);

const ids = (await get('/orders?view=all&sort=newest&limit=500')).rows.map(({ id }) => id);
// The first file begins the thread that makes them.
for (const which of ['the first file', 'another file']) {
  from = performance.now();
  const pdf = await (await post('/papers/print', { kind: 'slip', of: ids })).arrayBuffer();
  console.log(`${ids.length} slips as ${which} of ${Math.round(pdf.byteLength / 1000)} kB: ${ms(from)} ms (aim 5000)`);
}

const waiting = (await get('/orders?view=waiting&service=ground&limit=500')).rows.map(({ id }) => id);
from = performance.now();
let job = (await (await post('/orders/labels', { of: waiting })).json()) as LabelJob;
while (job.status === 'running') {
  await new Promise((resolve) => setTimeout(resolve, 250));
  job = (await (await fetch(`${api}/orders/labels/${job.id}`)).json()) as typeof job;
}
const bulk = ms(from);
/** The same carrier asked for as many labels without the shop, as many at once. */
async function carrierAlone(): Promise<number> {
  const begun = performance.now();
  let next = 0;
  const ask = async () => {
    while (next < job.total) {
      next += 1;
      await fetch(`${url}/petrel-post/v1/labels`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'X-Account-Key': 'petrel-K81-dartmouth', 'Idempotency-Key': `alone-${next}` },
        body: JSON.stringify({
          service: 'SLOW',
          from: { country: 'CA', subdivision: 'CA-NS', postalCode: 'B2Y 2N6' },
          to: { country: 'CA', subdivision: 'CA-NS', postalCode: 'B3H 4R2' },
          parcel: { weight: 1000, length: 200, width: 150, height: 100 },
        }),
      });
    }
  };
  await Promise.all([ask(), ask(), ask(), ask()]);
  return ms(begun);
}
const alone = await carrierAlone();
console.log(`${job.done} of ${job.total} labels in ${bulk} ms, the carrier alone ${alone} ms: ${(bulk / alone).toFixed(1)} times (aim 2)`);
const reasons = new Set(job.failed.map(({ detail }) => detail));
if (reasons.size > 0) console.log(`not bought: ${[...reasons].join('; ')}`);

listening.closeAllConnections();
listening.close();
carriers.closeAllConnections();
carriers.close();
await server.close(0);
rmSync(folder, { recursive: true, force: true });
