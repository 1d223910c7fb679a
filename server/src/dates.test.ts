import { allForYear } from '@18f/us-federal-holidays';
import { between } from '@holiday-jp/holiday_jp';
import { PLAIN_DAYS, PLAIN_LOCATION, PLAIN_SERVICE } from '@ostrakon/core';
import { getHolidays } from 'feiertagejs';
import request from 'supertest';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { openTestShop, type TestShop } from './testShop.ts';

let shop: TestShop;
beforeEach(async () => {
  shop = await openTestShop();
});
afterEach(() => shop.discard());

describe('public holidays', () => {
  const days = async (country: string, region: string | null, year: number) => {
    const where = region === null ? '' : `&region=${region}`;
    const { body } = await request(shop.app).get(`/api/holidays?country=${country}${where}&from=${year}&until=${year}`).expect(200);
    return (body.closed as { name: string; days: { from: string }[] }[]).flatMap((entry) => entry.days.map(({ from }) => from)).sort();
  };

  // Source: the package date-holidays, against dates as the provinces, states and nations publish them (from memory); those of
  // Germany, Japan and the United States are held against other packages below.
  test.each([
    ['CA', 'ON', 2026, ['2026-02-16', '2026-04-03', '2026-05-18', '2026-07-01', '2026-09-07', '2026-10-12', '2026-12-25', '2026-12-26']],
    ['CA', 'QC', 2026, ['2026-06-24']],
    ['CA', 'NS', 2026, ['2026-02-16']],
    ['US', null, 2026, ['2026-07-03', '2026-11-26']],
    ['GB', null, 2027, ['2027-12-27', '2027-12-28']],
    ['GB', 'NIR', 2026, ['2026-07-13']],
    ['EG', null, 2026, ['2026-01-07', '2026-04-25', '2026-05-01', '2026-07-23', '2026-10-06']],
    ['IL', null, 2026, ['2026-04-22', '2026-09-21']],
    ['GB', 'SCT', 2026, ['2026-01-02', '2026-11-30', '2026-08-03']],
  ])('%s %s %i', async (country, region, year, expected) => {
    expect(await days(country, region, year)).toEqual(expect.arrayContaining(expected));
  });

  const STATES = ['BW', 'BY', 'BE', 'BB', 'HB', 'HH', 'HE', 'MV', 'NI', 'NW', 'RP', 'SL', 'SN', 'ST', 'SH', 'TH'] as const;
  /** What the two packages do not agree on, and why both may be right. */
  const AGREED_TO_DIFFER: Readonly<Record<string, string>> = {
    'BY 08-15': 'a holiday in Catholic parishes only',
    'BE 2025-05-08': 'of Berlin, in that year alone',
    'BE 2028-06-17': 'of Berlin, in that year alone',
  };

  test.each(STATES)('of %s are those of the package feiertagejs', async (state) => {
    for (const year of [2026, 2027, 2028]) {
      const ours = new Set(await days('DE', state, year));
      const theirs = new Set(getHolidays(year, state).map(({ dateString }) => dateString));
      expect(theirs.size).toBeGreaterThan(8);
      const apart = [...[...ours].filter((date) => !theirs.has(date)), ...[...theirs].filter((date) => !ours.has(date))].filter(
        (date) => !(`${state} ${date}` in AGREED_TO_DIFFER) && !(`${state} ${date.slice(5)}` in AGREED_TO_DIFFER),
      );
      expect(apart, `${state} ${year}`).toEqual([]);
    }
  });

  test('of Japan are those of the package holiday_jp, and federal ones of the United States those of us-federal-holidays', async () => {
    for (const year of [2026, 2027]) {
      const japan = between(new Date(`${year}-01-01`), new Date(`${year}-12-31`)).map(({ date }) => date.toISOString().slice(0, 10));
      expect(japan.length).toBeGreaterThan(15);
      expect(await days('JP', null, year)).toEqual([...new Set(japan)].sort());
      const federal = allForYear(year, { shiftSaturdayHolidays: true, shiftSundayHolidays: true }).map(({ dateString }) => dateString);
      expect(federal.length).toBe(11);
      expect(await days('US', null, year)).toEqual(expect.arrayContaining(federal));
    }
  });

  // China's calendar of 29 years takes the package two seconds; the shop goes on answering meanwhile.
  test('are worked out beside the shop, which answers as before', async () => {
    let turns = 0;
    const tick = setInterval(() => {
      turns += 1;
    }, 5);
    await request(shop.app).get('/api/holidays?country=CN&from=2010&until=2038').expect(200);
    clearInterval(tick);
    expect(turns).toBeGreaterThan(20);
  });

  test('of one name stand together over the years; places without data, and years that run backwards, are told', async () => {
    const { body } = await request(shop.app).get('/api/holidays?country=CA&region=NS&from=2026&until=2028').expect(200);
    const friday = (body.closed as { name: string; days: object[] }[]).find(({ name }) => name === 'Good Friday');
    expect(friday?.days).toEqual(['2026-04-03', '2027-03-26', '2028-04-14'].map((date) => ({ from: date, until: date })));
    expect((await request(shop.app).get('/api/holidays?country=QQ&from=2026&until=2026')).status).toBe(404);
    expect((await request(shop.app).get('/api/holidays?country=CA&region=ZZ&from=2026&until=2026')).status).toBe(404);
    expect((await request(shop.app).get('/api/holidays?country=CA&from=2028&until=2026')).body.code).toBe('invalid-request');
    const places = (await request(shop.app).get('/api/holidays/places')).body.places as { code: string; regions: { code: string }[] }[];
    expect(places.length).toBeGreaterThan(150);
    expect(places.find(({ code }) => code === 'CA')?.regions.map(({ code }) => code)).toContain('NS');
  });
});

