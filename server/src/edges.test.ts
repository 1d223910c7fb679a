import { gzipSync } from 'node:zlib';
import { Problem } from '@ostrakon/core';
import request from 'supertest';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { readSettings } from './settings.ts';
import { firstLane, openTestShop, setPrice, stepsOf, type TestShop } from './testShop.ts';

let shop: TestShop;
beforeEach(async () => {
  shop = await openTestShop(undefined, { hosts: ['desk.example.org'] });
});
afterEach(() => shop.discard());

const cart = { lines: [{ unitPrice: 5000, quantity: 1 }], destination: { country: 'CA' } };
const undo = () => request(shop.app).post('/api/draft/steps').send(stepsOf(0, 'undo'));

describe('strangers in the owner’s browser', () => {
  // RFC 9110, section 7.2: the Host field is what the page was asked under, whatever address its name points to.
  test.each([
    ['127.0.0.1:4310', 200],
    ['127.8.9.1', 200],
    ['localhost', 200],
    ['shop.localhost:80', 200],
    ['[::1]:4310', 200],
    ['desk.example.org', 200],
    ['DESK.example.org:443', 200],
    ['rebound.example.net', 403],
    ['127.0.0.1.example.net', 403],
    ['desk.example.org.example.net', 403],
    ['localhost@example.net', 403],
    ['10.0.0.4:4310', 403],
    ['', 403],
  ])('asked as %s: %i', async (host, status) => {
    const answer = await request(shop.app).get('/api/draft').set('Host', host);
    expect(answer.status).toBe(status);
    if (status === 403) expect(Problem.parse(answer.body).code).toBe('foreign-request');
    expect((await request(shop.app).get('/').set('Host', host)).status).toBe(status === 200 ? 404 : 403);
  });

  // Fetch Metadata (W3C) and RFC 6454: what browsers say of where a request comes from.
  test.each([
    [{}, 409],
    [{ Origin: 'http://desk.example.org', Host: 'desk.example.org', 'Sec-Fetch-Site': 'same-origin' }, 409],
    [{ Origin: 'http://desk.example.org:81', Host: 'desk.example.org' }, 403],
    [{ Origin: 'http://elsewhere.example', Host: 'desk.example.org' }, 403],
    [{ Origin: 'null', Host: 'desk.example.org' }, 403],
    [{ Host: 'desk.example.org', 'Sec-Fetch-Site': 'cross-site' }, 403],
  ])('a write that says %j: %i', async (headers, status) => {
    expect((await undo().set(headers)).status).toBe(status);
  });

  test('a form of another site is refused before it is read; reading and buyers’ questions are not writes', async () => {
    const form = request(shop.app).post('/api/draft/steps').type('form').set('Sec-Fetch-Site', 'cross-site');
    expect((await form.send('a=1')).status).toBe(403);
    expect((await request(shop.app).get('/api/draft').set('Sec-Fetch-Site', 'cross-site')).status).toBe(200);
    const asked = request(shop.app).post('/public/v1/quotes').set('Sec-Fetch-Site', 'cross-site').send(cart);
    expect((await asked).body.code).toBe('nothing-published');
  });
});

describe('addresses', () => {
  test.each([
    ['get', '/api/draft/steps', 'POST, OPTIONS'],
    ['delete', '/api/draft', 'GET, HEAD, OPTIONS'],
    ['post', '/api/holidays', 'GET, HEAD, OPTIONS'],
    ['put', '/api/carriers/gannet', 'PATCH, DELETE, OPTIONS'],
    ['get', '/public/v1/quotes', 'POST, OPTIONS'],
    ['put', '/api/shop/backups', 'POST, OPTIONS'],
  ] as const)('%s %s is told which methods there are', async (method, path, allow) => {
    const answer = await request(shop.app)[method](path);
    expect([answer.status, answer.headers.allow, answer.body.code]).toEqual([405, allow, 'method-not-allowed']);
  });

  test('asked for its options, an address names them', async () => {
    const answer = await request(shop.app).options('/api/loads').expect(204);
    expect(answer.headers.allow).toBe('GET, HEAD, PUT, PATCH, OPTIONS');
  });

  test('the server is well, and ready while its database answers', async () => {
    await request(shop.app).get('/healthz').expect(200, { ok: true });
    await request(shop.app).get('/readyz').expect(200, { ok: true });
    await shop.database.close();
    await request(shop.app).get('/readyz').expect(503, { ok: false });
    await request(shop.app).get('/healthz').expect(200);
    shop = await openTestShop();
  });
});

test.each(['files', 'kept'])('a name longer than the disk takes is one of nothing: %s', async (what) => {
  // The folder of sent files is there from the first one on.
  await request(shop.app).post('/api/shop/files').set('content-type', 'application/octet-stream').send('no shop').expect(422);
  const name = 'a'.repeat(2000);
  const path = what === 'files' ? `/api/shop/files/${name}` : `/api/shop/kept/${name}/taken`;
  const answer = await (what === 'files' ? request(shop.app).delete(path) : request(shop.app).post(path).send({}));
  expect(answer.status).toBe(what === 'files' ? 204 : 404);
});

