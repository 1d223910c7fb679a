import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { goesOn, ownerRoutes, publicRoutes, type Route } from '@ostrakon/core/contract';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { hostileRequests } from './hostileRequests.ts';
import { harmIn, rawSender } from './sendRaw.ts';
import { clay, firstLane, openTestShop, stepsOf, type TestShop } from './testShop.ts';

// A few of what `npm run attack` sends by the ten thousand.
const EACH = 6;
const SEED = Number(process.env.LAWS_SEED ?? 7);

let shop: TestShop;
let server: Server;
let port: number;
beforeAll(async () => {
  shop = await openTestShop();
  await shop.goods.change({ put: [clay] });
  const { present } = await shop.draft.take(stepsOf(0, ...firstLane));
  await shop.editions.publish((write) => shop.draft.presentWithin(write, present), '', 'owner', undefined, { draft: 1, revision: present });
  server = createServer(shop.app).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  port = (server.address() as AddressInfo).port;
});
afterAll(async () => {
  server.close();
  server.closeAllConnections();
  await shop.discard();
});

test.each([
  ['the buyers’ door', '/public/v1', publicRoutes],
  ['the owner’s door, by whoever may do everything', '/api', ownerRoutes],
] as const)(
  '%s: hostile requests are answered, in words, and the server is well',
  async (_name, door, table) => {
    const { send, close } = rawSender(port);
    const seen = new Set<number>();
    let sent = 0;
    for (const [key, route] of Object.entries(table) as [string, Route][]) {
      // Another shop in place of this one is the one thing that is meant to end what is there.
      if (goesOn(route)) continue;
      if (key.endsWith('/taken') && key.includes('/shop/')) continue;
      for (const request of hostileRequests(door, key, route, EACH, SEED)) {
        const answer = await send(request);
        expect(harmIn(answer), `${request.method} ${request.path} ${request.body?.toString('utf8').slice(0, 300)}`).toBeNull();
        seen.add(answer.status);
        sent += 1;
      }
    }
    close();
    expect(sent).toBeGreaterThan(EACH * (Object.keys(table).length - 4));
    expect([...seen].some((status) => status >= 400)).toBe(true);
    expect((await fetch(`http://127.0.0.1:${port}/readyz`)).status).toBe(200);
  },
  60_000,
);
