import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { createCarriers } from '@ostrakon/carriers';
import { type Command, PLAIN_CARRIAGE, PLAIN_LOCATION, PLAIN_SERVICE, PLAIN_TERMS } from '@ostrakon/core';
import type { DeskOrder, DeskRow, LabelJob } from '@ostrakon/core/contract';
import { PDFDocument } from 'pdf-lib';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { pdfPages } from './testPdf.ts';
import { clay, newFolder, openTestShop, type TestShop } from './testShop.ts';

let shop: TestShop;
let standIns: Server;
let carriersUrl = '';
let clock = Date.parse('2026-11-23T14:00:00.000Z');
const folder = newFolder();

const setUp: readonly Command[] = [
  { name: 'setServed', args: { countries: ['CA'] } },
  {
    name: 'addLocation',
    args: {
      ...PLAIN_LOCATION,
      id: 'shop',
      name: 'Shop',
      street: '1 Quay',
      city: 'Dartmouth',
      country: 'CA',
      subdivision: 'CA-NS',
      postalCode: 'B2Y 2N6',
      timeZone: 'America/Halifax',
    },
  },
  { name: 'addZone', args: { id: 'canada', name: 'Canada', places: [{ kind: 'country', country: 'CA' }] } },
  {
    name: 'addService',
    args: {
      ...PLAIN_SERVICE,
      id: 'tracked',
      name: 'Tracked',
      kind: 'carrier',
      carriage: { account: 'petrel', carrier: 'Petrel Post', service: 'TRACKED', ...PLAIN_CARRIAGE, declareValue: true },
      terms: PLAIN_TERMS,
    },
  },
  { name: 'startLane', args: { zone: 'canada', service: 'tracked', card: { kind: 'flat', result: { kind: 'free' } } } },
];

const open = () => openTestShop(folder, { carriersUrl, now: () => new Date(clock).toISOString(), frontOpen: true });
beforeAll(async () => {
  standIns = createServer(createCarriers(() => clock)).listen(0, '127.0.0.1');
  await new Promise((ready) => standIns.once('listening', ready));
  carriersUrl = `http://127.0.0.1:${(standIns.address() as AddressInfo).port}`;
  shop = await open();
  await shop.draft.run(...setUp);
  await shop.goods.change({ put: [{ ...clay, ownBox: true }] });
  const account = { kind: 'service', id: 'petrel', name: 'Petrel Post', carrier: 'petrel-post', key: 'petrel-K81-dartmouth' };
  await request(shop.app).post('/api/carriers').send(account).expect(201);
  await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
});
afterAll(async () => {
  standIns.closeAllConnections();
  standIns.close();
  await shop.discard();
});

