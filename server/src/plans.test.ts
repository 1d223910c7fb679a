import type { EditionList } from '@ostrakon/core';
import request from 'supertest';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { firstLane, newFolder, openTestShop, setPrice, type TestShop } from './testShop.ts';

let clock = '2026-11-23T14:00:00.000Z';
let shop: TestShop;
let folder: string;

const toCanada = { lines: [{ unitPrice: 5000, weight: '1 kg', quantity: 1 }], destination: { country: 'CA' } };
const open = () => openTestShop(folder, { now: () => clock });
/** What a buyer pays at an instant of the shop's clock. */
async function pays(now: string): Promise<[edition: number, price: number]> {
  clock = now;
  const { body } = await request(shop.app).post('/public/v1/quotes').send(toCanada).expect(200);
  return [body.edition, body.options[0].price];
}
const revision = async () => (await request(shop.app).get('/api/draft')).body.revision as number;
const post = (path: string, body: object) => request(shop.app).post(`/api/editions${path}`).send(body);
const list = async () => (await request(shop.app).get('/api/editions')).body as EditionList;

const SEASON = { from: '2026-12-01T04:00:00Z', until: '2027-01-06T04:00:00Z', after: null };

beforeEach(async () => {
  clock = '2026-11-23T14:00:00.000Z';
  folder = newFolder();
  shop = await open();
  await shop.draft.run(...firstLane);
  await post('', { revision: await revision() }).expect(201);
});
afterEach(() => shop.discard());

test('a season raised by a tenth begins and ends by itself, also across restarts; meanwhile the draft goes on', async () => {
  await shop.draft.run(setPrice(1089));
  const planned = await post('/plans', { what: { revision: await revision() }, ...SEASON, note: 'Holiday season' }).expect(201);
  expect(planned.body).toMatchObject({ edition: 2, from: SEASON.from, until: SEASON.until, note: 'Holiday season' });
  expect(await pays('2026-11-23T15:00:00Z')).toEqual([1, 990]);

  await shop.draft.run(setPrice(1000));
  await post('', { revision: await revision(), note: 'Round prices' }).expect(201);
  expect(await pays('2026-12-01T03:59:59.999Z')).toEqual([3, 1000]);
  expect(await pays('2026-12-01T04:00:00Z')).toEqual([2, 1089]);
  await shop.close();
  shop = await open();
  expect(await pays('2027-01-06T03:59:59Z')).toEqual([2, 1089]);
  await shop.close();
  shop = await open();
  // Not the edition of the day it was planned, but what was published meanwhile.
  expect(await pays('2027-01-06T04:00:00Z')).toEqual([3, 1000]);
});

test('a plan in the past, backwards, over another, of an edition or a revision that is not there is refused in words', async () => {
  const plan = (more: object) => post('/plans', { what: { edition: 1 }, ...SEASON, ...more });
  expect((await plan({ from: '2026-11-01T00:00:00Z' })).body).toMatchObject({
    code: 'plan-refused',
    detail: 'A plan begins later than now. What is to hold at once is published.',
  });
  expect((await plan({ until: '2026-11-30T00:00:00Z' })).body.detail).toBe('It ends before it begins.');
  await plan({}).expect(201);
  const over = await plan({ from: '2026-12-24T00:00:00Z', until: null });
  expect([over.status, over.body.detail]).toEqual([
    409,
    'Edition 1 is planned from 2026-12-01 04:00 UTC to 2027-01-06 04:00 UTC: move or call off one of the two.',
  ]);
  await plan({ what: { edition: 9 }, from: '2027-02-01T00:00:00Z', until: null }).expect(404);
  await plan({ after: 9, from: '2027-02-01T00:00:00Z', until: '2027-02-02T00:00:00Z' }).expect(404);
  await plan({ what: { revision: 999 }, from: '2027-02-01T00:00:00Z', until: null }).expect(409);
  expect((await plan({ from: 'soon' })).body.errors).toMatchObject([{ pointer: '/from' }]);
  expect((await list()).releases).toHaveLength(2);
});

