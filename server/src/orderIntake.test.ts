import type { OrderIn } from '@ostrakon/core';
import type { DeskList, DeskOrder, OrdersImport } from '@ostrakon/core/contract';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { clay, firstLane, newFolder, openTestShop, setPrice, type TestShop } from './testShop.ts';

let shop: TestShop;
let clock = '2026-09-01T12:00:00.000Z';

beforeAll(async () => {
  shop = await openTestShop(newFolder(), { now: () => clock });
  await shop.draft.run(...firstLane);
  await shop.goods.change({ put: [clay] });
  await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
  clock = '2026-10-01T12:00:00.000Z';
  await shop.draft.run(setPrice(1200));
  await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
  clock = '2026-11-23T14:00:00.000Z';
});
afterAll(() => shop.discard());

const post = async (path: string, body: object, status: number) =>
  (await request(shop.app).post(`/api/orders${path}`).send(body).expect(status)).body;
const get = async (path: string) => (await request(shop.app).get(`/api/orders${path}`).expect(200)).body;
const listed = (query: string): Promise<DeskList> => get(`?${query}`);
const orderOf = (number: number): Promise<DeskOrder> => get(`/${number}`);

const nell = { name: 'Nell Kell', mail: '', street: '1 Quay Street', town: 'Halifax' };
const order = (reference: string, more: Partial<OrderIn> = {}): Partial<OrderIn> => ({
  reference,
  placedAt: '2026-11-20T15:00:00Z',
  buyer: nell,
  destination: { country: 'CA', postalCode: 'B3H 4R2' },
  lines: [{ product: 'clay-10', quantity: 2 }],
  service: 'ground',
  ...more,
});
const begin = async (...orders: Partial<OrderIn>[]): Promise<OrdersImport> => {
  const { id } = await post('/imports', {}, 201);
  return post(`/imports/${id}/orders`, { orders: orders.map((one, at) => ({ line: at + 2, order: one })) }, 200);
};

describe('a file of orders', () => {
  test('is planned by the editions of its times, seen before it is taken, and numbered as it was ordered', async () => {
    const seen = await begin(
      order('f-3', { placedAt: '2026-11-20T15:00:00Z', charged: 1200 }),
      order('f-1', { placedAt: '2026-08-01T15:00:00Z', charged: 700, state: 'done', carriage: 812 }),
      order('f-2', {
        placedAt: '2026-09-10T15:00:00Z',
        charged: 1000,
        state: 'underWay',
        lines: [{ product: 'old-1', name: 'Old glaze', quantity: 1, unitPrice: 300, weight: '400 g' }],
      }),
    );
    expect(seen).toMatchObject({ orders: 3, known: 0, differ: 1, withoutEdition: 1, unknownGoods: ['old-1'], faults: [] });
    expect((await listed('view=all')).rows).toEqual([]);
    expect(await post(`/imports/${seen.id}/take`, {}, 200)).toEqual({ taken: 3, known: 0, first: 1001, last: 1003 });
    // Asked again, it is not taken again.
    expect(await post(`/imports/${seen.id}/take`, {}, 200)).toMatchObject({ taken: 3 });

    const { rows, counts } = await listed('view=all&sort=oldest');
    expect(rows.map(({ order: number, state, goods }) => [number, state, goods])).toEqual([
      [1001, 'delivered', '2 Stoneware clay, 10 kg'],
      [1002, 'handedOver', '1 Old glaze'],
      [1003, 'new', '2 Stoneware clay, 10 kg'],
    ]);
    expect(counts).toMatchObject({ waiting: 1, out: 1, done: 1, all: 3 });
    expect(await orderOf(1001)).toMatchObject({ reference: 'f-1', edition: null, delivery: 700, consignments: [{ carriage: 812 }] });
    expect(await orderOf(1002)).toMatchObject({
      edition: 1,
      notes: [{ code: 'chargeDiffers', charged: 1000, quoted: 990 }],
      sold: [{ product: 'old-1', name: 'Old glaze', unitPrice: 300, weight: '400 g' }],
      consignments: [
        {
          steps: [
            { what: 'placed', by: 'buyer' },
            { what: 'broughtIn', by: 'owner', to: 'handedOver' },
          ],
        },
      ],
    });
    expect(await orderOf(1003)).toMatchObject({ edition: 2, notes: [], buyer: nell });
    for (const text of ['1003', 'f-3', 'kell quay'])
      expect((await listed(`view=all&text=${text}`)).rows.map((row) => row.order)).toContain(1003);
  });

  test('brought in once more adds only what is new', async () => {
    const seen = await begin(order('f-1'), order('f-4'), order('f-4'));
    expect(seen).toMatchObject({ orders: 3, known: 2 });
    expect(await post(`/imports/${seen.id}/take`, {}, 200)).toEqual({ taken: 1, known: 0, first: 1004, last: 1004 });
  });

  test('with one order that cannot be taken is not taken at all', async () => {
    const seen = await begin(
      order('g-1'),
      order('g-2', { service: 'pigeon' }),
      order('g-3', { lines: [{ product: 'nobody-knows', quantity: 1 }] }),
      order('g-4', { placedAt: '2027-11-20T15:00:00Z' }),
      order('g-5', { placedAt: '1999-11-20T15:00:00Z' }),
      order('g-6', { buyer: null }),
      order('g-7', { lines: [{ product: 'clay-10', quantity: 100_000 }] }),
      order('g-8', { buyer: null, state: 'done' }),
    );
    expect(seen.faults).toEqual([
      { line: 3, code: 'noService', what: 'pigeon' },
      { line: 4, code: 'noPrice', what: 'nobody-knows' },
      { line: 5, code: 'inFuture', what: '2027-11-20' },
      { line: 6, code: 'tooLongAgo', what: '1999-11-20' },
      { line: 7, code: 'nowhereToSend', what: '' },
      { line: 8, code: 'tooMuch', what: '' },
    ]);
    await post(`/imports/${seen.id}/take`, {}, 409);
    expect((await listed('view=all&text=g-1')).rows).toEqual([]);
  });

  test('called off leaves nothing, and what comes after it is numbered on', async () => {
    const seen = await begin(order('h-1'));
    await request(shop.app).delete(`/api/orders/imports/${seen.id}`).expect(204);
    await post(`/imports/${seen.id}/take`, {}, 404);
    const next = await begin(order('h-2'));
    expect(await post(`/imports/${next.id}/take`, {}, 200)).toMatchObject({ first: 1005 });
  });
});

