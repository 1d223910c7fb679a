import { createServer, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { RateAsk } from '@ostrakon/core';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { CarrierFailure, CarrierSaysNo } from './carrierPort.ts';
import { NetworkCarrier } from './networkCarrier.ts';

// Everything here goes over HTTP to a server that answers what the test tells it to.
let server: Server;
let answer: (res: ServerResponse, body: string) => void;
let carrier: NetworkCarrier;

beforeEach(async () => {
  server = createServer((req, res) => {
    const parts: Buffer[] = [];
    req.on('data', (part: Buffer) => parts.push(part)).on('end', () => answer(res, Buffer.concat(parts).toString()));
  }).listen(0, '127.0.0.1');
  await new Promise((ready) => server.once('listening', ready));
  carrier = new NetworkCarrier({ url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, key: 'k', currency: 'CAD' });
});
afterEach(() => {
  server.closeAllConnections();
  server.close();
});

const ask: RateAsk = {
  account: 'a',
  from: { country: 'CA' },
  to: { country: 'CA', subdivision: 'CA-ON', postalCode: 'M5V 2T6' },
  residential: true,
  parcels: [
    { weight: 2400, sides: [400, 300, 200], count: 2 },
    { weight: 500, sides: null, count: 1 },
  ],
  currency: 'CAD',
  declaredValue: null,
};
const parcels = [
  { count: 2, weight: 2400, volumetric: 4800, billed: 5000, amount: 1000 },
  { count: 1, weight: 500, volumetric: null, billed: 500, amount: 500 },
];
const rate = {
  service: 'DAY',
  name: 'Air day',
  total: 2750,
  rows: [
    { name: 'Carriage', amount: 2500 },
    { name: 'Fuel', amount: 250 },
  ],
  parcels,
  transit: { least: 1, most: 2 },
};
const said = (more: object = {}, head: object = {}) => ({ currency: 'CAD', rates: [{ ...rate, ...more }], declined: [], ...head });
const json =
  (body: unknown, status = 200) =>
  (res: ServerResponse) => {
    res.writeHead(status, { 'Content-Type': 'application/json' }).end(typeof body === 'string' ? body : JSON.stringify(body));
  };
const rates = () => carrier.rates(ask, AbortSignal.timeout(3000));

test('an honest answer is read; what nobody asked for is passed over', async () => {
  answer = json(said({ colour: 'red' }, { motto: 'On time', declined: [{ service: 'MORN', message: 'Too far.', code: 'X' }] }));
  expect(await rates()).toEqual({
    status: 'rates',
    rates: [{ service: 'DAY', name: 'Air day', amount: 2750, rows: rate.rows, parcels, transit: { least: 1, most: 2 } }],
    declined: [{ service: 'MORN', message: 'Too far.' }],
  });
});

test('what is asked is what the carrier documents: grams, millimetres, whose home, and the key', async () => {
  let heard: unknown;
  answer = (res, body) => {
    heard = JSON.parse(body);
    json(said())(res);
  };
  await rates();
  expect(heard).toEqual({
    from: { country: 'CA', residential: false },
    to: { country: 'CA', subdivision: 'CA-ON', postalCode: 'M5V 2T6', residential: true },
    parcels: [
      { weight: 2400, count: 2, length: 400, width: 300, height: 200 },
      { weight: 500, count: 1 },
    ],
  });
});

describe('a lie is no price', () => {
  test.each<[string, unknown, RegExp]>([
    ['a price below nothing', said({ total: -1 }), /total/],
    ['a price of nothing', said({ total: 0, rows: [] }), /total/],
    ['cents as a fraction', said({ total: 2750.5 }), /total/],
    ['a price as text', said({ total: '2750' }), /total/],
    ['a price without end', said({ total: 1e308 }), /total/],
    ['a price past all prices', said({ total: 9_007_199_254_740_991, rows: [] }), /DAY/],
    ['rows that do not add up', said({ rows: [{ name: 'Carriage', amount: 2749 }] }), /add up/],
    ['a parcel less than asked for', said({ parcels: parcels.slice(1) }), /1 of 3 parcels/],
    ['a parcel more', said({ parcels: [...parcels, parcels[1]] }), /4 of 3 parcels/],
    ['a parcel that gains money', said({ parcels: [{ ...parcels[0], amount: -5 }, parcels[1]] }), /amount/],
    ['days on the way that run backwards', said({ transit: { least: 5, most: 2 } }), /DAY/],
    ['days before it left', said({ transit: { least: -2, most: 1 } }), /DAY/],
    ['no service at all', said({ service: '' }), /service/],
    ['a list instead of an answer', [rate], /answer/i],
    ['nothing', 'null', /answer/i],
    ['half of it', JSON.stringify(said()).slice(0, 60), /not JSON/],
    ['a web page', '<!doctype html><title>Maintenance</title>', /not JSON/],
    ['more than any answer should hold', JSON.stringify(said({ name: 'x'.repeat(2_100_000) })), /larger/],
    ['deeper than it may nest', `${'['.repeat(10_000)}${']'.repeat(10_000)}`, /answer/i],
  ])('%s', async (_name, body, why) => {
    answer = json(body);
    const failure: CarrierFailure = await rates().then(
      () => expect.fail('it was taken for a price'),
      (error) => error,
    );
    expect(failure).toBeInstanceOf(CarrierFailure);
    expect(failure.why).toBe('refused');
    expect(failure.message).toMatch(why);
    expect(failure.message.length).toBeLessThanOrEqual(300);
  });

  test('an answer without end is left after a while', async () => {
    const left = new Promise<void>((resolve) => {
      answer = (res) => {
        res.writeHead(200, { 'Content-Type': 'application/json' });
        const more = () => {
          while (!res.destroyed && res.write('x'.repeat(65_536)));
        };
        res.on('drain', more).on('close', resolve);
        more();
      };
    });
    await expect(rates()).rejects.toThrow(/larger/);
    await left;
  });

  test('another currency is told apart', async () => {
    answer = json(said({}, { currency: 'USD' }));
    await expect(rates()).rejects.toMatchObject({ why: 'otherCurrency', message: 'The answer is in USD, not CAD.' });
  });

  test('names that would reach into objects are only names', async () => {
    answer = json(JSON.stringify(said()).replace('"name":"Air day"', '"name":"Air day","__proto__":{"polluted":1},"constructor":{}'));
    expect((await rates()).rates).toHaveLength(1);
    expect(({} as { polluted?: number }).polluted).toBeUndefined();
  });
});

describe('failures are told apart, for what may be tried again', () => {
  test.each<[string, (res: ServerResponse) => void, string]>([
    ['its service fails', json({ title: 'Oops' }, 500), 'down'],
    ['it is overloaded', json('busy', 503), 'down'],
    ['the key is not accepted', json({ title: 'No' }, 401), 'key'],
    ['the key has no right to it', json({ title: 'No' }, 403), 'key'],
    ['it cannot read what it is asked', json({ title: 'Unknown field' }, 400), 'refused'],
    ['it has had too many questions', json({}, 429), 'busy'],
    ['it hangs up', (res) => void res.destroy(), 'down'],
    // A redirect would carry the key to wherever it points.
    ['it sends elsewhere', (res) => void res.writeHead(302, { Location: 'http://127.0.0.1:9/' }).end(), 'down'],
  ])('%s', async (_name, how, why) => {
    answer = how;
    await expect(rates()).rejects.toMatchObject({ why });
  });

  test.each([
    ['says nothing of it', undefined, 30_000],
    ['names seconds', '7', 7000],
    ['names far too many', '999999999', 3_600_000],
    ['names no time', 'soon', 30_000],
  ])('a carrier with too many questions %s: it is left alone for so long', async (_name, header, restFor) => {
    answer = (res) => void res.writeHead(429, { 'Content-Type': 'application/json', ...(header && { 'Retry-After': header }) }).end('{}');
    await expect(rates()).rejects.toMatchObject({ why: 'busy', restFor });
  });

  test('a no of the carrier’s own is in its words, and speaks not against it', async () => {
    answer = json({ title: 'We do not send kilns.' }, 422);
    await expect(rates()).rejects.toThrow(new CarrierSaysNo('We do not send kilns.'));
    answer = json({}, 404);
    await expect(rates()).rejects.toThrow('Refused with 404.');
  });

  test('who stops waiting is told that it took too long, before the answer or within it', async () => {
    answer = () => undefined;
    await expect(carrier.rates(ask, AbortSignal.timeout(50))).rejects.toMatchObject({ why: 'timeout' });
    answer = (res) => void res.writeHead(200, { 'Content-Length': '100' }).write('{"currency"');
    await expect(carrier.rates(ask, AbortSignal.timeout(50))).rejects.toMatchObject({ why: 'timeout' });
  });
});

test('labels, closed days and boxes are checked as prices are', async () => {
  const label = {
    account: 'a',
    service: 'DAY',
    from: { name: 'A', street: '', city: '', country: 'CA' },
    to: { name: 'B', street: '', city: '', country: 'CA' },
    residential: false,
    parcel: { weight: 500, sides: null, count: 1 },
    declaredValue: 5000,
    reference: 'R',
    once: 'label-0001',
  } as const;
  const make = () => carrier.label(label, AbortSignal.timeout(3000));
  answer = json({ tracking: 'GA00000081', total: 900, currency: 'CAD' });
  expect(await make()).toEqual({ tracking: 'GA00000081', cost: 900 });
  answer = json({ tracking: '../../etc/passwd', total: 900, currency: 'CAD' });
  await expect(make()).rejects.toMatchObject({ why: 'refused' });
  answer = json({ tracking: 'GA00000081', total: 900, currency: 'EUR' });
  await expect(make()).rejects.toMatchObject({ why: 'otherCurrency' });
  answer = (res) => void res.writeHead(200, { 'Content-Type': 'application/pdf' }).end('<html>');
  await expect(carrier.labelPdf('GA00000081', AbortSignal.timeout(3000))).rejects.toThrow('not a PDF');
  answer = json({}, 404);
  await expect(carrier.labelPdf('GA00000081', AbortSignal.timeout(3000))).rejects.toThrow(CarrierSaysNo);
  answer = json({ closed: [{ date: '2026-02-30', name: 'Never' }] });
  await expect(carrier.closedDays(2026, AbortSignal.timeout(3000))).rejects.toMatchObject({ why: 'refused' });
  answer = json({ closed: [{ date: '2026-12-25', name: 'Christmas Day' }] });
  expect(await carrier.closedDays(2026, AbortSignal.timeout(3000))).toEqual([
    { name: 'Christmas Day', days: [{ from: '2026-12-25', until: '2026-12-25' }] },
  ]);
  const box = {
    code: 'BOX',
    name: 'Box',
    kind: 'carton',
    inside: { length: 300, width: 200, height: 100 },
    outside: { length: 310, width: 210, height: 110 },
    tare: 120,
    mostLoad: null,
    services: ['DAY'],
  };
  const boxes = () => carrier.packaging(AbortSignal.timeout(3000));
  answer = json({ packaging: [{ ...box, inside: { ...box.inside, length: -1 } }] });
  await expect(boxes()).rejects.toMatchObject({ why: 'refused' });
  answer = json({ packaging: [box] });
  // Millimetres and grams on the wire, quantities with their units here.
  expect(await boxes()).toMatchObject([{ code: 'BOX', inside: { length: '300 mm' }, tare: '120 g', mostLoad: null, services: ['DAY'] }]);
});
