import { type Command, plainAllowance, ShopFile } from '@ostrakon/core';
import type { RunningWindows } from '@ostrakon/core/contract';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { plantShop } from './features/shop-file/shopDocument.ts';
import { clay, firstLane, newFolder, openTestShop, type TestShop } from './testShop.ts';

let shop: TestShop;
let clock = '2026-11-23T14:00:00.000Z';
let key: string;

const rideAlong: Command = {
  name: 'addAllowance',
  args: { ...plainAllowance('ride-along', 'Ride along', { kind: 'free' }), sinceOrder: 48 },
};

beforeAll(async () => {
  shop = await openTestShop(newFolder(), { now: () => clock, frontOpen: true });
  await shop.draft.run(...firstLane, rideAlong);
  await shop.goods.change({ put: [clay] });
  await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
  const made = async (body: object) => (await request(shop.app).post('/api/keys').send(body).expect(201)).body.secret as string;
  key = await made({ kind: 'server', name: 'Server', scopes: ['quotes', 'orders'] });
});
afterAll(() => shop.discard());

const cart = { lines: [{ product: 'clay-10', quantity: 1 }], discounts: [], destination: { country: 'CA', postalCode: 'B3H 4R2' } };
const quote = async (buyerId?: string): Promise<number> => {
  const body = { lines: cart.lines, destination: cart.destination, ...(buyerId !== undefined && { buyerId }) };
  const answer = await request(shop.app).post('/public/v1/quotes').set('Authorization', `Bearer ${key}`).send(body).expect(200);
  return answer.body.options[0].price;
};
let made = 0;
const order = async (buyerId: string | undefined, name: string, price = 990) => {
  made += 1;
  const buyer = { name, mail: `${name.toLowerCase()}@buyer.example`, street: '1 Quay Street', town: 'Halifax' };
  const body = {
    reference: `window-${made}-order`,
    cart,
    choices: [{ service: 'ground', price }],
    buyer,
    ...(buyerId !== undefined && { buyerId }),
  };
  const answer = await request(shop.app).post('/public/v1/orders').set('Authorization', `Bearer ${key}`).send(body).expect(201);
  return answer.body.number as number;
};
const running = async (): Promise<RunningWindows> => (await request(shop.app).get('/api/windows').expect(200)).body;

describe('hours that run after an order', () => {
  test('run for buyers the shop knows by its own reference, which no page can claim', async () => {
    expect(await quote('customer 7')).toBe(990);
    const first = await order('customer 7', 'Nell');
    clock = '2026-11-24T14:00:00.000Z';
    expect(await quote('customer 7')).toBe(0);
    expect(await quote('customer 8')).toBe(990);
    expect(await quote()).toBe(990);
    // What was free for them then was rightly charged nothing.
    const second = await order('customer 7', 'Nell', 0);
    expect((await request(shop.app).get(`/api/orders/${second}`).expect(200)).body.notes).toEqual([]);
    const asked = { lines: cart.lines, destination: cart.destination, buyerId: 'customer 7' };
    const refused = await request(shop.app).post('/public/v1/quotes').send(asked).expect(403);
    expect(refused.body.errors).toMatchObject([{ pointer: '/buyerId' }]);
    const kept: { buyer_mark: string | null }[] = await shop.server.shop.database.read.query('SELECT "buyer_mark" FROM "shop_order"');
    expect(JSON.stringify(kept)).not.toContain('customer');
    expect(first).toBe(1001);
  });

  test('are told by buyer, and end for one without ending for the others', async () => {
    await order('customer 9', 'Ona');
    await order(undefined, 'Piet');
    const { windows } = await running();
    expect(windows).toMatchObject([
      {
        allowance: 'ride-along',
        hours: 48,
        inside: 3,
        buyers: [
          { order: 1002, name: 'Nell', known: true, since: '2026-11-24T14:00:00.000Z', until: '2026-11-26T14:00:00Z' },
          { order: 1003, name: 'Ona', known: true },
          { order: 1004, name: 'Piet', known: false },
        ],
      },
    ]);
    await request(shop.app).post('/api/windows/end').send({ order: 1004 }).expect(409);
    await request(shop.app).post('/api/windows/end').send({ order: 9999 }).expect(404);
    const after: RunningWindows = (await request(shop.app).post('/api/windows/end').send({ order: 1002 }).expect(200)).body;
    expect(after.windows[0]?.buyers.map(({ name }) => name)).toEqual(['Ona', 'Piet']);
    expect(await quote('customer 7')).toBe(990);
    expect(await quote('customer 9')).toBe(0);
    // A new order begins them anew.
    clock = '2026-11-24T15:00:00.000Z';
    await order('customer 7', 'Nell');
    expect(await quote('customer 7')).toBe(0);
    clock = '2026-11-27T15:00:00.000Z';
    expect((await running()).windows[0]?.inside).toBe(0);
    expect(await quote('customer 9')).toBe(990);
  });

  test('that were ended stay so in the document of the shop', async () => {
    const { text } = await request(shop.app).get('/api/shop/document').expect(200);
    const file = ShopFile.parse(JSON.parse(text));
    expect(file.endedWindows).toMatchObject([{ endedAt: '2026-11-24T14:00:00.000Z' }]);
    const folder = newFolder();
    await plantShop(folder, file);
    const again = await openTestShop(folder, { now: () => clock, frontOpen: true });
    expect((await request(again.app).get('/api/shop/document').expect(200)).text).toBe(text);
    await again.discard();
  });

  test('are of nobody any more once who bought is forgotten', async () => {
    clock = '2026-11-28T15:00:00.000Z';
    const number = await order('customer 10', 'Kim');
    expect(await quote('customer 10')).toBe(0);
    await request(shop.app).post(`/api/orders/${number}/forget`).send({}).expect(200);
    expect(await quote('customer 10')).toBe(990);
    expect((await running()).windows[0]?.buyers).toMatchObject([{ order: number, name: null, known: false }]);
  });

  test('leave no digest of a buyer behind once the last order of theirs is forgotten', async () => {
    const digests = async () => (await request(shop.app).get('/api/shop/document').expect(200)).body.endedWindows?.length ?? 0;
    const forget = (number: number) => request(shop.app).post(`/api/orders/${number}/forget`).send({}).expect(200);
    const before = await digests();
    const [first, second] = [await order('customer 11', 'Lou'), await order('customer 11', 'Lou')];
    const other = await order('customer 12', 'Max');
    for (const number of [first, other]) await request(shop.app).post('/api/windows/end').send({ order: number }).expect(200);
    await forget(first);
    expect(await digests()).toBe(before + 2);
    await forget(second);
    expect(await digests()).toBe(before + 1);
    // By age, too: of all there are here.
    await request(shop.app).post('/api/orders/forget').send({ before: '2026-12-01' }).expect(200);
    expect(await digests()).toBe(0);
  });
});