test('a plan is moved and called off while it waits; once it has begun it is gone back from instead', async () => {
  await shop.draft.run(setPrice(1200));
  const { body } = await post('/plans', { what: { revision: await revision() }, ...SEASON }).expect(201);
  const moved = await post(`/plans/${body.seq}/move`, { ...SEASON, from: '2026-12-10T00:00:00Z', after: 1 }).expect(200);
  expect(await pays('2026-12-05T00:00:00Z')).toEqual([1, 990]);
  expect(await pays('2026-12-10T00:00:00Z')).toEqual([2, 1200]);
  expect((await request(shop.app).delete(`/api/editions/plans/${moved.body.seq}`)).body.detail).toBe(
    'It has begun already. Go back to another edition instead.',
  );
  await request(shop.app).delete(`/api/editions/plans/${body.seq}`).expect(404);

  // Taken back within a minute: no quote is wrong before or after.
  clock = '2026-12-10T00:00:30Z';
  await post('/releases', { edition: 1, note: 'a mistake' }).expect(201);
  expect(await pays('2026-12-10T00:00:30Z')).toEqual([1, 990]);
  expect(await pays('2027-01-06T04:00:00Z')).toEqual([1, 990]);
  expect((await post('/releases', { edition: 1 })).body.code).toBe('nothing-to-publish');
  // A clock that is set back a little finds what was live then.
  expect(await pays('2026-12-10T00:00:00Z')).toEqual([2, 1200]);

  clock = '2027-02-01T00:00:00Z';
  const other = await post('/plans', { what: { edition: 2 }, from: '2027-03-01T00:00:00Z', until: null, after: null }).expect(201);
  await request(shop.app).delete(`/api/editions/plans/${other.body.seq}`).expect(204);
  expect(await pays('2027-03-02T00:00:00Z')).toEqual([1, 990]);
  expect((await list()).releases.map(({ edition, calledOff, note }) => [edition, calledOff !== null, note])).toEqual([
    [1, false, ''],
    [2, true, ''],
    [2, false, ''],
    [1, false, 'a mistake'],
    [2, true, ''],
  ]);
});

test('an edition published over trials that fail keeps which and why; any edition can be read', async () => {
  await shop.draft.run(setPrice(1));
  const failing = { trials: ['Studio restock'], reason: 'The carrier raised its prices' };
  expect((await post('', { revision: await revision(), failing: { trials: ['A'], reason: ' ' } })).body.errors).toMatchObject([
    { pointer: '/failing/reason' },
  ]);
  await post('', { revision: await revision(), failing }).expect(201);
  expect((await list()).editions.map((one) => one.failing ?? null)).toEqual([failing, null]);
  const { body } = await request(shop.app).get('/api/editions/1').expect(200);
  expect([body.edition.number, body.book.zones[0].lanes.ground.card.result.amount]).toEqual([1, 990]);
  for (const number of ['3', '0', 'x']) await request(shop.app).get(`/api/editions/${number}`).expect(404);
});

// A fact of the trade: common practice, no published source.
test('free from 40.00 during a sale weekend only, by the shop’s clock; before and after it the buyer pays', async () => {
  const freeFrom = { measure: 'valueAfterDiscounts', from: 4000, byItself: false, coversCharges: true } as const;
  await shop.draft.run({ name: 'setFreeFrom', args: { zone: 'canada', service: 'ground', freeFrom } });
  // Saturday 28 November 00:00 to Monday 30 November 00:00 in Halifax.
  const weekend = { from: '2026-11-28T04:00:00Z', until: '2026-11-30T04:00:00Z', after: null };
  await post('/plans', { what: { revision: await revision() }, ...weekend }).expect(201);
  expect(await pays('2026-11-28T03:59:59.999Z')).toEqual([1, 990]);
  expect(await pays('2026-11-28T04:00:00Z')).toEqual([2, 0]);
  await shop.close();
  shop = await open();
  expect(await pays('2026-11-30T03:59:59.999Z')).toEqual([2, 0]);
  expect(await pays('2026-11-30T04:00:00Z')).toEqual([1, 990]);
});
