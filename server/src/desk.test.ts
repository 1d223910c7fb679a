import type { AddressInfo } from 'node:net';
import { type Command, cutOffsOn, ShopFile } from '@ostrakon/core';
import type { DeskList, DeskOrder, DeskRow, TogetherSet } from '@ostrakon/core/contract';
import Papa from 'papaparse';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { plantShop } from './features/shop-file/shopDocument.ts';
import { clay, firstLane, newFolder, openTestShop, type TestShop } from './testShop.ts';

let shop: TestShop;
let clock = '2026-11-23T14:00:00.000Z';

/** A location that packs on working days before two, and is collected from at four in the afternoon, in Halifax. */
const dispatched: readonly Command[] = [
  {
    name: 'addLocation',
    args: {
      id: 'shop',
      name: 'Shop',
      street: '',
      city: '',
      country: 'CA',
      subdivision: 'CA-NS',
      postalCode: 'B2Y 2N6',
      point: null,
      timeZone: 'America/Halifax',
      ships: null,
      dispatch: {
        cutOffs: cutOffsOn([1, 2, 3, 4, 5], '14:00'),
        ownCutOffs: [],
        lead: { least: 0, most: 0 },
        capacity: null,
        closed: [],
        collections: [{ service: 'ground', at: '16:00' }],
      },
    },
  },
  {
    name: 'setServiceDays',
    args: {
      service: 'ground',
      days: {
        transit: { least: 1, most: 2 },
        counts: [1, 2, 3, 4, 5],
        delivers: [1, 2, 3, 4, 5],
        collects: [1, 2, 3, 4, 5],
        closed: [],
        skipsHolidays: false,
      },
    },
  },
];

beforeAll(async () => {
  shop = await openTestShop(newFolder(), { now: () => clock, frontOpen: true });
  await shop.draft.run(...firstLane, ...dispatched, { name: 'setShowDates', args: { showDates: true } });
  const { name, currency, units, locale } = shop.draft.current.book.shop;
  await shop.draft.run({ name: 'setShop', args: { name, currency, units, locale, timeZone: 'America/Halifax' } });
  await shop.goods.change({ put: [clay] });
  await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
});
afterAll(() => shop.discard());

const cart = { lines: [{ product: 'clay-10', quantity: 2 }], discounts: [], destination: { country: 'CA', postalCode: 'B3H 4R2' } };
const nell = { name: 'Nell Kell', mail: 'nell@buyer.example', street: '1 Quay Street', town: 'Halifax' };
const place = async (reference: string, buyer: object = nell, more: object = {}) => {
  const order = { reference, cart, edition: 1, choices: [{ service: 'ground', price: 990 }], buyer, ...more };
  return (await request(shop.app).post('/public/v1/orders').send(order).expect(201)).body.number as number;
};
const listed = async (query = ''): Promise<DeskList> => (await request(shop.app).get(`/api/orders?${query}`).expect(200)).body;
const orderOf = async (number: number): Promise<DeskOrder> => (await request(shop.app).get(`/api/orders/${number}`).expect(200)).body;
const rowOf = async (number: number): Promise<DeskRow> => (await listed('view=all')).rows.find(({ order }) => order === number) as DeskRow;
const mark = async (step: string, ...of: readonly Pick<DeskRow, 'id' | 'revision'>[]) =>
  (
    await request(shop.app)
      .post('/api/orders/marks')
      .send({ step, of: of.map(({ id, revision }) => ({ id, revision })) })
      .expect(200)
  ).body.results as { id: number; came: string; state: string }[];

