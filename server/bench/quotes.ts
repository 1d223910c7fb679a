import { type ChildProcess, execFileSync, fork } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import express from 'express';
import { destination, pino } from 'pino';
import { Pool } from 'undici';

// Public quotes over HTTP, beside a bare Express 5 server that reads the same bodies and answers JSON of that size. Each server
// is a process of its own; this one asks, over connections that stay open. A machine's speed changes from second to second: what
// is set side by side is asked in turn, for a short while each time, and the middle of what each turn came to is told.

const TOGETHER = 16;
const WARM_SECONDS = 12;
const TURNS = 15;
const TURN_SECONDS = 0.8;
const FLOODS = 3;
const SECONDS = 6;

/** The demo's shop; or, given an answer, a server that says nothing else. */
async function serve(answer: unknown): Promise<void> {
  process.once('SIGTERM', () => process.exit());
  const app = answer === null ? await shopApp() : bare(answer);
  const server = createServer(app).listen(0, '127.0.0.1');
  await once(server, 'listening');
  process.send?.((server.address() as AddressInfo).port);
}

function bare(answer: unknown): express.Express {
  const app = express();
  app.use(express.json());
  app.post('/public/v1/quotes', (_req, res) => void res.json(answer));
  return app;
}

/** As it is run: every request in the log, limits on. One address of the bench may ask as often as a server with a key. */
async function shopApp() {
  // As it runs in production: compiled.
  const { ShopServer }: typeof import('../src/shopServer.ts') = await import(new URL('../dist/shopServer.js', import.meta.url).href);
  const { plantSeed }: typeof import('../src/seed.ts') = await import(new URL('../dist/seed.js', import.meta.url).href);
  const folder = mkdtempSync(join(tmpdir(), 'ostrakon-bench-'));
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
  const log = pino({ level: 'info' }, destination({ dest: join(folder, 'log'), sync: false, minLength: 4096, periodicFlush: 250 }));
  const started = await ShopServer.start({
    folder,
    now: () => new Date().toISOString(),
    log,
    carriers: [],
    trustProxy: 1,
    publicLimits: { perMinuteOfKey: 10_000_000 },
  });
  const seed = join(folder, 'seed.json');
  execFileSync(process.execPath, [fileURLToPath(new URL('../../demo/dist/writeSeed.js', import.meta.url)), seed]);
  await plantSeed(started.shop, () => JSON.parse(readFileSync(seed, 'utf8')));
  const { secret } = await started.access.keys.make({ kind: 'server', name: 'bench', scopes: ['quotes'] }, 'bench');
  process.send?.({ secret });
  return started.app;
}

interface Asked {
  readonly port: number;
  readonly pool: Pool;
  readonly headers?: Readonly<Record<string, string>>;
}

const poolOf = ({ port }: Pick<Asked, 'port'>, connections: number) => new Pool(`http://127.0.0.1:${port}`, { connections, pipelining: 1 });

async function ask({ pool, headers = {} }: Asked, sent: string): Promise<{ status: number; text: string }> {
  const { statusCode, body } = await pool.request({
    path: '/public/v1/quotes',
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: sent,
  });
  return { status: statusCode, text: await body.text() };
}

const cart = (nth: number) =>
  JSON.stringify({
    lines: [
      { product: 'stoneware-10', quantity: 1 + (nth % 3) },
      { product: 'needle-tool', quantity: 2 },
      { unitPrice: 100 + (nth % 5000), quantity: 1, weight: `${1 + (nth % 977)} g` },
    ],
    destination: { country: 'CA', postalCode: 'B3H 4R2' },
  });

const percentile = (times: readonly number[], of: number) =>
  times.toSorted((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * of))] ?? 0;

/** No cart is asked about twice in a run, unless that is what is measured. */
let nth = 0;

/** Answers a second and how long one took, in milliseconds. */
async function measured(of: Omit<Asked, 'pool'>, body: (nth: number) => string, seconds: number) {
  const pool = poolOf(of, TOGETHER);
  const times: number[] = [];
  const start = performance.now();
  const one = async () => {
    while (performance.now() < start + seconds * 1000) {
      const began = performance.now();
      nth += 1;
      const { status } = await ask({ ...of, pool }, body(nth));
      if (status !== 200) throw new Error(`answered ${status}`);
      times.push(performance.now() - began);
    }
  };
  await Promise.all(Array.from({ length: TOGETHER }, one));
  const took = performance.now() - start;
  await pool.close();
  return { perSecond: (times.length / took) * 1000, p99: percentile(times, 0.99) };
}

