import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { Writable } from 'node:stream';
import { createCarriers } from '@ostrakon/carriers';
import { PLAIN_CARRIAGE, PLAIN_LOCATION, PLAIN_SERVICE, PLAIN_TERMS } from '@ostrakon/core';
import { pino } from 'pino';
import request from 'supertest';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { openTestShop, type TestShop } from './testShop.ts';

// Account keys are marked, and everything that leaves the server by any way is looked through for the mark.

const MARK = 'MARKED';
const KEYS = [`${MARK}-key-7Q2F`, `${MARK}"key\\with/signs`];

/** What a carrier does that tells everybody the key it was sent. */
const TELLTALES: Readonly<Record<string, (key: string, res: ServerResponse) => void>> = {
  'in a refusal': (key, res) =>
    void res.writeHead(400, { 'content-type': 'application/json' }).end(JSON.stringify({ title: `No account ${key}` })),
  'in a refusal of the key': (key, res) => void res.writeHead(401).end(key),
  'in a failure': (key, res) => void res.writeHead(500).end(`no ${key}`),
  'in what is no JSON': (key, res) => void res.writeHead(200).end(`<b>${key}</b>`),
  'in a header': (key, res) => void res.writeHead(302, { location: `http://127.0.0.1:9/${encodeURIComponent(key)}/${key}` }).end(),
  'in a name': (key, res) =>
    void res.writeHead(200).end(
      JSON.stringify({
        services: [{ code: 'DAY', name: `Day for ${key}`, note: key }],
        currency: 'CAD',
        rates: [],
        declined: [{ service: 'DAY', message: `Declined for ${key}` }],
        closed: [{ date: '2026-12-25', name: key.slice(0, 80) }],
      }),
    ),
  'by breaking off': (key, res) => {
    res.writeHead(200, { 'content-length': '1000' }).write(key);
    setTimeout(() => res.destroy(), 20);
  },
};

let telltale: string | null;
let shop: TestShop;
let left: string[];
const carriers = createCarriers();
const server = createServer((req: IncomingMessage, res: ServerResponse) => {
  if (telltale === null) carriers(req, res);
  else TELLTALES[telltale]?.(String(req.headers['x-account-key'] ?? ''), res);
});

const logTo = () =>
  pino(
    { level: 'trace' },
    new Writable({
      write: (chunk, _encoding, done) => {
        left.push(String(chunk));
        done();
      },
    }),
  );

beforeEach(async () => {
  telltale = null;
  left = [];
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  shop = await openTestShop(undefined, { carriersUrl: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, log: logTo() });
});
afterEach(async () => {
  server.closeAllConnections();
  await new Promise((done) => server.close(done));
  await shop.discard();
});

const api = () => request(shop.app);
async function say(sent: request.Test): Promise<request.Response> {
  const answer = await sent;
  left.push(answer.text ?? '', JSON.stringify(answer.headers));
  return answer;
}

const open = (key: string, id = 'gannet') =>
  say(api().post('/api/carriers').send({ kind: 'service', id, name: 'Gannet Air', carrier: 'gannet-air', key }));
const cart = {
  lines: [{ quantity: 1, unitPrice: 2000, weight: '2 kg' }],
  destination: { country: 'CA', subdivision: 'CA-ON', postalCode: 'M5V 2T6' },
};
const place = { name: '', street: '', city: '', country: 'CA', subdivision: 'CA-NS', postalCode: 'B2Y 1A1' };
const ask = {
  account: 'gannet',
  from: { country: 'CA', subdivision: 'CA-NS' },
  to: { country: 'CA', subdivision: 'CA-ON' },
  residential: true,
  currency: 'CAD',
  declaredValue: null,
};
const parcel = { weight: 2400, sides: null, count: 1 };

/** The shop's only service is the carrier's. */
async function publishCarried(): Promise<void> {
  const location = {
    ...PLAIN_LOCATION,
    id: 'depot',
    name: 'Depot',
    country: 'CA',
    subdivision: 'CA-NS',
    postalCode: 'B2Y 1A1',
    timeZone: 'America/Halifax',
  };
  const carriage = { account: 'gannet', carrier: 'Gannet Air', service: 'DAY', ...PLAIN_CARRIAGE };
  const express = { ...PLAIN_SERVICE, id: 'express', name: 'Express', kind: 'carrier', carriage, terms: PLAIN_TERMS } as const;
  await shop.draft.run(
    { name: 'setServed', args: { countries: ['CA'] } },
    { name: 'addLocation', args: location },
    { name: 'addZone', args: { id: 'canada', name: 'Canada', places: [{ kind: 'country', country: 'CA' }] } },
    { name: 'addCarrierServices', args: { services: [express], zones: ['canada'], card: { kind: 'flat', result: { kind: 'refer' } } } },
  );
  await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
}

