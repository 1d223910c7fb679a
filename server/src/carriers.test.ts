import { statSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { createCarriers } from '@ostrakon/carriers';
import {
  type Command,
  PLAIN_CARRIAGE,
  PLAIN_GROUP,
  PLAIN_LOCATION,
  PLAIN_SERVICE,
  PLAIN_TERMS,
  PublicQuote,
  type Service,
} from '@ostrakon/core';
import request from 'supertest';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { Secrets } from './persistence/secrets.ts';
import { openTestShop, type TestShop } from './testShop.ts';

const KEY = 'ganne-7Q2F-dartmouth';
const LIMITS = { timeLimit: 1000, failures: 3, rest: 300, keptFor: 60_000 };

let standIns: Server;
let calls: string[];
let shop: TestShop;

beforeEach(async () => {
  calls = [];
  const carriers = createCarriers();
  standIns = createServer((req, res) => {
    calls.push(`${req.method} ${req.url}`);
    carriers(req, res);
  }).listen(0, '127.0.0.1');
  await new Promise((ready) => standIns.once('listening', ready));
  shop = await openTestShop(undefined, { carriersUrl: url(), limits: LIMITS });
});
afterEach(async () => {
  standIns.closeAllConnections();
  standIns.close();
  await shop.discard();
});

const url = () => `http://127.0.0.1:${(standIns.address() as AddressInfo).port}`;
const api = () => request(shop.app);
const practise = (fault: string, carrier = 'gannet-air', delay = 5000) =>
  fetch(`${url()}/${carrier}/practice/fault`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ fault, delay }),
  });
const open = (more: object = {}) =>
  api()
    .post('/api/carriers')
    .send({ kind: 'service', id: 'gannet', name: 'Gannet Air', carrier: 'gannet-air', key: KEY, ...more });
const rateCalls = () => calls.filter((call) => call.endsWith('/v1/rates')).length;

const ask = (weight = 2400) => ({
  account: 'gannet',
  from: { country: 'CA', subdivision: 'CA-NS' },
  to: { country: 'CA', subdivision: 'CA-ON', postalCode: 'M5V 2T6' },
  residential: true,
  parcels: [{ weight, sides: null, count: 1 }],
  currency: 'CAD',
  declaredValue: null,
});
const rates = async (...asks: object[]) =>
  (
    await api()
      .post('/api/carriers/rates')
      .send({ asks: asks.length > 0 ? asks : [ask()] })
      .expect(200)
  ).body.answers;

const carried = (id: string, code: string): Service => ({
  ...PLAIN_SERVICE,
  id,
  name: `By ${code}`,
  kind: 'carrier',
  carriage: { account: 'gannet', carrier: 'Gannet Air', service: code, ...PLAIN_CARRIAGE },
  terms: { ...PLAIN_TERMS, markup: { basisPoints: 800, amount: 0, least: null, most: null }, unanswered: { kind: 'card' } },
});

/** A shop with ground parcels at 12.00 (none where it has goods groups) and the carrier's service at its price plus 8 %, else 25.00; published. */
async function publishCarried(express: Service = carried('express', 'DAY'), groups: readonly string[] = []): Promise<void> {
  const commands: Command[] = [
    { name: 'setServed', args: { countries: ['CA'] } },
    {
      name: 'addLocation',
      args: {
        ...PLAIN_LOCATION,
        id: 'depot',
        name: 'Depot',
        city: 'Dartmouth',
        country: 'CA',
        subdivision: 'CA-NS',
        postalCode: 'B2Y 1A1',
        timeZone: 'America/Halifax',
      },
    },
    { name: 'addZone', args: { id: 'canada', name: 'Canada', places: [{ kind: 'country', country: 'CA' }] } },
    { name: 'addService', args: { ...PLAIN_SERVICE, id: 'ground', name: 'Ground parcel' } },
    ...groups.map((id): Command => ({ name: 'addGoodsGroup', args: { id, name: id, mark: 'clay', ...PLAIN_GROUP } })),
    ...(groups.length > 0
      ? []
      : [
          {
            name: 'startLane',
            args: { zone: 'canada', service: 'ground', card: { kind: 'flat', result: { kind: 'amount', amount: 1200 } } },
          } as const,
        ]),
    {
      name: 'addCarrierServices',
      args: { services: [express], zones: ['canada'], card: { kind: 'flat', result: { kind: 'amount', amount: 2500 } } },
    },
  ];
  await shop.draft.run(...commands);
  await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
}

