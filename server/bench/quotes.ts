import { type ChildProcess, execFileSync, fork } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { Agent, createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import express from 'express';
import { pino } from 'pino';

// Public quotes over HTTP, beside a bare Express 5 server that reads the same bodies and answers JSON of that size. Each server
// is a process of its own; this one asks, over connections that stay open.

const TOGETHER = 16;
const SECONDS = 3;

/** The demo's shop, its draft published; or, given an answer, a server that says nothing else. */
async function serve(answer: unknown): Promise<void> {
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

async function shopApp() {
  const { ShopServer } = await import('../src/shopServer.ts');
  const { plantSeed } = await import('../src/seed.ts');
  const folder = mkdtempSync(join(tmpdir(), 'ostrakon-bench-'));
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
  const started = await ShopServer.start({ folder, now: () => new Date().toISOString(), log: pino({ level: 'silent' }), carriers: [] });
  const seed = join(folder, 'seed.json');
  execFileSync(process.execPath, [fileURLToPath(new URL('../../demo/dist/writeSeed.js', import.meta.url)), seed]);
  await plantSeed(started.shop, () => JSON.parse(readFileSync(seed, 'utf8')));
  return started.app;
}

interface Asked {
  readonly port: number;
  readonly agent: Agent;
  readonly body: string;
}

function ask({ port, agent, body }: Asked): Promise<string> {
  return new Promise((resolve, reject) => {
    const headers = { 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(body) };
    const sent = request({ port, host: '127.0.0.1', path: '/public/v1/quotes', method: 'POST', agent, headers }, (answer) => {
      let text = '';
      answer.setEncoding('utf8');
      answer.on('data', (part: string) => {
        text += part;
      });
      answer.on('end', () => (answer.statusCode === 200 ? resolve(text) : reject(new Error(`${answer.statusCode} ${text}`))));
    });
    sent.on('error', reject);
    sent.end(body);
  });
}

/** Answers a second, after one to warm up. */
async function perSecond(port: number, body: string): Promise<number> {
  const agent = new Agent({ keepAlive: true, maxSockets: TOGETHER });
  let done = 0;
  const until = async (end: number) => {
    while (performance.now() < end) {
      await ask({ port, agent, body });
      done += 1;
    }
  };
  const round = (seconds: number) => Promise.all(Array.from({ length: TOGETHER }, () => until(performance.now() + seconds * 1000)));
  await round(1);
  done = 0;
  const began = performance.now();
  await round(SECONDS);
  agent.destroy();
  return (done / (performance.now() - began)) * 1000;
}

async function started(answer: unknown): Promise<{ port: number; child: ChildProcess }> {
  const child = fork(fileURLToPath(import.meta.url), ['serve'], { execArgv: ['--import', 'tsx'] });
  child.send({ answer });
  const [port] = (await once(child, 'message')) as [number];
  return { port, child };
}

if (process.argv[2] !== 'serve') {
  const body = JSON.stringify({
    lines: [
      { product: 'stoneware-10', quantity: 1 },
      { product: 'needle-tool', quantity: 2 },
    ],
    destination: { country: 'CA', postalCode: 'B3H 4R2' },
  });
  const shop = await started(null);
  const answer = await ask({ port: shop.port, agent: new Agent(), body });
  const plain = await started(JSON.parse(answer));
  const rates: number[][] = [[], []];
  for (let round = 0; round < 3; round += 1) {
    for (const [at, { port }] of [shop, plain].entries()) rates[at]?.push(await perSecond(port, body));
  }
  const [quotes = 0, express5 = 1] = rates.map((list) => list.sort((a, b) => a - b)[1] ?? 0);
  console.log(`Public quotes over HTTP, an answer of ${answer.length} bytes, ${TOGETHER} connections:`);
  console.log(
    `the shop ${quotes.toFixed(0)} a second, a bare Express 5 server ${express5.toFixed(0)}: ${(quotes / express5).toFixed(2)} of it (aim 0.5).`,
  );
  for (const { child } of [shop, plain]) child.kill();
} else process.once('message', (told: { answer: unknown }) => void serve(told.answer));
