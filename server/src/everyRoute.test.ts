import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { createCarriers } from '@ostrakon/carriers';
import { type Command, PLAIN_CARRIAGE, PLAIN_LOCATION, PLAIN_SERVICE, PLAIN_TERMS, type Service } from '@ostrakon/core';
import { goesOn, ownerRoutes, publicRoutes, type Route } from '@ostrakon/core/contract';
import { type Mailbox, openMailbox } from '@ostrakon/mailbox';
import { Secret, TOTP } from 'otpauth';
import request, { type Test } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { answeredRoutes } from './checkedAnswers.ts';
import { clay, firstLane, newFolder, openTestShop, setPrice, stepsOf, type TestShop } from './testShop.ts';

// Every route of both doors answers once with success; each answer is held to the description by ajv (checkedAnswers.ts).

let shop: TestShop;
let standIns: Server;
let mailbox: Mailbox;
let clock = '2026-11-23T14:00:00.000Z';
beforeAll(async () => {
  mailbox = await openMailbox();
  standIns = createServer(createCarriers()).listen(0, '127.0.0.1');
  await new Promise((ready) => standIns.once('listening', ready));
  const carriersUrl = `http://127.0.0.1:${(standIns.address() as AddressInfo).port}`;
  shop = await openTestShop(newFolder(), { carriersUrl, now: () => clock });
});
afterAll(async () => {
  standIns.closeAllConnections();
  standIns.close();
  await shop.discard();
  await mailbox.close();
});

let cookie = '';
const api = (method: 'get' | 'post' | 'put' | 'patch' | 'delete', path: string, body?: object): Test => {
  // Files are read to their end, too: an answer that nobody reads never leaves.
  const asked = request(shop.app)[method](path).set('Cookie', cookie).buffer(true);
  return body === undefined ? asked : asked.send(body);
};
/** The body of an answer with the status that is expected. */
async function said(asked: Test, status: number) {
  const answer = await asked;
  expect(answer.status, `${asked.method} ${asked.url}: ${answer.text}`).toBe(status);
  return answer.body;
}
const get = (path: string) => said(api('get', path), 200);
const post = (path: string, body: object, status = 201) => said(api('post', path, body), status);
const cookieIn = ({ headers }: { headers: Record<string, unknown> }) => String((headers['set-cookie'] as string[])[0]);

const depot: Command = {
  name: 'addLocation',
  args: {
    ...PLAIN_LOCATION,
    id: 'depot',
    name: 'Depot',
    country: 'CA',
    subdivision: 'CA-NS',
    postalCode: 'B2Y 1A1',
    timeZone: 'America/Halifax',
  },
};
const express: Service = {
  ...PLAIN_SERVICE,
  id: 'express',
  name: 'Express',
  kind: 'carrier',
  carriage: { account: 'gannet', carrier: 'Gannet Air', service: 'DAY', ...PLAIN_CARRIAGE },
  terms: { ...PLAIN_TERMS, unanswered: { kind: 'card' } },
};

async function drafts() {
  const first = await post('/api/draft/steps', stepsOf(0, ...firstLane, depot), 200);
  expect(first.refused).toBeUndefined();
  await post('/api/editions', { revision: first.present, note: 'First' });
  await get('/api/draft');
  await get('/api/editions');
  await get('/api/editions/live');
  await get('/api/editions/1');
  await get('/api/editions/1/commands');
  await get('/api/editions/1/file');
  const { id } = await post('/api/drafts', { name: 'Season', from: 1, commands: [setPrice(1200)] });
  await get('/api/drafts');
  await get(`/api/drafts/${id}`);
  await post(`/api/drafts/${id}/steps`, stepsOf(1, setPrice(1300)), 200);
  await get(`/api/drafts/${id}/commands`);
  await said(api('patch', `/api/drafts/${id}`, { name: 'Sale' }), 200);
  await post('/api/editions', { revision: 2, draft: id, note: 'Second' });
  await said(api('delete', `/api/drafts/${id}`), 200);
  await post(`/api/drafts/${id}/back`, {}, 200);
  await post('/api/editions/releases', { edition: 1, note: '' });
  const span = { from: '2026-12-01T00:00:00Z', until: null, after: null };
  const plan = await post('/api/editions/plans', { what: { edition: 2 }, ...span, note: '' });
  const moved = await post(`/api/editions/plans/${plan.seq}/move`, { ...span, from: '2026-12-02T00:00:00Z' }, 200);
  await said(api('delete', `/api/editions/plans/${moved.seq}`), 204);
  const { path } = await post('/api/editions/calendar', {});
  await get('/api/editions/calendar');
  await request(shop.app).get(path).expect(200);
  await said(api('delete', '/api/editions/calendar'), 204);
}

