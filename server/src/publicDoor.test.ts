import { createServer, request as httpRequest, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Problem } from '@ostrakon/core';
import { PublicOptions } from '@ostrakon/core/contract';
import request from 'supertest';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { clay, firstLane, newFolder, openTestShop, setPrice, type TestShop } from './testShop.ts';

const SHOP = 'https://www.shop.example';
const cart = { lines: [{ unitPrice: 5000, weight: '1 kg', quantity: 1 }], destination: { country: 'CA' } };
const clock = '2026-11-23T14:00:00.000Z';
let shop: TestShop;

async function open(means: Parameters<typeof openTestShop>[1] = {}) {
  shop = await openTestShop(newFolder(), { now: () => clock, ...means });
  await shop.draft.run(...firstLane);
  await publish();
}
const publish = async () => {
  const { revision } = (await request(shop.app).get('/api/draft')).body;
  await request(shop.app).post('/api/editions').send({ revision }).expect(201);
};
beforeEach(() => open());
afterEach(() => shop.discard());

const ask = (query = '', body: object = cart) => request(shop.app).post(`/public/v1/quotes${query}`).send(body);
const keys = (body: object) => request(shop.app).post('/api/keys').send(body).expect(201);
const pageKey = async (origins = [SHOP]) => (await keys({ kind: 'page', name: 'Checkout', origins })).body;
const serverKey = async (...scopes: string[]) => (await keys({ kind: 'server', name: 'Shop server', scopes })).body;
const codeOf = async (answer: PromiseLike<{ status: number; body: unknown }>) => {
  const { status, body } = await answer;
  return status < 300 ? status : Problem.parse(body).code;
};

describe('page keys', () => {
  // Fetch standard, section 3.3: what a browser is told before and with an answer to a page of another origin.
  test('let pages of their origins ask, before and after the preflight, and no others', async () => {
    const { secret } = await pageKey();
    const preflight = await request(shop.app)
      .options(`/public/v1/quotes?key=${secret}`)
      .set({ Origin: SHOP, 'Access-Control-Request-Method': 'POST', 'Access-Control-Request-Headers': 'content-type' })
      .expect(204);
    expect(preflight.headers).toMatchObject({
      'access-control-allow-origin': SHOP,
      'access-control-allow-methods': 'GET,POST',
      'access-control-allow-headers': 'Content-Type,If-None-Match',
      'access-control-max-age': '600',
      vary: expect.stringContaining('Origin'),
    });
    const answer = await ask(`?key=${secret}`).set('Origin', SHOP).expect(200);
    expect(answer.headers).toMatchObject({
      'access-control-allow-origin': SHOP,
      'access-control-expose-headers': 'ETag,Request-Id,Retry-After,RateLimit,RateLimit-Policy',
      'cross-origin-resource-policy': 'cross-origin',
    });
    expect(answer.headers['access-control-allow-credentials']).toBeUndefined();
    for (const [query, origin, code] of [
      [`?key=${secret}`, 'https://elsewhere.example', 'origin-refused'],
      [`?key=${secret}`, 'null', 'origin-refused'],
      [`?key=${secret}`, `${SHOP}:8443`, 'origin-refused'],
      ['', SHOP, 'origin-refused'],
      ['?key=osp_nothing', SHOP, 'key-refused'],
      [`?key=${secret}&key=${secret}`, SHOP, 'key-refused'],
    ] as const) {
      const refused = await ask(query).set('Origin', origin);
      expect([query, origin, refused.body.code]).toEqual([query, origin, code]);
      expect(refused.headers['access-control-allow-origin']).toBeUndefined();
      const before = await request(shop.app)
        .options(`/public/v1/quotes${query}`)
        .set({ Origin: origin, 'Access-Control-Request-Method': 'POST' });
      expect(before.headers['access-control-allow-origin']).toBeUndefined();
    }
  });

  test('are told of a change of their origins and an end at once, and remember when they were used', async () => {
    const { secret, key } = await pageKey();
    const other = 'https://new.shop.example';
    const from = (origin: string) => codeOf(ask(`?key=${secret}`).set('Origin', origin));
    expect([await from(SHOP), await from(other)]).toEqual([200, 'origin-refused']);
    await request(shop.app)
      .patch(`/api/keys/${key.id}`)
      .send({ origins: [other] })
      .expect(200);
    expect([await from(SHOP), await from(other)]).toEqual(['origin-refused', 200]);
    const [listed] = (await request(shop.app).get('/api/keys')).body.keys;
    expect(listed).toMatchObject({ name: 'Checkout', shown: secret, usedAt: clock, madeBy: 'owner' });
    await request(shop.app).delete(`/api/keys/${key.id}`).expect(200, { keys: [], address: null });
    expect(await from(other)).toBe('key-refused');
    const kinds = (await request(shop.app).get('/api/audit')).body.entries.map(({ what, of }: { what: string; of: string }) => [what, of]);
    expect(kinds).toEqual([
      ['keyEnded', 'Checkout'],
      ['keyChanged', 'Checkout'],
      ['keyMade', 'Checkout, page key'],
      ['published', '1'],
    ]);
  });

  test.each(['www.shop.example', 'https://www.shop.example/', 'https://www.shop.example/checkout', 'ftp://shop.example', '*', 'null'])(
    '%s is no origin',
    async (origin) => {
      const { body, status } = await request(shop.app)
        .post('/api/keys')
        .send({ kind: 'page', name: 'x', origins: [origin] });
      expect([status, body.errors[0].pointer]).toEqual([422, '/origins/0']);
    },
  );
});

