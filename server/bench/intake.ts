import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { FiledOrder } from '@ostrakon/core/contract';
import { pino } from 'pino';

// Bringing in many orders as the page does it, part by part, into the compiled server, while others ask for quotes: how long it
// takes, and how long quotes take meanwhile beside a quiet server: node ... intake.ts [ORDERS]
const { ShopServer }: typeof import('../src/shopServer.ts') = await import(new URL('../dist/shopServer.js', import.meta.url).href);
const { plantSeed }: typeof import('../src/seed.ts') = await import(new URL('../dist/seed.js', import.meta.url).href);
const many = Number(process.argv[2] ?? 100_000);
const PART = 200;
const AT_ONCE = 3;
const folder = mkdtempSync(join(tmpdir(), 'ostrakon-intake-'));
const seed = join(folder, 'seed.json');
execFileSync(process.execPath, ['demo/dist/writeSeed.js', seed, '--orders', String(Math.min(many, 3000))]);
const { orders, ...shop } = JSON.parse(readFileSync(seed, 'utf8')) as { orders: FiledOrder[] };
const now = new Date().toISOString();
const server = await ShopServer.start({
  folder: join(folder, 'shop'),
  now: () => new Date().toISOString(),
  log: pino({ level: 'silent' }),
  carriers: [],
  publicLimits: { perMinute: 1_000_000 },
});
await plantSeed(server.shop, () => shop as never);
const listening = server.app.listen(0, '127.0.0.1');
await new Promise((ready) => listening.once('listening', ready));
const base = `http://127.0.0.1:${(listening.address() as AddressInfo).port}`;
const post = async <T>(path: string, body: object): Promise<T> => {
  const answer = await fetch(`${base}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`);
  return (await answer.json()) as T;
};

/** An order of the demo as a file says it, under a number of its own. */
const asBrought = (at: number) => {
  const { cart, choices, buyer, delivery, placedAt } = orders[at % orders.length] as FiledOrder;
  const lines = cart.lines.map((line) => {
    const { product, quantity } = line as { product: string; quantity: number };
    return { product, quantity };
  });
  const done = placedAt < new Date(Date.parse(now) - 7 * 86_400_000).toISOString();
  return {
    line: at + 2,
    order: {
      ...{ reference: `bench-${at}`, placedAt, buyer, destination: cart.destination, lines, charged: delivery },
      ...{ service: choices[0]?.service ?? 'ground', state: done ? 'done' : 'waiting' },
    },
  };
};

/** How long quotes take, asked every so often until told to stop: the slowest of a hundred, in milliseconds. */
async function quotesUntil(ended: () => boolean): Promise<{ p99: number; asked: number }> {
  const times: number[] = [];
  for (let at = 0; !ended(); at += 1) {
    const { cart } = orders[at % orders.length] as FiledOrder;
    const begun = performance.now();
    await post('/public/v1/quotes', { lines: cart.lines, destination: cart.destination, carriers: 'later' });
    times.push(performance.now() - begun);
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  times.sort((a, b) => a - b);
  return { p99: times[Math.floor(times.length * 0.99)] ?? 0, asked: times.length };
}

const quietUntil = performance.now() + 8000;
await quotesUntil(() => performance.now() > quietUntil - 4000);
const quiet = await quotesUntil(() => performance.now() > quietUntil);
let over = false;
const meanwhile = quotesUntil(() => over);
const begun = performance.now();
const { id } = await post<{ id: string }>('/api/orders/imports', {});
let next = 0;
const sender = async () => {
  while (next < many) {
    const from = next;
    next += PART;
    const part = Array.from({ length: Math.min(PART, many - from) }, (_, at) => asBrought(from + at));
    const told = await post<{ orders: number; faults: object[] }>(`/api/orders/imports/${id}/orders`, { orders: part });
    if (told.faults.length > 0) throw new Error(JSON.stringify(told.faults.slice(0, 3)));
    if (told.orders % 20_000 === 0) console.log(`${told.orders} planned after ${Math.round(performance.now() - begun)} ms`);
  }
};
await Promise.all(Array.from({ length: AT_ONCE }, sender));
const planned = performance.now() - begun;
const taken = await post<{ taken: number }>(`/api/orders/imports/${id}/take`, {});
const whole = performance.now() - begun;
over = true;
const busy = await meanwhile;
console.log(
  `${taken.taken} orders planned in ${Math.round(planned)} ms and taken in ${Math.round(whole - planned)}: ${Math.round(whole)} in all (aim 60000)`,
);
console.log(
  `quotes meanwhile: ${busy.p99.toFixed(1)} ms at the 99th of a hundred of ${busy.asked}, quiet ${quiet.p99.toFixed(1)} of ${quiet.asked}: ${(busy.p99 / quiet.p99).toFixed(1)} times (aim 3)`,
);
listening.close();
await server.close(0);
rmSync(folder, { recursive: true, force: true });