const CART = {
  lines: [{ quantity: 1, unitPrice: 2000, weight: '2 kg' }],
  destination: { country: 'CA', subdivision: 'CA-ON', postalCode: 'M5V 2T6' },
};
/** What only the owner may see: every answer to a buyer in this file is looked through for it. */
const OWNERS = /gannet|cost|margin|markup|carrierRate|standIn|ledger|account|Air day|timeout|resting/i;
const publicQuote = async (more: object = {}) => {
  const { body, text, headers } = await api()
    .post('/public/v1/quotes')
    .send({ ...CART, ...more })
    .expect(200);
  expect(() => PublicQuote.parse(body)).not.toThrow();
  for (const said of [text, JSON.stringify(headers)]) {
    expect(said).not.toMatch(OWNERS);
    expect(said).not.toContain(KEY);
  }
  return body;
};

test('an account is opened with a key that works, which is locked and never shown again', async () => {
  const refused = await open({ key: 'wrong' });
  expect(refused.status).toBe(422);
  expect(refused.body.errors[0].pointer).toBe('/key');
  const opened = await open().expect(201);
  expect(opened.body.accounts[0]).toMatchObject({
    id: 'gannet',
    keySetAt: expect.any(String),
    services: [{ code: 'MORN', fresh: false }, {}, {}],
  });
  for (const text of [opened.text, (await api().get('/api/carriers')).text]) expect(text).not.toContain(KEY);
  const [row] = (await shop.database.writer.query('SELECT * FROM carrier_account')) as { locked_key: string }[];
  expect(JSON.stringify(row)).not.toContain(KEY);
  expect(statSync(join(shop.folder, 'secret.key')).mode & 0o077).toBe(0);
  const secrets = Secrets.ofFolder(shop.folder);
  expect(secrets.unlock(row!.locked_key, 'gannet')).toBe(KEY);
  expect(secrets.unlock(row!.locked_key, 'petrel')).toBeNull();
  await shop.close();
  shop = await openTestShop(shop.folder, { carriersUrl: url(), limits: LIMITS });
  expect(
    (
      await request(shop.app)
        .post('/api/carriers/rates')
        .send({ asks: [ask()] })
    ).body.answers[0].answer.status,
  ).toBe('rates');
  await shop.discard();
  shop = await openTestShop(undefined, { carriersUrl: url() });
});

test('one call for one question, asked many times at once; then kept', async () => {
  await open().expect(201);
  const answers = await rates(...Array.from({ length: 20 }, () => ask()), ask(9000));
  expect(answers.every(({ answer }: { answer: { status: string } }) => answer.status === 'rates')).toBe(true);
  expect(rateCalls()).toBe(2);
  expect((await rates())[0]).toMatchObject({ from: 'kept', ms: 0 });
  expect(rateCalls()).toBe(2);
  await api().patch('/api/carriers/gannet').send({ key: 'ganne-list-price' }).expect(200);
  expect((await rates())[0].from).toBe('carrier');
});

test('hundreds of questions wait for each other, not against the time limit', async () => {
  // Four at a time, a tenth of a second each: all of them together take longer than one may, and each far less.
  await shop.discard();
  shop = await openTestShop(undefined, { carriersUrl: url(), limits: { ...LIMITS, timeLimit: 2500, atOnce: 4 } });
  await open().expect(201);
  await practise('slow', 'gannet-air', 100);
  const from = performance.now();
  const answers = await rates(...Array.from({ length: 120 }, (_, at) => ask(1000 + at)));
  expect(performance.now() - from).toBeGreaterThan(2500);
  expect(answers.filter(({ answer }: { answer: { status: string } }) => answer.status === 'rates')).toHaveLength(120);
});

test.each([
  ['wrongJson', 'refused'],
  ['negativePrice', 'refused'],
  ['wrongCurrency', 'otherCurrency'],
  ['halfAnswer', 'down'],
  ['fewerParcels', 'refused'],
  ['down', 'down'],
  ['slow', 'timeout'],
])('a carrier that answers %s is heard as %s, which is logged for the owner', async (fault, why) => {
  await open().expect(201);
  await practise(fault);
  const [{ answer }] = await rates();
  expect(answer).toMatchObject({ status: 'silent', why });
  expect((await api().get('/api/carriers')).body.faults[0]).toMatchObject({ account: 'gannet', why });
  await practise('none');
  expect((await rates())[0].answer.status).toBe('rates');
});