describe('an order', () => {
  test('stands on the desk with its goods as sold, when it has to leave, and by which hour', async () => {
    const number = await place('order-0001');
    const { rows, counts } = await listed('view=today');
    expect(rows).toMatchObject([
      {
        order: number,
        state: 'new',
        name: 'Nell Kell',
        town: 'Halifax',
        country: 'CA',
        goods: '2 Stoneware clay, 10 kg',
        pieces: 2,
        service: 'ground',
        origin: 'shop',
        leavesOn: '2026-11-23',
        // Four in the afternoon in Halifax, in winter.
        dueAt: '2026-11-23T20:00:00Z',
        first: '2026-11-24',
        last: '2026-11-25',
      },
    ]);
    expect(counts).toMatchObject({ today: 1, late: 0, waiting: 1, out: 0, all: 1 });
    const order = await orderOf(number);
    expect(order).toMatchObject({ edition: 1, delivery: 990, buyer: nell, notes: [] });
    expect(order.sold).toMatchObject([
      { product: 'clay-10', name: 'Stoneware clay, 10 kg', quantity: 2, unitPrice: 2450, weight: '10 kg' },
    ]);
    expect(order.consignments[0]?.parcelsPlanned.reduce((sum, { contents }) => sum + (contents[0]?.quantity ?? 0), 0)).toBe(2);
  });

  test('keeps what it was sold as when the product changes', async () => {
    const number = await place('order-0002');
    await shop.goods.change({ put: [{ ...clay, name: 'Another name', price: 1 }] });
    expect((await orderOf(number)).sold).toMatchObject([{ name: 'Stoneware clay, 10 kg', unitPrice: 2450 }]);
    await shop.goods.change({ put: [clay] });
  });

  test('is found by buyer, town, goods and number, however letters are written', async () => {
    const number = await place('order-0003', { ...nell, name: 'Zoë Ængström', mail: 'zoe@buyer.example', town: 'Montréal' });
    const texts = ['zoe', 'ÆNGSTROM', 'montreal zoe', String(number), 'order-0003', 'ngstr', 'zo', 'ontré 3 oë', 'r-0003'];
    for (const text of texts)
      expect(
        (await listed(`view=all&text=${encodeURIComponent(text)}`)).rows.map(({ order }) => order),
        text,
      ).toEqual([number]);
    for (const text of ['100%', '%', 'zoe"', '" OR "', 'zoe*', '-zoe', 'a_b']) {
      const { total } = await listed(`view=all&text=${encodeURIComponent(text)}`);
      expect(total, text).toBe(0);
    }
    expect((await listed('view=all&text=stoneware&limit=1')).total).toBe(3);
  });

  test('from the shop’s own server is kept at what was charged, with a note where its edition asks something else', async () => {
    const { secret } = (
      await request(shop.app)
        .post('/api/keys')
        .send({ kind: 'server', name: 'Till', scopes: ['orders'] })
        .expect(201)
    ).body;
    const handIn = (reference: string, price: number, moment: string) =>
      request(shop.app)
        .post('/public/v1/orders')
        .set('Authorization', `Bearer ${secret}`)
        .send({ reference, cart: { ...cart, moment }, choices: [{ service: 'ground', price }], buyer: nell });
    // Bought before anything was published.
    await handIn('order-early', 990, '2026-11-23T13:30:00Z').expect(404);
    clock = '2026-11-23T14:30:00.000Z';
    const later = async (reference: string, price: number) =>
      orderOf((await handIn(reference, price, '2026-11-23T14:10:00Z').expect(201)).body.number);
    expect(await later('order-right', 990)).toMatchObject({ notes: [], edition: 1, placedAt: '2026-11-23T14:10:00Z', delivery: 990 });
    const wrong = await later('order-wrong', 500);
    expect(wrong).toMatchObject({ notes: [{ code: 'chargeDiffers', charged: 500, quoted: 990 }], delivery: 500 });
    expect((await rowOf(wrong.number)).noted).toBe(true);
    clock = '2026-11-23T14:00:00.000Z';
  });

  test('late is what should have left before today', async () => {
    clock = '2026-11-24T14:00:00.000Z';
    const { counts } = await listed();
    expect(counts).toMatchObject({ late: 5, today: 5 });
    clock = '2026-11-23T14:00:00.000Z';
  });
});

describe('marks', () => {
  test('lead from new to handed over, each taken back until then', async () => {
    const number = await place('order-0010');
    const ways = ['begin', 'pack', 'back', 'pack', 'handOver', 'deliver'] as const;
    const states: string[] = [];
    for (const step of ways) {
      const [result] = await mark(step, await rowOf(number));
      states.push(result?.state ?? '');
    }
    expect(states).toEqual(['packing', 'packed', 'packing', 'packed', 'handedOver', 'delivered']);
    expect(await mark('back', await rowOf(number))).toMatchObject([{ came: 'notPossible', state: 'delivered' }]);
    expect((await orderOf(number)).consignments[0]?.steps.map(({ what }) => what)).toEqual(['placed', ...ways]);
  });

  test('of two who mark what both saw, the second is told and overwrites nothing', async () => {
    const number = await place('order-0011');
    const seen = await rowOf(number);
    const both = await Promise.all([mark('pack', seen), mark('cancel', seen)]);
    expect(both.map(([one]) => one?.came).sort()).toEqual(['changed', 'done']);
    const { steps } = (await orderOf(number)).consignments[0] as DeskOrder['consignments'][number];
    expect(steps).toHaveLength(2);
  });

  test('are told to every desk within moments', async () => {
    const server = shop.server.app.listen(0, '127.0.0.1');
    await new Promise((ready) => server.once('listening', ready));
    const stop = new AbortController();
    const answer = await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}/api/desk/changes`, { signal: stop.signal });
    expect(answer.headers.get('content-type')).toBe('text/event-stream');
    const reader = (answer.body as ReadableStream<Uint8Array>).pipeThrough(new TextDecoderStream()).getReader();
    const number = await place('order-0012');
    let told = '';
    while (!told.includes('data:')) told += (await reader.read()).value ?? '';
    expect(JSON.parse(/data: (.*)/.exec(told)?.[1] ?? '')).toEqual({ ids: [(await rowOf(number)).id] });
    stop.abort();
    server.closeAllConnections();
    server.close();
  });

  test('a desk that listens does not keep a server from ending', async () => {
    const other = await openTestShop();
    const server = other.server.app.listen(0, '127.0.0.1');
    await new Promise((ready) => server.once('listening', ready));
    const answer = await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}/api/desk/changes`);
    const reader = (answer.body as ReadableStream<Uint8Array>).getReader();
    expect((await reader.read()).done).toBe(false);
    // Whoever would have to be cut off makes this false.
    const ended = other.server.close(8000);
    while (!(await reader.read()).done);
    expect(await ended).toBe(true);
    server.close();
  });
});

