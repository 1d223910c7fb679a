import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { goesOn, ownerRoutes, publicRoutes, type Route, type Routes } from '@ostrakon/core/contract';
import { pino } from 'pino';
import { type HostileRequest, hostileRequests } from '../src/hostileRequests.ts';
import { harmIn, rawSender } from '../src/sendRaw.ts';
import { ShopServer } from '../src/shopServer.ts';
import { firstLane, stepsOf } from '../src/testShop.ts';

// npm run attack [-- each [seed]]: hostile requests by the ten thousand for every route, and what the dearest of a stranger costs.
const each = Number(process.argv[2] ?? 10_000);
const seed = Number(process.argv[3] ?? Math.floor(Math.random() * 1e9));
const MOST_CPU_MS = 50;
const MOST_LASTING_MB = 5;

const folder = mkdtempSync(join(tmpdir(), 'ostrakon-attack-'));
process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
const server = await ShopServer.start({
  folder,
  now: () => new Date().toISOString(),
  log: pino({ level: 'silent' }),
  carriers: [],
  publicLimits: { perMinute: 1e9, perMinuteOfKey: 1e9 },
});
const { draft, editions } = server.shop;
const { present } = await draft.take(stepsOf(0, ...firstLane));
await editions.publish((write) => draft.presentWithin(write, present), '', 'owner', undefined, { draft: 1, revision: present });
const listening = createServer(server.app).listen(0, '127.0.0.1');
await new Promise((resolve) => listening.once('listening', resolve));
const { port } = listening.address() as AddressInfo;
const { send, close } = rawSender(port);

let harmed = 0;
let sent = 0;
const told = (request: HostileRequest, harm: string) => {
  harmed += 1;
  console.log(`${request.method} ${request.path.slice(0, 200)} ${request.body?.toString('utf8').slice(0, 200) ?? ''}\n  ${harm}`);
};

async function attack(door: string, key: string, route: Route, count: number): Promise<void> {
  for (const [at, request] of hostileRequests(door, key, route, count, seed).entries()) {
    const answer = await send(request).catch((error: Error) => ({ status: 599, text: error.message }));
    const harm = harmIn(answer);
    if (harm !== null) told(request, `${harm} (number ${at} of seed ${seed})`);
    sent += 1;
  }
}

const all = (door: string, table: Routes) =>
  (Object.entries(table) as [string, Route][]).filter(([, route]) => !goesOn(route)).map(([key, route]) => [door, key, route] as const);
// Whoever asks these makes or replaces whole shops: a hundredth of it is enough.
const dear = (key: string) => /backups|\/shop\/.*taken|document|imports|holidays/.test(key);

console.log(`Seed ${seed}, ${each} hostile requests for every route:`);
for (const [door, key, route] of [...all('/public/v1', publicRoutes), ...all('/api', ownerRoutes)]) {
  if (key.includes('/shop/') && key.endsWith('/taken')) continue;
  await attack(door, key, route, dear(key) ? Math.ceil(each / 100) : each);
}
console.log(`${sent} sent, ${harmed} did harm.`);

// From here on somebody has to sign in: what a stranger can still ask, and what that costs.
await server.access.people.first('Nell', 'kiln glaze wheel stone');
const open = [...all('/public/v1', publicRoutes), ...all('/api', ownerRoutes).filter(([, , { who }]) => who === 'anybody')];
const collect = (globalThis as { gc?: () => void }).gc;
const heap = () => {
  collect?.();
  return process.memoryUsage().heapUsed / 1024 ** 2;
};
let dearest = { ms: 0, of: '' };
const before = heap();
for (const [door, key, route] of open) {
  for (const request of hostileRequests(door, key, route, Math.ceil(each / 10), seed + 1)) {
    const began = process.cpuUsage();
    await send(request).catch(() => undefined);
    const { user, system } = process.cpuUsage(began);
    const ms = (user + system) / 1000;
    if (ms > dearest.ms) {
      // Once more, apart from whatever else the process did meanwhile.
      const again = process.cpuUsage();
      await send(request).catch(() => undefined);
      const second = process.cpuUsage(again);
      const least = Math.min(ms, (second.user + second.system) / 1000);
      if (least > dearest.ms) dearest = { ms: least, of: `${request.method} ${request.path.slice(0, 120)}` };
    }
  }
}
// What a stranger can make the server work out: a password compared, a cart of as many pieces as are admitted.
const json = { 'content-type': 'application/json' };
const lines = Array.from({ length: 500 }, (_, at) => ({
  unitPrice: 100 + at,
  quantity: 20,
  weight: `${at + 1} g`,
  size: { length: `${(at % 90) + 5} cm`, width: '21 cm', height: '7 cm' },
}));
for (const [path, asked] of [
  ['/api/session', { name: 'Nell', password: 'x'.repeat(256) }],
  ['/api/session', { name: 'nobody', password: 'x' }],
  ['/api/links/use', { token: 'x'.repeat(43), password: 'kiln glaze wheel stone' }],
  ['/public/v1/quotes', { lines, destination: { country: 'CA', postalCode: 'B3H 4R2' } }],
] as const) {
  let least = Number.POSITIVE_INFINITY;
  for (let round = 0; round < 4; round += 1) {
    const began = process.cpuUsage();
    await send({ method: 'POST', path, headers: json, body: Buffer.from(JSON.stringify(asked)) });
    const { user, system } = process.cpuUsage(began);
    least = Math.min(least, (user + system) / 1000);
  }
  if (least > dearest.ms) dearest = { ms: least, of: `POST ${path} ${JSON.stringify(asked).slice(0, 60)}` };
}
const lasting = heap() - before;
console.log(
  `The dearest request of a stranger took ${dearest.ms.toFixed(1)} ms of processor, its sender's included (at most ${MOST_CPU_MS}): ${dearest.of}`,
);
console.log(`${Math.ceil(each / 10) * open.length} of them left ${lasting.toFixed(1)} MB behind (at most ${MOST_LASTING_MB} for any one).`);
close();
listening.close();
listening.closeAllConnections();
await server.close(0);
process.exitCode = harmed > 0 || dearest.ms > MOST_CPU_MS || lasting > MOST_LASTING_MB * 20 ? 1 : 0;