async function goodsAndTrials() {
  await post('/api/products/changes', { put: [clay] }, 200);
  await get('/api/products');
  const { id } = await post('/api/products/imports', {});
  await post(`/api/products/imports/${id}/parts`, { put: [{ ...clay, id: 'other' }] }, 200);
  await post(`/api/products/imports/${id}/taken`, {}, 200);
  await said(api('delete', `/api/products/imports/${id}`), 204);
  await post('/api/trials/changes', { put: [], remove: [] }, 200);
  await get('/api/trials');
  await said(api('put', '/api/loads', { kind: 'packing', location: 'depot', date: '2026-11-23', orders: 2 }), 200);
  await said(api('patch', '/api/loads', { kind: 'packing', location: 'depot', date: '2026-11-23', by: 1 }), 200);
  await get('/api/loads');
  await get('/api/holidays?country=CA&from=2026&until=2026');
  await get('/api/holidays/of?countries=CA&from=2026&until=2026');
  await get('/api/holidays/places');
}

async function carriers() {
  const account = { kind: 'service', id: 'gannet', name: 'Gannet Air', carrier: 'gannet-air', key: 'ganne-7Q2F-dartmouth' };
  await post('/api/carriers', account);
  await get('/api/carriers');
  await post('/api/carriers/gannet/services', {}, 200);
  await get('/api/carriers/gannet/packaging');
  await get('/api/carriers/gannet/closed-days?year=2026');
  await said(api('patch', '/api/carriers/gannet', { name: 'Gannet' }), 200);
  const parcel = { weight: 2400, sides: null, count: 1 };
  const to = { country: 'CA', subdivision: 'CA-ON', postalCode: 'M5V 2T6' };
  const ask = {
    account: 'gannet',
    from: { country: 'CA', subdivision: 'CA-NS' },
    to,
    residential: true,
    parcels: [parcel],
    currency: 'CAD',
    declaredValue: null,
  };
  await post('/api/carriers/rates', { asks: [ask] }, 200);
  const at = { name: 'Nell', street: '1 Quay', city: 'Halifax', ...to };
  const label = {
    account: 'gannet',
    service: 'DAY',
    from: at,
    to: at,
    residential: true,
    parcel,
    declaredValue: null,
    reference: '',
    once: 'once-and-only',
  };
  const { pdf } = await post('/api/carriers/labels', label);
  await said(api('get', pdf), 200);
  const card = { kind: 'flat', result: { kind: 'amount', amount: 2500 } } as const;
  await shop.draft.run({ name: 'addCarrierServices', args: { services: [express], zones: ['canada'], card } });
  const lines = [{ unitPrice: 1000, quantity: 1, weight: '1 kg', delivered: true }];
  const survey = { name: 'Once', zones: ['canada'], addresses: 1, probes: [{ name: 'One', weight: 1_000_000_000, lines }] };
  await post('/api/surveys', { id: 'once', survey }, 202);
  await expect.poll(async () => (await get('/api/surveys')).surveys[0].status).toBe('done');
  await get('/api/surveys/once');
  await said(api('delete', '/api/surveys/once'), 200);
  await post('/api/surveys/once/restore', {}, 200);
  await shop.draft.run({ name: 'removeService', args: { service: 'express' } });
  await said(api('delete', '/api/carriers/gannet'), 200);
  await post('/api/carriers/gannet/restore', {}, 200);
}

async function people() {
  const password = 'kiln glaze wheel stone';
  cookie = cookieIn(await api('post', '/api/people/first', { name: 'Nell', password }).expect(201));
  await get('/api/session');
  const invited = await post('/api/people', { name: 'Ada', role: 'keeper', mayPublish: false });
  await get('/api/people');
  const token = invited.link.path.slice('/join#'.length);
  await post('/api/links/look', { token }, 200);
  await said(api('post', '/api/links/use', { token, password: 'harbour lantern oak drift' }), 201);
  await said(api('patch', `/api/people/${invited.person.id}`, { role: 'reader' }), 200);
  await post(`/api/people/${invited.person.id}/link`, {});
  await said(api('delete', `/api/people/${invited.person.id}`), 200);
  const { key } = await post('/api/session/second-factor', { password }, 200);
  const code = new TOTP({ secret: Secret.fromBase32(key) }).generate({ timestamp: Date.parse(clock) });
  await said(api('put', '/api/session/second-factor', { code }), 200);
  await post('/api/session/second-factor/end', { password }, 204);
  await said(api('put', '/api/session/password', { present: password, password: 'harbour lantern oak drift' }), 204);
  const signIn = () => api('post', '/api/session', { name: 'Nell', password: 'harbour lantern oak drift' }).expect(201);
  await signIn();
  const { sessions } = await get('/api/sessions');
  await said(api('delete', `/api/sessions/${sessions.find(({ here }: { here: boolean }) => !here).id}`), 204);
  await get('/api/audit');
  await said(api('delete', '/api/session'), 204);
  cookie = cookieIn(await signIn());
  await said(api('delete', '/api/sessions'), 204);
  cookie = cookieIn(await signIn());
}

