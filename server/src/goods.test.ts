import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type GoodsChange, PLAIN_GROUP, PLAIN_LOCATION, PLAIN_SERVICE, type ProductFacts, PublicQuote } from '@ostrakon/core';
import request from 'supertest';
import { DataSource } from 'typeorm';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { First1763900000000 } from './persistence/sqlite/migrations/1763900000000-first.ts';
import { clay, openTestShop, type TestShop } from './testShop.ts';

let shop: TestShop;
beforeEach(async () => {
  shop = await openTestShop();
});
afterEach(() => shop.discard());

const many = (count: number): ProductFacts[] =>
  Array.from({ length: count }, (_, at) => ({ ...clay, id: `p${at}`, name: `Product ${at}` }));
const send = (change: Partial<GoodsChange>) => request(shop.app).post('/api/products/changes').send(change);
const listed = async () => (await request(shop.app).get('/api/products').expect(200)).body.products as ProductFacts[];

test('the list is told compressed and plain, whole each time, and not again where the asker has it', async () => {
  const ask = (coding: string, known = '') =>
    request(shop.app).get('/api/products').set('Accept-Encoding', coding).set('If-None-Match', known).set('Cache-Control', 'max-age=0');
  await send({ put: many(60) }).expect(200);
  const before = await ask('br')
    .expect('Content-Encoding', 'br')
    .expect('Vary', /Accept-Encoding/)
    .expect(200);
  expect(before.body.products).toHaveLength(60);
  await ask('br', before.headers.etag).expect(304);
  await send({ put: many(61).slice(-1) }).expect(200);
  const after = await ask('br', before.headers.etag).expect(200);
  const plain = await ask('identity').expect(200);
  expect(plain.headers['content-encoding']).toBeUndefined();
  expect(plain.body.products).toHaveLength(61);
  expect(after.body).toEqual(plain.body);
});

describe('changes to the goods', () => {
  test('put, edit and remove; the inverse brings everything back, and a restart keeps it', async () => {
    await send({ put: many(3) }).expect(200);
    const before = await listed();
    const { body } = await send({
      put: [{ ...clay, id: 'new', size: { length: '12 in', width: '8 in', height: '6 in' }, tags: ['heavy'], fragile: true }],
      edit: [{ id: 'p1', set: { weight: '2 lb 4 oz', ownBox: true } }],
      remove: ['p0'],
    }).expect(200);
    const changed = await listed();
    expect(changed.map(({ id }) => id)).toEqual(['p1', 'p2', 'new']);
    expect(changed[0]).toMatchObject({ weight: '2 lb 4 oz', ownBox: true });
    await shop.close();
    const again = await openTestShop(shop.folder);
    shop = again;
    expect(await listed()).toEqual(changed);
    await send(body.inverse).expect(200);
    // Each in its place again.
    expect(await listed()).toEqual(before);
    await shop.close();
    shop = await openTestShop(shop.folder);
    expect(await listed()).toEqual(before);
  });

  test('twenty thousand in parts, all or none, and taken once however often it is asked for', async () => {
    const imports = '/api/products/imports';
    const begin = async () => (await request(shop.app).post(imports).send({}).expect(201)).body.id as string;
    const add = (id: string, part: object) => request(shop.app).post(`${imports}/${id}/parts`).send(part);
    const id = await begin();
    const all = many(20_000);
    for (let at = 0; at < 20; at += 1) await add(id, { put: all.slice(at * 1000, at * 1000 + 1000) }).expect(200);
    expect(shop.goods.byId.size).toBe(0);
    const take = () => request(shop.app).post(`${imports}/${id}/taken`).send({}).expect(200);
    const [once, twice] = await Promise.all([take(), take()]);
    expect([once.body.count, twice.body]).toEqual([20_000, once.body]);
    expect(shop.goods.byId.size).toBe(20_000);
    expect((await add(id, { put: [] })).body.code).toBe('id-in-use');
    const faulty = await add(await begin(), { put: [{ ...clay, price: -1 }] }).expect(422);
    expect(faulty.body.errors[0].pointer).toBe('/put/0/price');
    const calledOff = await begin();
    await request(shop.app).delete(`${imports}/${calledOff}`).expect(204);
    await request(shop.app).post(`${imports}/${calledOff}/taken`).send({}).expect(404);
    // One body holds no more than it may.
    expect((await send({ put: [...all, ...all] })).status).toBe(413);
  });

  test('of six hundred with a faulty one none is taken', async () => {
    await send({ put: many(600) }).expect(200);
    const faulty = many(600).map((product, at) => (at === 599 ? { ...product, price: -1 } : { ...product, price: 1 }));
    const refused = await send({ put: faulty }).expect(422);
    expect(refused.body.errors[0].pointer).toBe('/put/599/price');
    expect(shop.goods.byId.get('p0')?.price).toBe(clay.price);
  });

  test('called off half way, nothing is taken', async () => {
    let asked = 0;
    const stopped = shop.goods.change({ put: many(3000), edit: [], remove: [] }, () => {
      asked += 1;
      return asked > 3;
    });
    await expect(stopped).rejects.toMatchObject({ code: 'cancelled' });
    expect(asked).toBe(4);
    expect(shop.goods.byId.size).toBe(0);
    expect(await listed()).toEqual([]);
    await send({ put: many(1) }).expect(200);
  });

  test.each([
    ['a product nobody knows', { edit: [{ id: 'nobody', set: { price: 1 } }] }, '/edit/0/id'],
    ['a negative size', { put: [{ ...clay, size: { length: '-3 cm', width: '1 cm', height: '1 cm' } }] }, '/put/0/size/length'],
    ['a side of nothing', { put: [{ ...clay, size: { length: '0 cm', width: '1 cm', height: '1 cm' } }] }, '/put/0/size/length'],
    ['a thousand tonnes', { put: [{ ...clay, weight: '1000000000 g' }] }, '/put/0/weight'],
    ['a field of its own', { put: [{ ...clay, admin: true }] }, '/put/0'],
    ['the id in an edit', { edit: [{ id: 'clay-10', set: { id: 'other' } }] }, '/edit/0/set'],
  ])('%s is refused at its field', async (_name, change, pointer) => {
    const answer = await send(change as Partial<GoodsChange>).expect(422);
    expect(answer.body.errors.map((error: { pointer: string }) => error.pointer)).toContain(pointer);
    expect(shop.goods.byId.size).toBe(0);
  });
});