test.each(KEYS)('the key %s leaves for its carrier only, whatever goes wrong', async (key) => {
  // The stand-in knows no such key: the account is made without asking, as a backup would bring it.
  await shop.accounts.add({
    id: 'gannet',
    name: 'Gannet Air',
    kind: 'service',
    carrier: 'gannet-air',
    currency: 'CAD',
    key,
    newServices: 'draft',
    services: [],
    tariff: null,
  });
  await publishCarried();
  let told = 0;
  for (const how of [null, ...Object.keys(TELLTALES)]) {
    telltale = how;
    const answers = [
      await open(key, 'another'),
      await say(api().patch('/api/carriers/gannet').send({ key })),
      await say(api().post('/api/carriers/gannet/services').send({})),
      await say(
        api()
          .post('/api/carriers/rates')
          .send({ asks: [{ ...ask, parcels: [parcel] }] }),
      ),
      await say(
        api()
          .post('/api/carriers/labels')
          .send({
            account: 'gannet',
            service: 'DAY',
            from: place,
            to: place,
            residential: false,
            parcel,
            declaredValue: null,
            reference: '',
            once: `once-${how}`,
          }),
      ),
      await say(api().get('/api/carriers/gannet/labels/AB123456789CA.pdf')),
      await say(api().get('/api/carriers/gannet/closed-days?year=2026')),
      await say(api().post('/public/v1/quotes').send(cart)),
      await say(api().get('/api/carriers')),
      await say(api().get('/api/draft')),
      await say(api().get('/api/shop/document')),
    ];
    told += answers.filter(({ status }) => status >= 400).length;
  }
  expect(told).toBeGreaterThan(20);
  expect(shop.accounts.find('gannet')?.key).toBe(key);
  left.push(
    JSON.stringify(await shop.database.writer.query('SELECT * FROM carrier_account')),
    JSON.stringify(await shop.database.writer.query('SELECT * FROM draft_step')),
  );
  const everything = left.join('\n');
  expect(everything).toContain('carrier.failed');
  expect(everything).not.toContain(MARK);
  expect(decodeURIComponent(everything.replaceAll(/%(?![0-9A-F]{2})/g, '%25'))).not.toContain(MARK);
});

test.each([`${MARK}\nkey`, `${MARK}-schlüssel`, `${MARK}\u0000`, `${MARK}\r\nX-Other: 1`, `${MARK}€`])(
  'a key no header can carry is refused at its field, and not repeated: %j',
  async (key) => {
    for (const answer of [await open(key), await say(api().patch('/api/carriers/gannet').send({ key }))]) {
      expect([answer.status, answer.body.errors[0].pointer]).toEqual([422, '/key']);
    }
    await say(api().post('/api/carriers').set('content-type', 'application/json').send(`{"key": "${MARK}`));
    expect(left.join('\n')).not.toContain(MARK);
  },
);

test('with the key file gone keys are said to be lost, none is made anew unasked, and with the file back all is as before', async () => {
  const KEY = 'ganne-7Q2F-dartmouth';
  expect((await open(KEY)).status).toBe(201);
  const file = join(shop.folder, 'secret.key');
  const reopened = async () => {
    await shop.close();
    shop = await openTestShop(shop.folder, { carriersUrl: `http://127.0.0.1:${(server.address() as AddressInfo).port}` });
    return (await api().get('/api/carriers')).body.accounts[0];
  };
  renameSync(file, `${file}.away`);
  expect(await reopened()).toMatchObject({ keyLost: true, keySetAt: expect.any(String) });
  expect(existsSync(file)).toBe(false);
  // What has nothing to do with the key leaves it locked as it is.
  await api().patch('/api/carriers/gannet').send({ name: 'Gannet' }).expect(200);
  const asked = await api()
    .post('/api/carriers/rates')
    .send({ asks: [{ ...ask, parcels: [parcel] }] });
  expect(asked.body.answers[0].answer).toMatchObject({ status: 'silent', why: 'noAccount' });
  renameSync(`${file}.away`, file);
  expect(await reopened()).toMatchObject({ keyLost: false, name: 'Gannet' });
  expect(shop.accounts.find('gannet')?.key).toBe(KEY);
  writeFileSync(file, 'torn');
  expect(await reopened()).toMatchObject({ keyLost: true });
  expect(readFileSync(file, 'utf8')).toBe('torn');
  // Entered again: only then there is a new key file, and the damaged one stays beside it.
  expect((await api().patch('/api/carriers/gannet').send({ key: KEY }).expect(200)).body.accounts[0].keyLost).toBe(false);
  expect(await reopened()).toMatchObject({ keyLost: false });
});
