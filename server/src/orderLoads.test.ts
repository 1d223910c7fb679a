import { type Command, cutOffsOn, PLAIN_DAYS, PLAIN_LOCATION, PLAIN_ROUND, PLAIN_SERVICE } from '@ostrakon/core';
import type { DeskList } from '@ostrakon/core/contract';
import request from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { clay, newFolder, openTestShop, type TestShop } from './testShop.ts';

// A Monday. Two orders a day are packed; the van takes one order each Wednesday.
let shop: TestShop;
const now = () => '2026-11-23T14:00:00.000Z';
const folder = newFolder();

beforeAll(async () => {
  shop = await openTestShop(folder, { now, frontOpen: true });
  const dispatch = { cutOffs: cutOffsOn([1, 2, 3, 4, 5], '14:00'), ownCutOffs: [], lead: { least: 0, most: 0 }, capacity: 2, closed: [] };
  const free = { kind: 'flat', result: { kind: 'amount', amount: 500 } };
  const commands = [
    { name: 'setServed', args: { countries: ['CA'] } },
    { name: 'addZone', args: { id: 'canada', name: 'Canada', places: [{ kind: 'country', country: 'CA' }] } },
    { name: 'addLocation', args: { ...PLAIN_LOCATION, id: 'shop', name: 'Shop', country: 'CA', timeZone: 'America/Halifax', dispatch } },
    {
      name: 'addService',
      args: { ...PLAIN_SERVICE, id: 'ground', name: 'Ground', days: { ...PLAIN_DAYS, transit: { least: 1, most: 1 } } },
    },
    { name: 'startLane', args: { zone: 'canada', service: 'ground', card: free } },
    { name: 'addService', args: { ...PLAIN_SERVICE, id: 'van', name: 'Van', kind: 'round', round: PLAIN_ROUND } },
    { name: 'startLane', args: { zone: 'canada', service: 'van', card: free } },
    {
      name: 'setRound',
      args: {
        service: 'van',
        round: { ...PLAIN_ROUND, centre: 'shop', windows: [{ weekday: 3, from: '09:00', until: '12:00', capacity: 1 }] },
      },
    },
    { name: 'setShowDates', args: { showDates: true } },
  ] as unknown as Command[];
  await shop.draft.run(...commands);
  await shop.goods.change({ put: [clay] });
  await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
});
afterAll(() => shop.discard());

const cart = { lines: [{ product: 'clay-10', quantity: 1 }], discounts: [], destination: { country: 'CA' } };
const firstDay = async (service: string): Promise<string> => {
  const { body } = await request(shop.app).post('/public/v1/quotes').send({ lines: cart.lines, destination: cart.destination }).expect(200);
  return body.options.find((one: { service: string }) => one.service === service).promise.first;
};
let made = 0;
const order = async (service: string): Promise<number> => {
  made += 1;
  const buyer = { name: 'Nell', mail: 'nell@buyer.example', street: '1 Quay Street', town: 'Halifax' };
  const body = { reference: `loads-order-${made}`, cart, edition: 1, choices: [{ service, price: 500 }], buyer };
  return (await request(shop.app).post('/public/v1/orders').send(body).expect(201)).body.number;
};
const callOff = async (number: number) => {
  const { rows } = (await request(shop.app).get('/api/orders?view=all').expect(200)).body as DeskList;
  const of = rows.filter((row) => row.order === number).map(({ id, revision }) => ({ id, revision }));
  await request(shop.app).post('/api/orders/marks').send({ step: 'cancel', of }).expect(200);
};
const loads = async () => (await request(shop.app).get('/api/loads').expect(200)).body.loads;
const packing = (orders: number) => ({ kind: 'packing', location: 'shop', date: '2026-11-23', orders });

test('orders fill packing days and rounds by themselves, beside those taken elsewhere, and free them when they are called off', async () => {
  expect([await firstDay('ground'), await firstDay('van')]).toEqual(['2026-11-24', '2026-11-25']);
  const first = await order('ground');
  await expect.poll(loads).toEqual([packing(1)]);
  // One more was taken over the counter: two in all.
  await request(shop.app).put('/api/loads').send(packing(2)).expect(200);
  expect(await firstDay('ground')).toBe('2026-11-25');
  const refused = await request(shop.app).put('/api/loads').send(packing(0)).expect(422);
  expect(refused.body.errors).toMatchObject([
    { pointer: '/orders', detail: expect.stringContaining('One order of this day is at your desk') },
  ]);
  await callOff(first);
  await expect.poll(() => firstDay('ground')).toBe('2026-11-24');
  expect(await loads()).toEqual([packing(1)]);
  await request(shop.app).put('/api/loads').send(packing(0)).expect(200);

  const ridden = await order('van');
  await expect.poll(() => firstDay('van')).toBe('2026-12-02');
  expect(await loads()).toContainEqual({ kind: 'round', service: 'van', date: '2026-11-25', from: '09:00', orders: 1 });
  await shop.close();
  shop = await openTestShop(folder, { now, frontOpen: true });
  expect(await firstDay('van')).toBe('2026-12-02');
  await callOff(ridden);
  await expect.poll(() => firstDay('van')).toBe('2026-11-25');
});