test('a cart from two places: options for all of it and for each part, and nothing of origins or parcels', async () => {
  const place = (id: string, groups: string[], others: boolean) => ({
    id,
    name: id,
    street: '',
    city: '',
    country: 'CA',
    subdivision: null,
    postalCode: null,
    point: null,
    timeZone: 'America/Halifax',
    ships: { groups, others },
    dispatch: null,
  });
  await send({ put: [clay, { ...clay, id: 'wheel' }] }).expect(200);
  const card = {
    kind: 'weightTiers',
    measure: 'packedWeight',
    bands: 'whole',
    floor: null,
    cap: null,
    tiers: [{ upTo: '11 kg', result: { kind: 'amount', amount: 990 } }],
    above: { kind: 'refer' },
  } as const;
  const commands = [
    { name: 'setServed', args: { countries: ['CA'] } },
    { name: 'addGoodsGroup', args: { id: 'machines', name: 'Machines', mark: 'slate', ...PLAIN_GROUP } },
    { name: 'setGoodsRules', args: { products: [{ product: 'wheel', rule: { group: 'machines' } }] } },
    { name: 'addLocation', args: place('shop', [], true) },
    { name: 'addLocation', args: place('depot', ['machines'], false) },
    { name: 'addZone', args: { id: 'canada', name: 'Canada', places: [{ kind: 'country', country: 'CA' }] } },
    { name: 'addService', args: { id: 'ground', name: 'Ground parcel', ...PLAIN_SERVICE } },
    { name: 'startLane', args: { zone: 'canada', service: 'ground', card } },
  ] as const;
  await shop.draft.run(...(commands as readonly unknown[] as never[]));
  await request(shop.app).post('/api/editions').send({ revision: shop.draft.current.revision }).expect(201);
  const cart = {
    lines: [
      { product: 'clay-10', quantity: 1 },
      { product: 'wheel', quantity: 1 },
    ],
    destination: { country: 'CA' },
  };
  const { body } = await request(shop.app).post('/public/v1/quotes').send(cart).expect(200);
  expect(PublicQuote.parse(body)).toMatchObject({
    options: [{ service: 'ground', price: 1980 }],
    consignments: [
      { lines: [0], options: [{ price: 990 }] },
      { lines: [1], options: [{ price: 990 }] },
    ],
  });
  expect(JSON.stringify(body)).not.toMatch(/depot|parcels|tare|packed/);
});