// The states are those of the circuit breaker's own documentation: closed, open after so many failures in a row, half open
// after a while, and closed again by one success.
test('after failures in a row the carrier is left alone, then asked once to see; only what is safe is tried again', async () => {
  await open().expect(201);
  const circuit = async () => (await api().get('/api/carriers')).body.accounts[0].circuit;
  await practise('down');
  const before = rateCalls();
  for (let nth = 1; nth <= 3; nth += 1) expect((await rates(ask(nth)))[0].answer.why).toBe('down');
  expect(rateCalls() - before).toBe(6);
  expect(await circuit()).toBe('open');
  expect((await rates(ask(4)))[0].answer.why).toBe('resting');
  expect(rateCalls() - before).toBe(6);
  await new Promise((done) => setTimeout(done, LIMITS.rest + 50));
  expect((await rates(ask(5)))[0].answer.why).toBe('down');
  expect(await circuit()).toBe('open');
  await practise('none');
  await new Promise((done) => setTimeout(done, LIMITS.rest + 50));
  expect((await rates(ask(6)))[0].answer.status).toBe('rates');
  expect(await circuit()).toBe('closed');
});

test('a lie is not tried again, nor a label', async () => {
  await open().expect(201);
  await practise('wrongJson');
  const before = calls.length;
  await rates();
  expect(rateCalls()).toBe(1);
  await practise('down');
  const label = {
    account: 'gannet',
    service: 'DAY',
    from: { ...place, name: 'A' },
    to: { ...place, name: 'B' },
    residential: true,
    parcel: { weight: 500, sides: null, count: 1 },
    declaredValue: null,
    reference: '',
    once: 'label-0001',
  };
  expect((await api().post('/api/carriers/labels').send(label)).body.code).toBe('carrier-failed');
  expect(calls.slice(before).filter((call) => call.endsWith('/v1/labels'))).toHaveLength(1);
  await practise('none');
  const [first, again] = [await api().post('/api/carriers/labels').send(label), await api().post('/api/carriers/labels').send(label)];
  expect(first.status).toBe(201);
  expect(again.body).toEqual(first.body);
  const pdf = await api().get(first.body.pdf).buffer();
  expect(pdf.body.subarray(0, 5).toString()).toBe('%PDF-');
});
const place = { street: '', city: '', country: 'CA', subdivision: 'CA-NS' };

test('buyers are quoted the carrier’s price and its fallback, and never see cost, margin or key', async () => {
  await open().expect(201);
  await publishCarried();
  const seen: string[] = [];
  const price = async () => {
    const quoted = await publicQuote();
    seen.push(JSON.stringify(quoted));
    return quoted.options.find(({ service }: { service: string }) => service === 'express')?.price;
  };
  const [{ answer }] = await rates({
    ...ask(2300),
    from: { country: 'CA', subdivision: 'CA-NS', postalCode: 'B2Y 1A1' },
    parcels: [{ weight: 2300, sides: [410, 310, 210], count: 1 }],
  });
  const cost = answer.rates.find(({ service }: { service: string }) => service === 'DAY').amount;
  expect(await price()).toBe(cost + Math.round(cost * 0.08));
  for (const fault of ['down', 'wrongCurrency', 'negativePrice', 'halfAnswer', 'fewerParcels', 'wrongJson', 'slow']) {
    await practise(fault);
    await api().patch('/api/carriers/gannet').send({ key: 'ganne-7Q2F-dartmouth' });
    expect(await price()).toBe(2500);
  }
  for (const text of seen) expect(text).not.toContain(`:${cost}`);
});

test('where only carriers could bring it, nobody is told that there is nothing before they have answered', async () => {
  await open().expect(201);
  await publishCarried({ ...carried('express', 'DAY'), terms: { ...PLAIN_TERMS, unanswered: { kind: 'withhold' } } }, ['clay']);
  const later = () => publicQuote({ carriers: 'later' });
  const first = await later();
  expect(first).toMatchObject({ options: [], pending: ['express'] });
  expect(first).not.toHaveProperty('message');
  await expect.poll(async () => (await later()).options.length).toBe(1);
  await api().patch('/api/carriers/gannet').send({ key: KEY }).expect(200);
  await practise('down');
  await later();
  await expect.poll(later).toMatchObject({ options: [], message: expect.any(String) });
  expect(await later()).not.toHaveProperty('pending');
});

test('who does not wait has own prices at once, and finds what came meanwhile when asking again', async () => {
  await open().expect(201);
  await publishCarried();
  const later = async () => {
    const { options, pending, message } = await publicQuote({ carriers: 'later' });
    return { options: options.map(({ service }: { service: string }) => service), pending, message };
  };
  expect(await later()).toEqual({ options: ['ground'], pending: ['express'] });
  await expect.poll(later).toEqual({ options: ['ground', 'express'] });
  expect(rateCalls()).toBe(1);
  await api().patch('/api/carriers/gannet').send({ key: KEY }).expect(200);
  await practise('down');
  expect((await later()).pending).toEqual(['express']);
  // Silence is known for a moment, too: what stands in is told.
  await expect.poll(later).toEqual({ options: ['ground', 'express'] });
  expect((await publicQuote({ carriers: 'later' })).options[1].price).toBe(2500);
});