test('a day that is full rolls over in the public quote, and after a restart', async () => {
  await shop.draft.run({ name: 'setServed', args: { countries: ['CA'] } });
  const cutOffs = ['14:00', '14:00', '14:00', '14:00', '14:00', null, null] as const;
  const commands = [
    { name: 'addZone', args: { id: 'canada', name: 'Canada', places: [{ kind: 'country', country: 'CA' }] } },
    {
      name: 'addService',
      args: { ...PLAIN_SERVICE, id: 'ground', name: 'Ground', days: { ...PLAIN_DAYS, transit: { least: 1, most: 2 } } },
    },
    { name: 'startLane', args: { zone: 'canada', service: 'ground', card: { kind: 'flat', result: { kind: 'amount', amount: 990 } } } },
    {
      name: 'addLocation',
      args: {
        ...PLAIN_LOCATION,
        id: 'shop',
        name: 'Shop',
        country: 'CA',
        timeZone: 'America/Halifax',
        dispatch: { cutOffs: [...cutOffs], ownCutOffs: [], lead: { least: 0, most: 0 }, capacity: 2, closed: [] },
      },
    },
  ];
  await shop.draft.run(...(commands as never[]));
  await request(shop.app).post('/api/editions').send({ revision: 5 }).expect(201);
  const promise = async () => {
    const cart = { lines: [{ quantity: 1, unitPrice: 100 }], destination: { country: 'CA' }, moment: '2026-11-24T13:00:00Z' };
    const { body } = await request(shop.app).post('/public/v1/quotes').send(cart).expect(200);
    return body.options[0].promise as { first: string; last: string; text: string; orderBefore: string };
  };
  expect(await promise()).toEqual({
    first: '2026-11-25',
    last: '2026-11-26',
    orderBefore: '2026-11-24T18:00:00Z',
    timeZone: 'America/Halifax',
    text: 'Wed, Nov 25 – Thu, Nov 26',
  });
  const load = (orders: number) => ({ kind: 'packing', location: 'shop', date: '2026-11-24', orders });
  await request(shop.app).put('/api/loads').send(load(2)).expect(200);
  expect(await promise()).toMatchObject({ first: '2026-11-26', last: '2026-11-27' });
  expect((await request(shop.app).get('/api/loads')).body).toEqual({ loads: [load(2)] });
  await request(shop.app).put('/api/loads').send(load(-1)).expect(422);
  const moon = await request(shop.app)
    .put('/api/loads')
    .send({ ...load(1), location: 'moon' });
  expect([moon.status, moon.body.errors[0].pointer]).toEqual([422, '/location']);
  const van = { kind: 'round', service: 'ground', date: '2026-11-24', from: '09:00', orders: 1 };
  expect((await request(shop.app).put('/api/loads').send(van)).status).toBe(422);
  // What a buyer sends decides no load.
  const forged = await request(shop.app)
    .post('/public/v1/quotes')
    .send({ lines: [], destination: { country: 'CA' }, loads: [] });
  expect(forged.status).toBe(422);
  const { folder } = shop;
  await shop.close();
  shop = await openTestShop(folder);
  expect(await promise()).toMatchObject({ first: '2026-11-26' });
  // Counted where they are kept: of many that count at the same time none is lost.
  const count = (by: number) => request(shop.app).patch('/api/loads').send({ kind: 'packing', location: 'shop', date: '2026-11-24', by });
  await Promise.all([1, 1, 1, -1, 1, 1].map((by) => count(by).expect(200)));
  expect((await request(shop.app).get('/api/loads')).body).toEqual({ loads: [load(6)] });
  expect((await count(-7).expect(422)).body.errors[0].pointer).toBe('/by');
  await request(shop.app).put('/api/loads').send(load(0)).expect(200);
  expect((await promise()).first).toBe('2026-11-25');
});