const practise = (what: string, body: object) =>
  fetch(`${carriersUrl}/petrel-post/practice/${what}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
let made = 0;
async function place(quantity: number): Promise<DeskRow> {
  made += 1;
  const cart = { lines: [{ product: 'clay-10', quantity }], discounts: [], destination: { country: 'CA', postalCode: 'B3H 4R2' } };
  const quote = (await request(shop.app).post('/public/v1/quotes').send(cart).expect(200)).body;
  const { service, price } = quote.options[0];
  const buyer = { name: `Buyer ${made}`, mail: `buyer${made}@example.org`, street: `${made} Quay`, town: 'Halifax' };
  const order = { reference: `label-order-${made}`, cart, edition: quote.edition, choices: [{ service, price }], buyer };
  const { number } = (await request(shop.app).post('/public/v1/orders').send(order).expect(201)).body;
  return rowOf(number);
}
const orderOf = async (number: number): Promise<DeskOrder> => (await request(shop.app).get(`/api/orders/${number}`).expect(200)).body;
const rowOf = async (number: number): Promise<DeskRow> =>
  (await request(shop.app).get(`/api/orders?view=all&text=${number}`).expect(200)).body.rows[0];
const partOf = async (number: number) => (await orderOf(number)).consignments[0] as DeskOrder['consignments'][number];

async function buy(...rows: readonly DeskRow[]): Promise<LabelJob> {
  const of = rows.map(({ id }) => id);
  let job = (await request(shop.app).post('/api/orders/labels').send({ of }).expect(202)).body as LabelJob;
  while (job.status === 'running') job = (await request(shop.app).get(`/api/orders/labels/${job.id}`).expect(200)).body;
  return job;
}

describe('labels', () => {
  test('are bought once for each parcel, however often they are asked for, and are what carriage costs then', async () => {
    const row = await place(2);
    const both = await Promise.all([buy(row), buy(row)]);
    const { labelList, carriage } = await partOf(row.order);
    expect(labelList.map(({ state, parcel }) => [state, parcel])).toEqual([
      ['bought', 0],
      ['bought', 1],
    ]);
    // UPU standard S10: two letters, eight digits and a check digit, the country.
    for (const { tracking } of labelList) expect(tracking).toMatch(/^LX\d{9}CA$/);
    expect(carriage).toBe(labelList.reduce((sum, { cost }) => sum + (cost ?? 0), 0));
    expect(Math.max(...both.map(({ total }) => total))).toBe(2);
    expect(await buy(row)).toMatchObject({ total: 0, done: 0, failed: [] });
    expect((await partOf(row.order)).labelList.map(({ tracking }) => tracking)).toEqual(labelList.map(({ tracking }) => tracking));
  });

  test('of forty, two fail; the rest is bought, and asked again only those two are', async () => {
    const rows: DeskRow[] = [];
    for (let at = 0; at < 40; at += 1) rows.push(await place(1));
    await practise('fault', { fault: 'everyTwentiethLabel' });
    const first = await buy(...rows);
    expect([first.total, first.done, first.failed.length]).toEqual([40, 38, 2]);
    expect(first.failed[0]?.detail).toMatch(/\S/);
    await practise('fault', { fault: 'none' });
    const again = await buy(...rows);
    expect([again.total, again.done, again.failed.length]).toEqual([2, 2, 0]);
    const numbers = new Set<string>();
    for (const { order } of rows) for (const { tracking } of (await partOf(order)).labelList) numbers.add(tracking ?? '');
    expect(numbers.size).toBe(40);
  }, 60_000);

  test('a server that ends between asking and keeping buys the same label after it has started again', async () => {
    const row = await place(1);
    await shop.labels.toBuy([row.id], shop.draft.current.book);
    const [asked] = (await shop.labels.toBuy([row.id], shop.draft.current.book)).map(({ row: label }) => label.once);
    // The carrier has made it; nobody here has heard of it.
    const answer = await fetch(`${carriersUrl}/petrel-post/v1/labels`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'X-Account-Key': 'petrel-K81-dartmouth', 'Idempotency-Key': asked ?? '' },
      body: JSON.stringify({
        service: 'TRACKED',
        from: { country: 'CA', postalCode: 'B2Y 2N6' },
        to: { country: 'CA', postalCode: 'B3H 4R2' },
        parcel: { weight: 1000 },
      }),
    });
    const { tracking } = (await answer.json()) as { tracking: string };
    await shop.close();
    shop = await open();
    // It is of the parcels as they were: they stay so until it is here.
    const change = { revision: row.revision, packaging: null };
    const refused = await request(shop.app).post(`/api/orders/consignments/${row.id}/packaging`).send(change).expect(409);
    expect(refused.body.detail).toContain(`A label of order ${row.order} has been asked for`);
    // Called off now, it would come for nobody, and be paid for.
    const off = { step: 'cancel', of: [{ id: row.id, revision: row.revision }] };
    expect((await request(shop.app).post('/api/orders/marks').send(off).expect(409)).body.detail).toBe(refused.body.detail);
    expect(await rowOf(row.order)).toMatchObject({ state: 'new' });
    await buy(row);
    expect((await partOf(row.order)).labelList).toMatchObject([{ state: 'bought', tracking }]);
  });

  test('are given back when the parcels change, and bought anew', async () => {
    const row = await place(1);
    await buy(row);
    await request(shop.app)
      .post(`/api/orders/consignments/${row.id}/packaging`)
      .send({ revision: row.revision, packaging: null })
      .expect(200);
    const { labelList, steps } = await partOf(row.order);
    expect(labelList.map(({ state }) => state)).toEqual(['void']);
    expect(steps.map(({ what }) => what)).toContain('labelsVoid');
    const again = await rowOf(row.order);
    await buy(again);
    expect((await partOf(row.order)).labelList.map(({ state }) => state)).toEqual(['void', 'bought']);
    // Who has not seen the change before gives no label back.
    const stale = { revision: row.revision, packaging: null };
    await request(shop.app).post(`/api/orders/consignments/${row.id}/packaging`).send(stale).expect(409);
    expect((await rowOf(row.order)).labels).toBe(1);
    const other = await place(1);
    await buy(other);
    const off = { step: 'cancel', of: [{ id: other.id, revision: other.revision }] };
    await request(shop.app).post('/api/orders/marks').send(off).expect(200);
    expect(await rowOf(other.order)).toMatchObject({ state: 'cancelled', labels: 0 });
    await request(shop.app)
      .post('/api/orders/labels/void')
      .send({ of: [row.id] })
      .expect(200);
    expect((await rowOf(row.order)).labels).toBe(0);
  });

  test.each([
    ['label', 288, 432, 3],
    ['a4-2', 595.28, 841.89, 2],
    ['a4-4', 595.28, 841.89, 1],
    ['letter-2', 612, 792, 2],
    ['letter-4', 612, 792, 1],
  ] as const)(
    'are printed on %s',
    async (paper, width, height, pages) => {
      const row = await place(3);
      await request(shop.app)
        .post('/api/orders/labels/print')
        .send({ of: [row.id], paper })
        .expect(409);
      await buy(row);
      const { body } = await request(shop.app)
        .post('/api/orders/labels/print')
        .send({ of: [row.id], paper })
        .buffer(true)
        .expect(200);
      const pdf = await PDFDocument.load(body);
      expect(pdf.getPageCount()).toBe(pages);
      expect(pdf.getPage(0).getSize()).toEqual({ width, height });
      // What the carrier was told of, and is paid for: one bag of clay a parcel.
      for (const text of await pdfPages(body)) expect(text).toContain('Declared value 24.50 CAD');
    },
    30_000,
  );
});

describe('parcels on their way', () => {
  test('are marked as their carrier says: taken over though nobody marked them, then arrived; what is out past its day is late', async () => {
    const row = await place(2);
    await buy(row);
    expect((await request(shop.app).post('/api/orders/look').send({}).expect(200)).body).toMatchObject({ silent: 0 });
    expect(await rowOf(row.order)).toMatchObject({ state: 'new' });
    clock += 3 * 3_600_000;
    const moved = (await request(shop.app).post('/api/orders/look').send({}).expect(200)).body;
    expect(moved.moved).toBeGreaterThan(0);
    expect(await rowOf(row.order)).toMatchObject({ state: 'handedOver' });
    const { steps, labelList } = await partOf(row.order);
    expect(steps.at(-1)).toMatchObject({ what: 'scanned', by: 'carrier', note: 'never marked as packed' });
    expect(labelList[0]?.events.map(({ code }) => code)).toEqual(['made', 'takenOver']);
    // On its way, nothing is given back any more.
    await request(shop.app)
      .post('/api/orders/labels/void')
      .send({ of: [row.id] })
      .expect(422);
    clock += 20 * 86_400_000;
    await request(shop.app).post('/api/orders/look').send({}).expect(200);
    expect(await rowOf(row.order)).toMatchObject({ state: 'delivered' });
    const document = JSON.parse((await request(shop.app).get('/api/shop/document').expect(200)).text);
    const filed = document.orders.find(({ number }: { number: number }) => number === row.order).consignments[0];
    expect(filed.labels).toMatchObject([{ state: 'bought' }, { state: 'bought' }]);
  });
});