describe('orders of one buyer', () => {
  const idris = { name: 'Idris Kell', mail: 'idris@buyer.example', street: '12 Mill Road', town: 'Halifax' };

  test('travel together where they wait at once, are packed as one, marked as one, and apart again', async () => {
    const first = await place('order-0020', idris);
    const second = await place('order-0021', { ...idris, street: '12, MILL RD.', mail: 'other@buyer.example' });
    await place('order-0022', { ...idris, name: 'Somebody Else', mail: 'else@buyer.example' });
    const { sets } = (await request(shop.app).get('/api/orders/together').expect(200)).body;
    const [one, two] = [await rowOf(first), await rowOf(second)];
    expect(sets.find((set: TogetherSet) => set.of.some(({ id }) => id === one.id))).toMatchObject({
      of: [one, two].map(({ id, revision, order }) => ({ id, revision, order })),
      paidTwice: 990,
    });
    const of = [one, two].map(({ id, revision }) => ({ id, revision }));
    await request(shop.app).post('/api/orders/together').send({ of, giveBack: 'further' }).expect(200);
    const lead = (await orderOf(first)).consignments[0] as DeskOrder['consignments'][number];
    expect(lead).toMatchObject({ together: one.id, givenBack: 0 });
    expect(lead.things.map(({ order }) => order)).toEqual([first, second]);
    expect(
      lead.parcelsPlanned.flatMap(({ contents, count }) => contents.map((held) => held.quantity * count)).reduce((a, b) => a + b),
    ).toBe(4);
    expect((await orderOf(second)).consignments[0]).toMatchObject({ together: one.id, givenBack: 990, parcels: 0, weight: 0 });
    // Joined again by somebody who has not seen it yet.
    const again = await request(shop.app).post('/api/orders/together').send({ of, giveBack: 'nothing' }).expect(409);
    expect(again.body.code).toBe('desk-refused');
    expect(await mark('cancel', await rowOf(second))).toMatchObject([{ came: 'notPossible' }, { came: 'notPossible' }]);
    expect(await mark('pack', await rowOf(first))).toMatchObject([
      { came: 'done', state: 'packed' },
      { came: 'done', state: 'packed' },
    ]);
    await request(shop.app).post(`/api/orders/together/${two.id}/apart`).send({}).expect(200);
    expect(await rowOf(second)).toMatchObject({ together: null, weight: two.weight, parcels: two.parcels, state: 'packing' });
    expect((await orderOf(second)).consignments[0]?.givenBack).toBe(0);
  });
});

test('an order of before, that has no parts yet, is given them when the shop is opened', async () => {
  const number = await place('order-0050', { ...nell, name: 'Long Ago' });
  const before = await rowOf(number);
  const written = ShopFile.parse(JSON.parse((await request(shop.app).get('/api/shop/document').expect(200)).text));
  // As it was filed before there was a desk.
  const orders = (written.orders ?? []).map(({ sold: _sold, consignments: _consignments, ...order }) => order);
  const folder = newFolder();
  await plantShop(folder, { ...written, orders });
  const again = await openTestShop(folder, { now: () => clock, frontOpen: true });
  const rows = async () => (await request(again.app).get(`/api/orders?view=all&text=${number}`).expect(200)).body.rows as DeskRow[];
  await expect.poll(rows, { timeout: 15_000 }).toHaveLength(1);
  const { id: _id, revision: _revision, ...facts } = before;
  expect((await rows())[0]).toMatchObject(facts);
  await again.discard();
}, 30_000);