/** A buyer every so often, and how long each waited. */
async function buyers(of: Omit<Asked, 'pool'>, seconds: number): Promise<number[]> {
  const pool = poolOf(of, 1);
  const times: number[] = [];
  const end = performance.now() + seconds * 1000;
  while (performance.now() < end) {
    const began = performance.now();
    nth += 1;
    const { status } = await ask({ ...of, pool }, cart(nth));
    if (status !== 200) throw new Error(`a buyer was answered ${status}`);
    times.push(performance.now() - began);
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
  await pool.close();
  return times;
}

/** One address that asks as fast as it can, whatever it is told. */
function flood(of: Omit<Asked, 'pool'>, seconds: number): Promise<Map<number, number>> {
  const pool = poolOf(of, 64);
  const statuses = new Map<number, number>();
  const end = performance.now() + seconds * 1000;
  const one = async () => {
    while (performance.now() < end) {
      const { status } = await ask({ ...of, pool }, cart(0)).catch(() => ({ status: 0 }));
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
    }
  };
  return Promise.all(Array.from({ length: 64 }, one)).then(async () => {
    await pool.destroy();
    return statuses;
  });
}

/** A flood in a process of its own, so that whoever is measured is not held up by who sends it. It begins when it is told to. */
async function floodFrom(port: number, address: string) {
  const child = fork(fileURLToPath(import.meta.url), ['flood'], { execArgv: ['--import', 'tsx'] });
  await once(child, 'message');
  return async () => {
    child.send({ port, address });
    const [statuses] = (await once(child, 'message')) as [[number, number][]];
    child.kill();
    return statuses;
  };
}

async function started(answer: unknown): Promise<{ port: number; child: ChildProcess; secret: string }> {
  const child = fork(fileURLToPath(import.meta.url), ['serve'], {
    execArgv: ['--import', 'tsx'],
  });
  child.send({ answer });
  let secret = '';
  for (;;) {
    const [told] = (await once(child, 'message')) as [number | { secret: string }];
    if (typeof told === 'number') return { port: told, child, secret };
    secret = told.secret;
  }
}

const middle = (list: readonly number[]) => list.toSorted((a, b) => a - b)[list.length >> 1] ?? 0;

if (process.argv[2] === undefined) {
  const shop = await started(null);
  const own = { port: shop.port, headers: { authorization: `Bearer ${shop.secret}` } };
  const pool = poolOf(shop, 1);
  const { text } = await ask({ ...own, pool }, cart(0));
  await pool.close();
  const plain = await started(JSON.parse(text));
  const cases = [
    ['the shop, another cart each time', own, cart],
    ['the shop, one cart again and again', own, () => cart(0)],
    ['a bare Express 5 server', { port: plain.port }, cart],
  ] as const;
  // A shop that is open has been asked before: what is counted begins when what is asked most is compiled.
  for (const [, of, body] of cases) await measured(of, body, WARM_SECONDS);
  const turns: { perSecond: number; p99: number }[][] = [];
  for (let turn = 0; turn < TURNS; turn += 1) {
    const told: { perSecond: number; p99: number }[] = [];
    for (const [, of, body] of cases) told.push(await measured(of, body, TURN_SECONDS));
    turns.push(told);
  }
  console.log(
    `Public quotes over HTTP, an answer of ${text.length} bytes, ${TOGETHER} connections, every request in the log, ${availableParallelism()} processors:`,
  );
  for (const [at, [name]] of cases.entries()) {
    const middleOf = (what: (one: { perSecond: number; p99: number }, bare: { perSecond: number; p99: number }) => number) =>
      middle(turns.flatMap((told) => (told[at] && told[2] ? [what(told[at], told[2])] : [])));
    const beside =
      at === 2
        ? ''
        : `: ${middleOf((one, bare) => one.perSecond / bare.perSecond).toFixed(2)} of it (aim 0.6), p99 ${middleOf((one, bare) => one.p99 / bare.p99).toFixed(2)} times its (aim 2)`;
    console.log(
      `  ${name} ${middleOf((one) => one.perSecond).toFixed(0)} a second, p99 ${middleOf((one) => one.p99).toFixed(1)} ms${beside}`,
    );
  }
  // The flood's first second, in which it is within its limit, is part of what is measured.
  const floods: { quiet: number; under: number }[] = [];
  const told = new Map<number, number>();
  for (let one = 1; one <= FLOODS; one += 1) {
    const begin = await floodFrom(shop.port, `203.0.113.${one}`);
    const quiet = percentile(await buyers(own, SECONDS), 0.99);
    const attack = begin();
    const under = percentile(await buyers(own, SECONDS), 0.99);
    for (const [status, count] of await attack) told.set(status, (told.get(status) ?? 0) + count);
    floods.push({ quiet, under });
  }
  const each = (what: (one: { quiet: number; under: number }) => number, digits: number) =>
    floods.map((one) => what(one).toFixed(digits)).join(', ');
  console.log(
    `${FLOODS} floods, each from one address (${[...told].map(([status, count]) => `${count} times ${status === 0 ? 'cut off' : status}`).join(', ')}): other buyers p99 ${each(({ under }) => under, 1)} ms, ${each(({ quiet }) => quiet, 1)} ms when quiet: ${each(({ quiet, under }) => under / quiet, 2)} times it, the middle ${middle(floods.map(({ quiet, under }) => under / quiet)).toFixed(2)} (aim 3).`,
  );
  for (const { child } of [shop, plain]) child.kill();
} else if (process.argv[2] === 'flood') {
  process.once('message', async ({ port, address }: { port: number; address: string }) => {
    const statuses = await flood({ port, headers: { 'x-forwarded-for': address } }, SECONDS);
    process.send?.([...statuses]);
  });
  process.send?.('ready');
} else process.once('message', (told: { answer: unknown }) => void serve(told.answer));