describe('server keys', () => {
  const bearer = (secret: string) => ({ Authorization: `Bearer ${secret}` });

  test('are shown once, kept as a hash, and are for servers, not for pages', async () => {
    const { secret, key } = await serverKey('quotes');
    expect(secret).toMatch(/^oss_[\w-]{43}$/);
    expect(key.shown).toBe(secret.slice(0, 10));
    expect((await request(shop.app).get('/api/keys')).text).not.toContain(secret);
    const { folder } = shop;
    await shop.close();
    shop = await openTestShop(folder, { now: () => clock });
    expect(await codeOf(ask().set(bearer(secret)))).toBe(200);
    expect(await codeOf(ask().set(bearer(secret)).set('Origin', SHOP))).toBe('origin-refused');
    expect(await codeOf(ask().set(bearer(`${secret}x`)))).toBe('key-refused');
    expect(await codeOf(ask().set('Authorization', 'Basic eA=='))).toBe('key-refused');
    expect(await codeOf(ask(`?key=${secret}`))).toBe('key-refused');
  });

  test('what a buyer could only claim is taken from them alone', async () => {
    const claimed = { ...cart, lastOrderAt: '2026-11-23T13:00:00.000Z' };
    const [quotes, loads] = [await serverKey('quotes'), await serverKey('loads')];
    const refused = await ask('', claimed);
    expect([refused.status, refused.body.errors[0].pointer]).toEqual([403, '/lastOrderAt']);
    expect(await codeOf(ask(`?key=${(await pageKey()).secret}`, claimed))).toBe('key-needed');
    expect(await codeOf(ask('', claimed).set(bearer(loads.secret)))).toBe('key-needed');
    expect(await codeOf(ask('', claimed).set(bearer(quotes.secret)))).toBe(200);
  });

  test('may do what their scopes say', async () => {
    const [goods, loads] = [await serverKey('goods'), await serverKey('loads')];
    const change = () =>
      request(shop.app)
        .post('/public/v1/goods/changes')
        .send({ put: [clay] });
    const count = () =>
      request(shop.app).patch('/public/v1/loads').send({ kind: 'packing', location: 'nowhere', date: '2026-11-23', by: 1 });
    expect([await codeOf(change()), await codeOf(count())]).toEqual(['key-needed', 'key-needed']);
    expect([await codeOf(change().set(bearer(loads.secret))), await codeOf(count().set(bearer(goods.secret)))]).toEqual([
      'key-needed',
      'key-needed',
    ]);
    expect(await codeOf(change().set(bearer(goods.secret)))).toBe(200);
    expect(await codeOf(count().set(bearer(loads.secret)))).toBe('invalid-request');
    expect(shop.goods.byId.get('clay-10')?.name).toBe(clay.name);
  });
});