describe('an order by hand', () => {
  const ask = {
    destination: { country: 'CA', postalCode: 'B3H 4R2' },
    lines: [{ product: 'clay-10', quantity: 1 }],
    discount: 0,
    coupons: [],
  };

  test('is told what it may travel by, and charged as was agreed, with a note where that is not what is asked', async () => {
    expect((await get('/goods?text=STONE')).goods).toEqual([{ id: 'clay-10', name: 'Stoneware clay, 10 kg', price: 2450 }]);
    const offered = await post('/options', ask, 200);
    expect(offered).toMatchObject({ options: [{ service: 'ground', name: 'Ground parcel', price: 1200 }], others: [] });
    const placed = await post('', { ...ask, reference: 'by-hand-1', buyer: nell, service: 'ground', charged: 500 }, 201);
    expect(await orderOf(placed.number)).toMatchObject({
      notes: [{ code: 'chargeDiffers', charged: 500, quoted: 1200 }],
      buyer: nell,
      sold: [{ product: 'clay-10' }],
    });
    expect((await post('', { ...ask, reference: 'by-hand-1', buyer: nell, service: 'ground', charged: 500 }, 201)).number).toBe(
      placed.number,
    );
  });

  test('has goods the shop does not know at a price, not without one', async () => {
    const strange = { ...ask, lines: [{ name: 'A bucket', quantity: 1 }] };
    const refused = await post('/options', strange, 409);
    expect(refused.errors).toEqual([expect.objectContaining({ pointer: '/lines/0/unitPrice' })]);
    await post('/options', { ...ask, lines: [{ name: 'A bucket', quantity: 1, unitPrice: 500, weight: '1 kg' }] }, 200);
  });
});

test('an order of goods that are not delivered is refused with why, whoever hands it in', async () => {
  const made = await request(shop.app)
    .post('/api/keys')
    .send({ kind: 'server', name: 'Server', scopes: ['orders'] })
    .expect(201);
  const lines = [{ name: 'Gift card', quantity: 1, unitPrice: 5000, delivered: false }];
  const cart = { lines, discounts: [], destination: { country: 'CA' } };
  const buyer = { ...nell, mail: 'nell@buyer.example' };
  const body = { reference: 'gift-card-1', cart, choices: [{ service: 'ground', price: 0 }], buyer };
  const refused = await request(shop.app)
    .post('/public/v1/orders')
    .set('Authorization', `Bearer ${made.body.secret}`)
    .send(body)
    .expect(409);
  expect(refused.body.code).toBe('quote-gone');
});