test('with every carrier down or slow a quote takes no longer than the time limit', async () => {
  await open().expect(201);
  await publishCarried();
  await practise('slow', 'gannet-air', 30_000);
  const began = performance.now();
  const quoted = await publicQuote();
  // Not a timing: the carrier would take 30 seconds.
  expect(performance.now() - began).toBeLessThan(5000);
  expect(quoted.options.map(({ service }: { service: string }) => service)).toEqual(['ground', 'express']);
  expect(quoted.pending).toBeUndefined();
});

test('the time limit is one for all questions of a quote: goods that are parted afterwards are not asked for again', async () => {
  await open().expect(201);
  const silent = carried('express', 'DAY');
  await publishCarried({ ...silent, terms: { ...PLAIN_TERMS, unanswered: { kind: 'withhold' } } }, ['clay', 'glazes']);
  await practise('slow', 'gannet-air', 30_000);
  const lines = ['clay', 'glazes'].map((group) => ({ quantity: 1, unitPrice: 2000, weight: '2 kg', group }));
  expect((await publicQuote({ lines })).options).toEqual([]);
  expect(rateCalls()).toBe(1);
  await practise('none');
  await api().patch('/api/carriers/gannet').send({ key: KEY }).expect(200);
  expect((await publicQuote({ lines })).options).toHaveLength(1);
});

test('an account billed in another currency than the shop’s is not asked, whatever it would say', async () => {
  await open().expect(201);
  const [{ answer }] = await rates({ ...ask(), currency: 'USD' });
  expect(answer).toMatchObject({ status: 'silent', why: 'otherCurrency', detail: 'The account is billed in CAD, the shop sells in USD.' });
  expect(rateCalls()).toBe(0);
});

test('an answer holds for its lifetime and no longer', async () => {
  const brief = await openTestShop(undefined, { carriersUrl: url(), limits: { ...LIMITS, keptFor: 120 } });
  const asked = async () =>
    (
      await request(brief.app)
        .post('/api/carriers/rates')
        .send({ asks: [ask()] })
    ).body.answers[0].from;
  await request(brief.app)
    .post('/api/carriers')
    .send({ kind: 'service', id: 'gannet', name: 'Gannet Air', carrier: 'gannet-air', key: KEY })
    .expect(201);
  expect(await asked()).toBe('carrier');
  await new Promise((done) => setTimeout(done, 200));
  expect(await asked()).toBe('carrier');
  await brief.discard();
});

test('services that appear later stay off, or join the draft on the terms of those there; either way they are marked', async () => {
  await open().expect(201);
  await publishCarried();
  const begin = (code: string) =>
    fetch(`${url()}/gannet-air/practice/services`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ code, name: `New ${code}`, like: 'DAY' }),
    });
  const refresh = async () => (await api().post('/api/carriers/gannet/services').send({}).expect(200)).body.accounts[0].services;
  const onSheet = () => shop.draft.current.book.services.map(({ carriage }) => carriage?.service ?? '');
  await begin('ONE');
  expect((await refresh()).filter(({ fresh }: { fresh: boolean }) => fresh)).toMatchObject([{ code: 'ONE' }]);
  expect(onSheet()).toEqual(['', 'DAY']);
  await api().patch('/api/carriers/gannet').send({ newServices: 'draft', seen: true }).expect(200);
  await begin('TWO');
  expect((await refresh()).filter(({ fresh }: { fresh: boolean }) => fresh)).toMatchObject([{ code: 'TWO' }]);
  expect(onSheet()).toEqual(['', 'DAY', 'TWO']);
  expect(shop.draft.current.book.zones[0]!.lanes).toHaveProperty('gannet-two');
  expect(shop.editions.live()!.book.services).toHaveLength(2);
  await shop.draft.take({ revision: shop.draft.current.revision, steps: [{ id: 'undo-of-it', kind: 'undo' } as never] });
  expect(onSheet()).toEqual(['', 'DAY']);
});