describe('files', () => {
  test('say what was ordered, what left and what it comes to, add up, and name nobody', async () => {
    const file = async (kind: string) => {
      const { text } = await request(shop.app).get(`/api/orders/files/${kind}?from=2026-11-23&until=2026-11-23`).expect(200);
      expect(text).not.toMatch(/Nell|Kell|buyer\.example/);
      expect(text.endsWith('\r\n')).toBe(true);
      const { data, errors } = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true });
      expect(errors).toEqual([]);
      return data;
    };
    const number = await place('order-0040');
    const line = (await file('orders')).find(({ order }) => order === String(number));
    expect(line).toMatchObject({
      reference: 'order-0040',
      goods: '49.00',
      delivery: '9.90',
      country: 'CA',
      services: 'ground',
      states: 'new',
    });
    await mark('pack', await rowOf(number));
    await mark('handOver', await rowOf(number));
    const left = await file('handovers');
    expect(left.at(-1)).toMatchObject({ order: String(number), service: 'ground', how: 'handOver', location: 'shop' });
    const sums = await file('sums');
    expect(sums).toMatchObject([
      { day: '2026-11-23', service: 'ground', consignments: String(left.length), delivery: (left.length * 9.9).toFixed(2) },
    ]);
    const bad = await request(shop.app).get('/api/orders/files/orders?from=2026-11-24&until=2026-11-23').expect(422);
    expect(bad.body.errors).toMatchObject([{ pointer: '/until' }]);
  });
});

describe('buyers', () => {
  test('are forgotten one by one or by age; figures stay, and the document of the shop tells the same', async () => {
    const number = await place('order-0030', { ...nell, name: 'Forget Me', mail: 'forget@buyer.example', telephone: '902 555 0100' });
    expect((await listed('view=all&text=forget')).total).toBe(1);
    expect((await request(shop.app).post(`/api/orders/${number}/forget`).send({}).expect(200)).body).toEqual({ forgotten: 1 });
    expect((await listed('view=all&text=forget')).total).toBe(0);
    expect(await orderOf(number)).toMatchObject({ buyer: null, delivery: 990, destination: { country: 'CA' } });
    expect((await request(shop.app).get('/api/audit')).body.entries[0]).toMatchObject({ what: 'buyersForgotten', of: `order ${number}` });
    const text = (await request(shop.app).get('/api/shop/document').expect(200)).text;
    expect(text).not.toContain('Forget Me');
    const folder = newFolder();
    await plantShop(folder, ShopFile.parse(JSON.parse(text)));
    const again = await openTestShop(folder, { now: () => clock, frontOpen: true });
    expect((await request(again.app).get('/api/shop/document').expect(200)).text).toBe(text);
    expect((await request(again.app).get('/api/orders?view=all').expect(200)).body.rows.map((row: DeskRow) => row.goods)).toEqual(
      (await listed('view=all')).rows.map((row) => row.goods),
    );
    await again.discard();
    const { body } = await request(shop.app).post('/api/orders/forget').send({ before: '2026-11-24' }).expect(200);
    expect(body.forgotten).toBeGreaterThan(5);
    expect((await listed('view=all&text=nell')).total).toBe(0);
  });
});

describe('first and further items', () => {
  // Common practice, no published source: what travels as one is charged as one, 7.00 for three from 5.00 and 1.00.
  test('of two orders that travel as one are charged as of one order, where the owner gives that back', async () => {
    const price = { kind: 'firstAndFurther', measure: 'itemCount', first: 500, further: 100, floor: null, cap: null } as const;
    const other = await openTestShop(newFolder(), { now: () => clock, frontOpen: true });
    await other.draft.run(...firstLane, { name: 'setCard', args: { zone: 'canada', service: 'ground', card: price } });
    await other.goods.change({ put: [clay] });
    await other.editions.publish(() => other.draft.current.book, '', 'owner');
    const put = async (reference: string, quantity: number, paid: number) => {
      const order = { reference, cart: { ...cart, lines: [{ product: 'clay-10', quantity }] }, edition: 1, buyer: nell };
      const choices = [{ service: 'ground', price: paid }];
      await request(other.app)
        .post('/public/v1/orders')
        .send({ ...order, choices })
        .expect(201);
    };
    await put('two-of-it', 2, 600);
    await put('one-of-it', 1, 500);
    const [set] = (await request(other.app).get('/api/orders/together').expect(200)).body.sets as TogetherSet[];
    expect(set).toMatchObject({ paidTwice: 500, beyondOne: 400 });
    const of = set?.of.map(({ id, revision }) => ({ id, revision }));
    await request(other.app).post('/api/orders/together').send({ of, giveBack: 'beyondOne' }).expect(200);
    const { rows } = (await request(other.app).get('/api/orders?view=all&sort=oldest').expect(200)).body as DeskList;
    const parts = await Promise.all(
      rows.map(async ({ order }) => ((await request(other.app).get(`/api/orders/${order}`)).body as DeskOrder).consignments[0]),
    );
    expect(parts.map((part) => [part?.price, part?.givenBack])).toEqual([
      [600, 0],
      [500, 400],
    ]);
    expect(parts.reduce((sum, part) => sum + (part?.price ?? 0) - (part?.givenBack ?? 0), 0)).toBe(700);
    await other.discard();
  });
});