describe('bodies', () => {
  test('what a body unpacks to is counted while it unpacks', async () => {
    const zeros = gzipSync(Buffer.alloc(60 * 1024 * 1024, 0x20));
    expect(zeros.length).toBeLessThan(70_000);
    for (const [path, status, code] of [
      ['/api/products/changes', 413, 'body-too-large'],
      ['/api/draft/steps', 413, 'body-too-large'],
      // Buyers' checkouts send so little that nothing is unpacked for anybody.
      ['/public/v1/quotes', 415, 'media-type'],
    ] as const) {
      const sent = request(shop.app).post(path).set({ 'content-type': 'application/json', 'content-encoding': 'gzip' });
      const answer = await sent.serialize((body) => body as unknown as string).send(zeros as unknown as string);
      expect([answer.status, answer.body.code], path).toEqual([status, code]);
    }
  });

  test('at most a hundred problems are told, and of many names a few', async () => {
    const many = Object.fromEntries(Array.from({ length: 100_000 }, (_, at) => [`field${at}`, 1]));
    const fitting = Object.fromEntries(Object.entries(many).slice(0, 10_000));
    const named = await request(shop.app).post('/public/v1/quotes').send(fitting);
    const revision = (await shop.draft.take(stepsOf(0, ...firstLane))).present;
    await request(shop.app).post('/api/editions').send({ revision }).expect(201);
    const answers = [
      named,
      await request(shop.app)
        .post('/public/v1/quotes')
        .send({ ...fitting, lines: [], destination: { country: 'CA' } }),
      await request(shop.app)
        .post('/api/products/changes')
        .send({ put: Array.from({ length: 5000 }, () => ({ price: 'x' })) }),
      await request(shop.app)
        .post('/api/draft/steps')
        .send(stepsOf(revision, { name: 'setServed', args: many } as never)),
    ];
    for (const { text } of answers) expect(text.length).toBeLessThan(40_000);
    expect(answers[1]?.body.errors[0].detail).toMatch(/^Unrecognized keys: "field0".* and 9990 more$/);
    expect(answers[2]?.body.errors).toHaveLength(100);
  });
});

describe('a disk that does not take it', () => {
  const price = async () => (await shop.draft.state()).book.zones[0]?.lanes.ground?.card;
  const publicPrice = async () =>
    (
      await request(shop.app)
        .post('/public/v1/quotes')
        .send({ lines: [{ unitPrice: 5000, weight: '1 kg', quantity: 1 }], destination: { country: 'CA' } })
        .expect(200)
    ).body.options[0].price;

  // SQLite's own faults: a file that may not grow (SQLITE_FULL), and a connection that may only read (SQLITE_READONLY).
  test.each([
    ['no room left', 'PRAGMA max_page_count = 1', 'PRAGMA max_page_count = 1000000', 507, 'storage-full'],
    ['nothing may be written', 'PRAGMA query_only = 1', 'PRAGMA query_only = 0', 503, 'storage-unwritable'],
  ])(
    '%s: what was acknowledged is kept, reading and quoting go on, writes are told, and it recovers by itself',
    async (_name, break_, mend, status, code) => {
      const revision = (await shop.draft.take(stepsOf(0, ...firstLane))).present;
      await request(shop.app).post('/api/editions').send({ revision }).expect(201);
      await shop.database.writer.query(break_);
      const large = { name: 'setTexts', args: { noOption: 'x'.repeat(490), refer: 'y'.repeat(490) } } as const;
      const body = stepsOf(
        revision,
        ...Array.from({ length: 40 }, (_, at) => ({ ...large, args: { ...large.args, refer: `${at}` } })),
        setPrice(1),
      );
      const refused = await request(shop.app).post('/api/draft/steps').send(body);
      expect([refused.status, refused.body.code]).toEqual([status, code]);
      expect(refused.body.detail).toMatch(/[.]$/);
      expect(await price()).toMatchObject({ result: { amount: 990 } });
      expect(await publicPrice()).toBe(990);
      expect((await request(shop.app).put('/api/trials').send({})).status).toBe(405);
      expect((await request(shop.app).get('/readyz')).status).toBe(200);
      await shop.database.writer.query(mend);
      const taken = await request(shop.app).post('/api/draft/steps').send(body).expect(200);
      expect(taken.body.present).toBe(revision + 41);
      expect(await price()).toMatchObject({ result: { amount: 1 } });
    },
  );
});

describe('settings', () => {
  test('each has a meaning where it is not set, and an empty one is not set', () => {
    expect(readSettings({ PORT: '', OTHER: 'x' })).toEqual({
      PORT: 4310,
      HOST: '127.0.0.1',
      OSTRAKON_HOSTS: [],
      CARRIERS_PORT: 4311,
      LOG_LEVEL: 'info',
      SHOP_FRONT: 'closed',
    });
    expect(readSettings({ OSTRAKON_HOSTS: 'Desk.example.org, other.example' }).OSTRAKON_HOSTS).toEqual([
      'desk.example.org',
      'other.example',
    ]);
  });

  test.each([
    [{ PORT: '4310x' }, /^PORT must be a whole number/],
    [{ HOST: 'a b' }, /^HOST must be a host name/],
    [{ CARRIERS_URL: 'ftp://x' }, /^CARRIERS_URL must be an address that begins with http/],
    [{ OSTRAKON_HOSTS: 'http://desk.example.org' }, /^OSTRAKON_HOSTS must be host names without port/],
    [{ PORT: '-1', LOG_LEVEL: 'loud' }, /^PORT .*\nLOG_LEVEL .*"loud"\.$/],
  ])('%j is told in a sentence', (environment, sentence) => {
    expect(() => readSettings(environment)).toThrow(sentence);
  });
});