describe('limits', () => {
  test('so many questions a minute from one address, told in the standard fields; another address is not kept waiting', async () => {
    await shop.discard();
    await open({ publicLimits: { perMinute: 5 }, trustProxy: 1 });
    const from = (address: string) => ask().set('X-Forwarded-For', address);
    // draft-ietf-httpapi-ratelimit-headers, version 8: one policy, and what is left of it.
    const one = await from('203.0.113.7').expect(200);
    expect(one.headers['ratelimit-policy']).toMatch(/^"questions"; q=5; w=60; pk=:[\w=+/]+:$/);
    expect(one.headers.ratelimit).toMatch(/^"questions"; r=4; t=\d+$/);
    for (let at = 0; at < 4; at += 1) await from('203.0.113.7').expect(200);
    const over = await from('203.0.113.7');
    expect([over.status, over.body.code, Number(over.headers['retry-after']) > 0]).toEqual([429, 'too-many-requests', true]);
    await from('203.0.113.8').expect(200);
    // RFC 4291, section 2.5.4: one household has a whole network of addresses.
    for (let at = 1; at <= 5; at += 1) await from(`2001:db8:1:1::${at}`).expect(200);
    await from('2001:db8:1:1:ffff::1').expect(429);
    const { secret } = await serverKey('quotes');
    await from('203.0.113.7').set('Authorization', `Bearer ${secret}`).expect(200);
  });

  test('a body above 256 kB, or one that is packed, is refused before it is read', async () => {
    const large = { ...cart, lines: [{ ...cart.lines[0], name: 'x'.repeat(262_144) }] };
    expect(await codeOf(ask('', large))).toBe('body-too-large');
    const packed = request(shop.app).post('/public/v1/quotes').set({ 'content-type': 'application/json', 'content-encoding': 'gzip' });
    expect(await codeOf(packed.send('x'))).toBe('media-type');
  });

  test('so many at the same time, of which one asker has a share', async () => {
    await shop.discard();
    await open({ publicLimits: { atOnceOfOne: 2 }, trustProxy: 1 });
    const server = shop.app;
    // Bodies that never end keep two questions under way.
    const listening = await new Promise<Server>((resolve) => {
      const made = createServer(server).listen(0, '127.0.0.1', () => resolve(made));
    });
    const { port } = listening.address() as AddressInfo;
    const stuck = [1, 2].map(() => {
      const sent = httpRequest({
        port,
        host: '127.0.0.1',
        path: '/public/v1/quotes',
        method: 'POST',
        headers: { 'content-type': 'application/json' },
      });
      sent.on('error', () => undefined);
      sent.write('{');
      return sent;
    });
    const url = `http://127.0.0.1:${port}`;
    const third = () => request(url).post('/public/v1/quotes').send(cart);
    await expect.poll(async () => (await third()).status).toBe(503);
    const busy = await third();
    expect([busy.body.code, busy.headers['retry-after']]).toEqual(['busy', '1']);
    await third().set('X-Forwarded-For', '203.0.113.9').expect(200);
    for (const one of stuck) one.destroy();
    await expect.poll(async () => (await third()).status).toBe(200);
    listening.close();
  });

  test('every answer and every problem has an id, and the problem tells it', async () => {
    const answer = await ask('', {});
    expect(answer.body.requestId).toBe(answer.headers['request-id']);
    expect(answer.body.requestId).toMatch(/^[\da-f-]{36}$/);
    expect((await ask()).headers['request-id']).not.toBe(answer.headers['request-id']);
  });
});

test('the same question within a minute is answered the same, until something it hangs on changes', async () => {
  const goods = { lines: [{ product: 'clay-10', quantity: 1 }], destination: { country: 'CA' } };
  await shop.goods.change({ put: [clay] });
  const [one, two] = [await ask('', goods), await ask('', goods)];
  expect([two.text, two.headers.etag]).toEqual([one.text, one.headers.etag]);

  await shop.draft.run(setPrice(1300));
  await publish();
  expect((await ask('', goods)).body).toMatchObject({ edition: 2, options: [{ price: 1300 }] });
  await shop.goods.change({ remove: ['clay-10'] });
  expect(await codeOf(ask('', goods))).toBe('unknown-product');
});

test('what is delivered to a country in general: parts, options, the least each costs', async () => {
  await shop.goods.change({ put: [clay, { ...clay, id: 'brush', name: 'Brush', weight: '20 g', price: 700 }] });
  const general = async (country: string) => {
    const { body } = await request(shop.app).get(`/public/v1/options?country=${country}`).expect(200);
    return PublicOptions.parse(body);
  };
  expect(await general('CA')).toEqual({
    edition: 1,
    country: 'CA',
    currency: 'CAD',
    minorDigits: 2,
    parts: [
      {
        rest: true,
        subdivisions: [],
        byAddress: false,
        options: [{ service: 'ground', name: 'Ground parcel', kind: 'card', note: '', from: 990 }],
      },
    ],
  });
  expect((await general('FR')).parts).toEqual([]);
  const first = await request(shop.app).get('/public/v1/options?country=CA');
  await request(shop.app).get('/public/v1/options?country=CA').set('If-None-Match', String(first.headers.etag)).expect(304);
  expect(await codeOf(request(shop.app).get('/public/v1/options?country=XX'))).toBe('invalid-request');
  expect(await codeOf(request(shop.app).get('/public/v1/options'))).toBe('invalid-request');
});