async function buyers() {
  const { secret, key } = await post('/api/keys', {
    kind: 'server',
    name: 'Server',
    scopes: ['quotes', 'orders', 'goods', 'loads', 'mail'],
  });
  await get('/api/keys');
  await said(api('patch', `/api/keys/${key.id}`, { name: 'Shop server' }), 200);
  const ask = (method: 'get' | 'post' | 'put' | 'patch', path: string, body?: object) =>
    said(request(shop.app)[method](`/public/v1${path}`).set('Authorization', `Bearer ${secret}`).buffer(true).send(body), 200);
  await ask('post', '/quotes', { lines: [{ product: 'clay-10', quantity: 1 }], destination: { country: 'CA' } });
  await ask('get', '/edition');
  await ask('get', '/options?country=CA');
  for (const path of [
    '/shop',
    '/countries/CA',
    '/delivery',
    '/delivery/facts',
    '/delivery/paper',
    '/delivery/data',
    '/goods-feed?country=CA',
    '/goods-feed/csv?country=CA',
  ]) {
    await ask('get', path);
  }
  await get('/api/delivery-page');
  await get('/api/goods-feed?country=CA');
  await get('/api/goods-feed/csv?country=CA');
  const { look } = await post('/api/look', { see: 'live' });
  await ask('get', `/goods?look=${look}`);
  const cart = { lines: [{ product: 'clay-10', quantity: 1 }], discounts: [], destination: { country: 'CA' } };
  const { edition, options } = await ask('post', '/quotes', cart);
  const [{ service, price }] = options;
  const buyer = { name: 'Nell', mail: 'nell@buyer.example', street: '1 Quay', town: 'Dartmouth' };
  const order = { reference: 'order-one', cart, edition, choices: [{ service, price }], buyer };
  await said(
    request(shop.app)
      .post('/public/v1/orders')
      .set('Authorization', `Bearer ${secret}`)
      .send({ ...order, buyerId: 'customer 1' }),
    201,
  );
  await said(
    request(shop.app)
      .post('/public/v1/orders')
      .set('Authorization', `Bearer ${secret}`)
      .send({ ...order, reference: 'order-two' }),
    201,
  );
  await ask('post', '/mail/returned', { message: await deskRoutes() });
  await ask('get', '/openapi.json');
  await ask('post', '/goods/changes', { put: [] });
  await ask('put', '/loads', { kind: 'packing', location: 'depot', date: '2026-11-23', orders: 2 });
  await ask('patch', '/loads', { kind: 'packing', location: 'depot', date: '2026-11-23', by: 1 });
  await said(api('delete', `/api/keys/${key.id}`), 200);
}

/** The report that an e-mail came back (RFC 3464). */
const cameBack = (messageId: string) =>
  [
    'Content-Type: multipart/report; report-type=delivery-status; boundary="b"',
    '',
    '--b',
    'Content-Type: message/delivery-status',
    '',
    'Action: failed',
    '',
    '--b',
    'Content-Type: text/rfc822-headers',
    '',
    `Message-ID: <${messageId}>`,
    '',
    '--b--',
    '',
  ].join('\r\n');

