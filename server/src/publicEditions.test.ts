import ICAL from 'ical.js';
import request from 'supertest';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { firstLane, newFolder, openTestShop, setPrice, type TestShop } from './testShop.ts';

const BEGIN = '2026-11-23T14:00:00.000Z';
let clock = BEGIN;
let shop: TestShop;

const cart = { lines: [{ unitPrice: 5000, weight: '1 kg', quantity: 1 }], destination: { country: 'CA' } };
const ask = (query = '') => request(shop.app).post(`/public/v1/quotes${query}`).send(cart);
const publish = async () => {
  const revision = (await request(shop.app).get('/api/draft')).body.revision;
  return request(shop.app).post('/api/editions').send({ revision }).expect(201);
};
const plan = (from: string, until: string | null) =>
  request(shop.app)
    .post('/api/editions/plans')
    .send({ what: { edition: 1 }, from, until, after: null, note: 'Sale; two days' })
    .expect(201);

beforeEach(async () => {
  clock = BEGIN;
  shop = await openTestShop(newFolder(), { now: () => clock });
  await shop.draft.run(...firstLane);
  await publish();
  await shop.draft.run(setPrice(1200));
  clock = '2026-11-24T14:00:00.000Z';
  await publish();
});
afterEach(() => shop.discard());

test('a quote says until when it holds once a release is near, and its tag begins with its edition', async () => {
  const quiet = await ask().expect(200);
  expect(quiet.body).toMatchObject({ edition: 2, options: [{ price: 1200 }] });
  expect(quiet.body.until).toBeUndefined();
  expect(quiet.headers.etag).toMatch(/^"2-[\w-]{16}"$/);
  expect((await ask()).headers.etag).toBe(quiet.headers.etag);
  await plan('2026-12-05T04:00:00Z', '2026-12-07T04:00:00Z');
  clock = '2026-11-28T03:59:59.999Z';
  expect((await ask()).body.until).toBeUndefined();
  clock = '2026-11-30T00:00:00.000Z';
  expect((await ask()).body).toMatchObject({ edition: 2, until: '2026-12-05T04:00:00.000Z' });
  const live = () => request(shop.app).get('/public/v1/edition').set('If-None-Match', '"2"');
  await live().expect(304);
  clock = '2026-12-06T00:00:00.000Z';
  expect((await live().expect(200).expect('ETag', '"1"')).body).toEqual({ edition: 1, until: '2026-12-07T04:00:00.000Z' });
});

test('an order taken then is quoted by the edition of then, for as long as the shop says', async () => {
  expect((await ask('?edition=1').expect(200)).body).toMatchObject({ edition: 1, options: [{ price: 990 }] });
  clock = '2026-12-24T14:00:00.000Z';
  await ask('?edition=1').expect(200);
  clock = '2026-12-24T14:00:00.001Z';
  expect((await ask('?edition=1').expect(410)).body).toMatchObject({ code: 'edition-gone', detail: expect.stringContaining('30 days') });
  await shop.draft.run({ name: 'setEditionsAnswer', args: { editionsAnswer: 60 } });
  await ask('?edition=1').expect(410);
  await publish();
  await ask('?edition=1').expect(200);
  clock = '2026-12-24T14:00:01.000Z';
  await shop.draft.run({ name: 'setEditionsAnswer', args: { editionsAnswer: 0 } });
  await publish();
  await ask('?edition=3').expect(200);
  clock = '2026-12-24T14:00:01.001Z';
  await ask('?edition=3').expect(410);
  await ask('?edition=4').expect(200);
});

test.each(['0', '-1', '1.5', 'two', '', '1&edition=2', '99999999999'])('edition=%s is refused in words', async (edition) => {
  const { body } = await ask(`?edition=${edition}`).expect(422);
  expect(body.errors[0]).toMatchObject({ pointer: '/edition', detail: expect.stringContaining('edition=12') });
});

test('an edition that was never live is not answered, though it is planned', async () => {
  await shop.draft.run(setPrice(1300));
  const revision = shop.draft.current.revision;
  const span = { from: '2026-12-01T04:00:00Z', until: null, after: null, note: '' };
  await request(shop.app)
    .post('/api/editions/plans')
    .send({ what: { revision }, ...span })
    .expect(201);
  expect((await ask('?edition=3').expect(404)).body.code).toBe('not-found');
});

test('the calendar is behind its address alone, and another address ends the one before', async () => {
  await plan('2026-12-01T04:00:00Z', '2026-12-03T04:00:00Z');
  const calendar = '/api/editions/calendar';
  expect((await request(shop.app).get(calendar).expect(200)).body).toEqual({ path: null });
  await request(shop.app).get('/public/v1/releases/anything.ics').expect(404);
  const { path } = (await request(shop.app).post(calendar).send({}).expect(201)).body;
  const { text } = await request(shop.app)
    .get(path)
    .expect(200)
    .expect('Content-Type', /^text\/calendar/);
  const events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((one) => {
    const { summary, startDate } = new ICAL.Event(one);
    return [summary, startDate.toString(), one.getFirstPropertyValue('dtend')?.toString() ?? null];
  });
  expect(events).toEqual([
    ['Delivery options: edition 1', '2026-11-23T14:00:00Z', '2026-11-24T14:00:00Z'],
    ['Delivery options: edition 2', '2026-11-24T14:00:00Z', '2026-12-01T04:00:00Z'],
    ['Delivery options: edition 1 (Sale; two days)', '2026-12-01T04:00:00Z', '2026-12-03T04:00:00Z'],
    ['Delivery options: edition 2 from now on', '2026-12-03T04:00:00Z', null],
  ]);
  const again = (await request(shop.app).post(calendar).send({}).expect(201)).body.path;
  await request(shop.app).get(path).expect(404);
  await request(shop.app).get(again).expect(200);
  await request(shop.app).delete(calendar).expect(204);
  await request(shop.app).get(again).expect(404);
});