test('a survey that comes to nothing is told until it is put away, and logged', async () => {
  await open().expect(201);
  await publishCarried();
  const request = {
    name: 'Autumn',
    zones: ['canada'],
    addresses: 1,
    probes: [{ name: '1 kg', weight: 1e9, lines: [{ quantity: 1, unitPrice: 0, weight: '1 kg', delivered: true }] }],
  };
  const failed = vi.fn();
  await shop.surveys.start('autumn', request, shop.draft.current.book, { ask: () => Promise.reject(new Error('disk full')), failed });
  const listed = async () => (await api().get('/api/surveys')).body.surveys;
  await expect.poll(listed).toMatchObject([{ id: 'autumn', status: 'failed' }]);
  expect(failed).toHaveBeenCalledExactlyOnceWith(new Error('disk full'));
  expect((await api().get('/api/surveys/autumn')).status).toBe(404);
  await api().delete('/api/surveys/autumn').expect(200);
  expect(await listed()).toEqual([]);
});

test('an account that carries something, or does for buyers, is not taken away; a removal is taken back with its key', async () => {
  await open().expect(201);
  await publishCarried();
  expect((await api().delete('/api/carriers/gannet')).body.code).toBe('account-in-use');
  await shop.draft.run({ name: 'removeService', args: { service: 'express' } });
  expect((await api().delete('/api/carriers/gannet')).body.detail).toContain('in the live edition');
  await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
  expect((await api().delete('/api/carriers/gannet').expect(200)).body.accounts).toEqual([]);
  expect((await rates())[0].answer).toEqual({ status: 'silent', why: 'noAccount' });
  expect((await api().post('/api/carriers/gannet/restore').send({}).expect(200)).body.accounts).toMatchObject([{ id: 'gannet' }]);
  expect((await rates())[0].answer.status).toBe('rates');
  expect((await api().post('/api/carriers/gannet/restore').send({})).status).toBe(404);
});

test('accounts keep their order, whatever is removed and taken back between', async () => {
  for (const id of ['a', 'b', 'c']) await open({ id, name: id }).expect(201);
  const names = async () => (await api().get('/api/carriers')).body.accounts.map(({ name }: { name: string }) => name).join('');
  await api().delete('/api/carriers/a').expect(200);
  await open({ id: 'd', name: 'd' }).expect(201);
  await api().patch('/api/carriers/c').send({ name: 'C' }).expect(200);
  await api().post('/api/carriers/a/restore').send({}).expect(200);
  expect(await names()).toBe('abCd');
  await shop.close();
  shop = await openTestShop(shop.folder, { carriersUrl: url(), limits: LIMITS });
  expect(await names()).toBe('abCd');
});

test('a survey asks every weight at addresses of every zone, is kept with its date, and stopped on request', async () => {
  await open().expect(201);
  await publishCarried();
  const probes = [1, 5].map((kilos) => ({
    name: `${kilos} kg`,
    weight: kilos * 1e9,
    lines: [{ quantity: 1, unitPrice: 0, weight: `${kilos} kg` }],
  }));
  const survey = { name: 'Autumn', zones: ['canada'], addresses: 4, probes };
  const started = await api().post('/api/surveys').send({ id: 'autumn', survey }).expect(202);
  expect(started.body).toMatchObject({ status: 'running', total: 8 });
  const listed = async () => (await api().get('/api/surveys')).body.surveys[0];
  await expect.poll(async () => (await listed()).status, { timeout: 20_000 }).toBe('done');
  const { addresses, costs } = (await api().get('/api/surveys/autumn').expect(200)).body;
  expect(
    new Set(addresses.map(({ destination }: { destination: { subdivision: string } }) => destination.subdivision)).size,
  ).toBeGreaterThan(2);
  expect(costs).toHaveLength(8);
  expect(costs.every(({ cost }: { cost: number }) => cost > 0)).toBe(true);
  expect((await api().delete('/api/surveys/autumn').expect(200)).body.surveys).toEqual([]);
  expect((await api().post('/api/surveys/autumn/restore').send({}).expect(200)).body.surveys).toMatchObject([{ id: 'autumn', total: 8 }]);
  expect((await api().get('/api/surveys/autumn').expect(200)).body.costs).toEqual(costs);
  await practise('slow');
  await api().patch('/api/carriers/gannet').send({ key: 'ganne-list-price' });
  await api().post('/api/surveys').send({ id: 'next', survey }).expect(202);
  expect((await api().delete('/api/surveys/next').expect(200)).body.surveys.map(({ id }: { id: string }) => id)).toEqual(['autumn']);
  expect(
    (
      await api()
        .post('/api/surveys')
        .send({ id: 'none', survey: { ...survey, zones: ['moon'] } })
    ).status,
  ).toBe(422);
});