/** @returns a message that came back */
async function deskRoutes(): Promise<string> {
  const { settings } = await get('/api/mail');
  const server = { host: '127.0.0.1', port: mailbox.smtpPort, secure: 'none', user: '' };
  const buyers = { packed: true, underWay: true, ready: true, late: true };
  await said(api('put', '/api/mail', { ...settings, server, buyers, from: { name: '', mail: 'a@example.org' } }), 200);
  await get('/api/desk');
  const [one, two] = (await get('/api/orders?view=all')).rows;
  await get('/api/orders/1001');
  await get('/api/orders/together');
  const seen = ({ id, revision }: { id: number; revision: number }) => ({ id, revision });
  const joined = await post('/api/orders/together', { of: [one, two].map(seen), giveBack: 'nothing' }, 200);
  await post(`/api/orders/together/${one.id}/apart`, {}, 200);
  expect(joined.results).toHaveLength(2);
  const [{ revision }] = (await get('/api/orders?view=all')).rows.filter(({ id }: { id: number }) => id === one.id);
  await post(`/api/orders/consignments/${one.id}/packaging`, { revision, packaging: null }, 200);
  await post('/api/orders/marks', { step: 'pack', of: [{ id: one.id, revision: revision + 1 }] }, 200);
  await said(api('post', '/api/mail/try', { to: 'b@example.org' }), 200);
  await shop.server.shop.mail.gather();
  const [mail] = (await get('/api/mail/sent')).mails;
  await said(api('delete', `/api/mail/sent/${mail.id}`), 200);
  await post(`/api/mail/sent/${mail.id}/again`, {}, 200);
  await shop.server.shop.mail.sent(mail, 'taken');
  const message = cameBack(`packed.${one.id}.${mail.id}@example.org`);
  await post('/api/mail/returned', { message }, 200);
  const job = await post('/api/orders/labels', { of: [one.id] }, 202);
  await expect.poll(async () => (await get(`/api/orders/labels/${job.id}`)).status, { timeout: 10_000 }).toBe('done');
  // There is none to print; labels.test.ts prints some.
  await said(api('post', '/api/orders/labels/print', { of: [one.id], paper: 'label' }), 409);
  await said(api('delete', `/api/orders/labels/${job.id}`), 204);
  await post('/api/orders/labels/void', { of: [one.id] }, 200);
  for (const kind of ['orders', 'parcels', 'handovers', 'sums']) await get(`/api/orders/files/${kind}?from=2026-11-01&until=2026-11-30`);
  await post('/api/orders/round', { of: [one.id] }, 200);
  await post('/api/orders/look', {}, 200);
  await get('/api/windows');
  await post('/api/windows/end', { order: 1001 }, 200);
  await get('/api/orders/goods?text=clay');
  const buyer = { name: 'Nell Kell', mail: '', street: '1 Quay Street', town: 'Halifax' };
  const ordered = {
    destination: { country: 'CA', postalCode: 'B3H 4R2' },
    lines: [{ name: 'A bucket', quantity: 1, unitPrice: 500, weight: '1 kg' }],
    discount: 0,
    coupons: [],
  };
  await post('/api/orders/options', ordered, 200);
  await post('/api/orders', { ...ordered, reference: 'by-hand-0001', buyer, service: 'ground', charged: 500 }, 201);
  const { id } = await post('/api/orders/imports', {}, 201);
  const brought = { ...ordered, reference: 'f-1', placedAt: '2026-11-20T15:00:00Z', buyer, service: 'ground' };
  await post(`/api/orders/imports/${id}/orders`, { orders: [{ line: 2, order: brought }] }, 200);
  await post(`/api/orders/imports/${id}/take`, {}, 200);
  await said(api('delete', `/api/orders/imports/${id}`), 204);
  const paper = await get('/api/papers/slip');
  const set = { language: paper.language, source: null, choices: paper.choices };
  await post('/api/papers/slip/look', set, 200);
  await said(api('put', '/api/papers/slip', set), 200);
  await said(api('post', '/api/papers/print', { kind: 'pickList', of: [one.id] }), 200);
  await post('/api/orders/1001/forget', {}, 200);
  await post('/api/orders/forget', { before: '2026-01-01' }, 200);
  return message;
}

async function shopFiles() {
  await get('/api/openapi.json');
  const document = (await api('get', '/api/shop/document').expect(200)).text;
  await said(api('post', '/api/shop/backups', {}), 200);
  const sent = async () =>
    (
      await api('post', '/api/shop/files')
        .set('content-type', 'application/octet-stream')
        .send(document as never)
        .expect(201)
    ).body.id;
  await said(api('delete', `/api/shop/files/${await sent()}`), 204);
  await post(`/api/shop/files/${await sent()}/taken`, {}, 200);
  const { kept } = await get('/api/shop/kept');
  clock = '2026-11-23T15:00:00.000Z';
  await post(`/api/shop/kept/${kept[0].id}/taken`, {}, 200);
}

test('every route of both doors answers, as it is described', async () => {
  await drafts();
  await goodsAndTrials();
  await carriers();
  await people();
  await buyers();
  await shopFiles();
  const ofOwner = (Object.entries(ownerRoutes) as [string, Route][]).flatMap(([key, route]) =>
    goesOn(route) || key === 'POST /orders/labels/print' ? [] : [`owner ${key}`],
  );
  const all = [...ofOwner, ...Object.keys(publicRoutes).map((key) => `buyers ${key}`)];
  // An answer that is a file is looked at once its last byte has left.
  await expect.poll(() => all.filter((key) => !answeredRoutes.has(key)), { timeout: 20_000 }).toEqual([]);
}, 60_000);
