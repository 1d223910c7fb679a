import { type ChildProcess, execFileSync, fork } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { Agent, createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import express from 'express';
import { destination, pino } from 'pino';

// Public quotes over HTTP, beside a bare Express 5 server that reads the same bodies and answers JSON of that size. Each server
// is a process of its own; this one asks, over connections that stay open.

const TOGETHER = 16;
const SECONDS = 3;
const WARM_SECONDS = 12;

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
  const log = pino({ level: 'info' }, destination({ dest: join(folder, 'log'), sync: false }));
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
  readonly agent: Agent;
  readonly headers?: Readonly<Record<string, string>>;
}

function ask({ port, agent, headers: more = {} }: Asked, body: string): Promise<{ status: number; text: string }> {
  return new Promise((resolve, reject) => {
    const headers = { 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(body), ...more };
    const sent = request({ port, host: '127.0.0.1', path: '/public/v1/quotes', method: 'POST', agent, headers }, (answer) => {
      let text = '';
      answer.setEncoding('utf8');
      answer.on('data', (part: string) => {
        text += part;
      });
      answer.on('end', () => resolve({ status: answer.statusCode ?? 0, text }));
    });
    sent.on('error', reject);
    sent.end(body);
  });
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

/** Answers a second and how long one took, in milliseconds, after some seconds to warm up. */
async function measured(of: Omit<Asked, 'agent'>, body: (nth: number) => string, warm = 1) {
  const agent = new Agent({ keepAlive: true, maxSockets: TOGETHER });
  let nth = 0;
  let times: number[] = [];
  const until = async (end: number) => {
    while (performance.now() < end) {
      const began = performance.now();
      const { status } = await ask({ ...of, agent }, body(nth++));
      if (status !== 200) throw new Error(`answered ${status}`);
      times.push(performance.now() - began);
    }
  };
  const round = (seconds: number) => Promise.all(Array.from({ length: TOGETHER }, () => until(performance.now() + seconds * 1000)));
  await round(warm);
  times = [];
  const began = performance.now();
  await round(SECONDS);
  agent.destroy();
  return { perSecond: (times.length / (performance.now() - began)) * 1000, p99: percentile(times, 0.99) };
}

/** A buyer every so often, and how long each waited. */
async function buyers(of: Omit<Asked, 'agent'>, seconds: number): Promise<number[]> {
  const agent = new Agent({ keepAlive: true });
  const times: number[] = [];
  const end = performance.now() + seconds * 1000;
  for (let nth = 0; performance.now() < end; nth += 1) {
    const began = performance.now();
    const { status } = await ask({ ...of, agent }, cart(nth));
    if (status !== 200) throw new Error(`a buyer was answered ${status}`);
    times.push(performance.now() - began);
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
  agent.destroy();
  return times;
}

/** One address that asks as fast as it can, whatever it is told. */
function flood(of: Omit<Asked, 'agent'>, seconds: number): Promise<Map<number, number>> {
  const agent = new Agent({ keepAlive: true, maxSockets: 64 });
  const statuses = new Map<number, number>();
  const end = performance.now() + seconds * 1000;
  const one = async () => {
    while (performance.now() < end) {
      const { status } = await ask({ ...of, agent }, cart(0)).catch(() => ({ status: 0 }));
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
    }
  };
  return Promise.all(Array.from({ length: 64 }, one)).then(() => {
    agent.destroy();
    return statuses;
  });
}

/** The flood in a process of its own, so that whoever is measured is not held up by who sends it. */
async function flooded(port: number): Promise<[number, number][]> {
  const child = fork(fileURLToPath(import.meta.url), ['flood'], { execArgv: ['--import', 'tsx'] });
  child.send({ port });
  const [statuses] = (await once(child, 'message')) as [[number, number][]];
  child.kill();
  return statuses;
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
  const { text } = await ask({ ...own, agent: new Agent() }, cart(0));
  const plain = await started(JSON.parse(text));
  const cases = [
    ['the shop, another cart each time', own, cart],
    ['the shop, one cart again and again', own, () => cart(0)],
    ['a bare Express 5 server', { port: plain.port }, cart],
  ] as const;
  // A shop that is open has been asked before: what is counted begins when what is asked most is compiled.
  for (const [, of, body] of cases) await measured(of, body, WARM_SECONDS);
  const rounds = cases.map(() => ({ perSecond: [] as number[], p99: [] as number[] }));
  for (let round = 0; round < 3; round += 1) {
    for (const [at, [, of, body]] of cases.entries()) {
      const { perSecond, p99 } = await measured(of, body);
      rounds[at]?.perSecond.push(perSecond);
      rounds[at]?.p99.push(p99);
    }
  }
  console.log(`Public quotes over HTTP, an answer of ${text.length} bytes, ${TOGETHER} connections, every request in the log:`);
  const [fresh, again, express5] = rounds.map(({ perSecond, p99 }) => ({ rate: middle(perSecond), p99: middle(p99) }));
  for (const [at, one] of [fresh, again, express5].entries()) {
    if (!one || !express5) continue;
    const beside =
      at === 2
        ? ''
        : `: ${(one.rate / express5.rate).toFixed(2)} of it (aim 0.6), p99 ${(one.p99 / express5.p99).toFixed(2)} times its (aim 2)`;
    console.log(`  ${cases[at]?.[0]} ${one.rate.toFixed(0)} a second, p99 ${one.p99.toFixed(1)} ms${beside}`);
  }
  const quiet = await buyers({ port: shop.port, headers: { ...own.headers } }, SECONDS);
  const attack = flooded(shop.port);
  await new Promise((resolve) => setTimeout(resolve, 1500));
  const under = await buyers({ port: shop.port, headers: { ...own.headers } }, SECONDS);
  const statuses = new Map(await attack);
  const [before, meanwhile] = [percentile(quiet, 0.99), percentile(under, 0.99)];
  console.log(
    `A flood from one address (${[...statuses].map(([status, count]) => `${count} times ${status === 0 ? 'cut off' : status}`).join(', ')}): other buyers p99 ${meanwhile.toFixed(1)} ms, ${before.toFixed(1)} ms when quiet: ${(meanwhile / before).toFixed(2)} times it (aim 3).`,
  );
  for (const { child } of [shop, plain]) child.kill();
} else if (process.argv[2] === 'flood') {
  process.once('message', async ({ port }: { port: number }) => {
    const statuses = await flood({ port, headers: { 'x-forwarded-for': '203.0.113.9' } }, SECONDS + 2);
    process.send?.([...statuses]);
  });
} else process.once('message', (told: { answer: unknown }) => void serve(told.answer));