test('a shop of the first format opens: its goods keep their group as a tag, its draft and its edition are brought forward', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'ostrakon-old-'));
  const old = await new DataSource({
    type: 'better-sqlite3',
    database: join(folder, 'ostrakon.sqlite'),
    migrations: [First1763900000000],
  }).initialize();
  await old.runMigrations();
  const book = {
    format: 1,
    shop: { name: 'Old', currency: 'CAD', units: 'metric', locale: 'en-CA', served: ['CA'], texts: { noOption: 'No.', refer: 'Ask.' } },
    services: [{ id: 'ground', name: 'Ground', kind: 'card', note: '' }],
    zones: [{ id: 'near', name: 'Near', places: [{ kind: 'postalPrefix', country: 'CA', prefix: 'B3' }], lanes: {} }],
  };
  await old.query('INSERT INTO draft VALUES (1, 7, ?)', [JSON.stringify(book)]);
  await old.query(
    `INSERT INTO draft_change VALUES (1, 7, 'renameZone', '{}', '[]', '[{"op":"replace","path":"/zones/0/places/0/prefix","value":"B4"}]', 0, 'then')`,
  );
  await old.query(`INSERT INTO edition VALUES (1, '', '${'0'.repeat(64)}', ?, '2026-11-01T00:00:00.000Z')`, [JSON.stringify(book)]);
  await old.query(`INSERT INTO product VALUES ('clay', 0, 'Clay', 'Clay; dry, heavy', 2450, '10 kg', 1)`);
  await old.destroy();
  await shop.discard();
  shop = await openTestShop(folder);
  expect(await listed()).toEqual([{ ...clay, id: 'clay', name: 'Clay', tags: ['Clay  dry  heavy'] }]);
  expect(shop.draft.current).toMatchObject({ revision: 8, book: { format: 7, zones: [{ places: [{ kind: 'postal', rules: 'B3*' }] }] } });
  expect((await shop.draft.state()).history).toEqual({ undo: null, redo: null });
  const unchanged = await request(shop.app).post('/api/editions').send({ revision: 8 }).expect(409);
  expect(unchanged.body.code).toBe('nothing-to-publish');
});

describe('what the public API is asked', () => {
  const publish = async (commands: readonly unknown[]) => {
    await shop.draft.run(...(commands as readonly unknown[] as never[]));
    await request(shop.app).post('/api/editions').send({ revision: shop.draft.current.revision }).expect(201);
  };
  const ground = [
    { name: 'addService', args: { id: 'ground', name: 'Ground', ...PLAIN_SERVICE } },
    { name: 'startLane', args: { zone: 'near', service: 'ground', card: { kind: 'flat', result: { kind: 'amount', amount: 500 } } } },
  ];
  const ask = async (body: object) => (await request(shop.app).post('/public/v1/quotes').send(body).expect(200)).body;

  test('a circle is asked with the middle of the postal area; a point that is sent wins; without either there is no option', async () => {
    const location = {
      ...PLAIN_LOCATION,
      id: 'shop',
      name: 'Shop',
      country: 'CA',
      point: { latitude: 44.6658, longitude: -63.5676 },
      timeZone: 'America/Halifax',
    };
    await publish([
      { name: 'setServed', args: { countries: ['CA'] } },
      { name: 'addLocation', args: location },
      {
        name: 'addZone',
        args: { id: 'near', name: 'Near', places: [{ kind: 'circle', location: 'shop', beyond: null, within: '12 km' }] },
      },
      ...ground,
    ]);
    const lines = [{ unitPrice: 100, quantity: 1, weight: '1 kg' }];
    const options = async (destination: object) => (await ask({ lines, destination: { country: 'CA', ...destination } })).options.length;
    expect(await options({ postalCode: 'B3H 4R2' })).toBe(1);
    expect(await options({ postalCode: 'H2X 1Y4' })).toBe(0);
    expect(await options({ postalCode: 'B3H 4R2', point: { latitude: 45.5, longitude: -73.6 } })).toBe(0);
    expect(await options({ postalCode: 'H2X 1Y4', point: { latitude: 44.65, longitude: -63.58 } })).toBe(1);
    expect(await options({})).toBe(0);
  });

  test('ten thousand pieces are answered, counted by weight and volume; one more is refused', async () => {
    await publish([
      { name: 'setServed', args: { countries: ['CA'] } },
      { name: 'addZone', args: { id: 'near', name: 'Near', places: [{ kind: 'country', country: 'CA' }] } },
      ...ground,
    ]);
    const size = { length: '5 cm', width: '5 cm', height: '5 cm' };
    const lines = Array.from({ length: 500 }, () => ({ unitPrice: 1, quantity: 20, weight: '10 g', size }));
    expect((await ask({ lines, destination: { country: 'CA' } })).options).toMatchObject([{ price: 500 }]);
    const more = [{ ...lines[0], quantity: 21 }, ...lines.slice(1)];
    const refused = await request(shop.app)
      .post('/public/v1/quotes')
      .send({ lines: more, destination: { country: 'CA' } })
      .expect(422);
    expect(refused.body).toMatchObject({ code: 'too-many-pieces', errors: [{ pointer: '/lines' }] });
  });
});
