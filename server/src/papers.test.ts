import type { PaperKind, PaperSeen, PaperState } from '@ostrakon/core/contract';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { makePaper } from './papers/paperEngine.ts';
import { barsOnPage, pdfPages } from './testPdf.ts';
import { clay, firstLane, openTestShop, type TestShop } from './testShop.ts';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop(undefined, { frontOpen: true });
  await shop.draft.run(
    ...firstLane,
    { name: 'addLanguage', args: { locale: 'fr-CA' } },
    { name: 'setServed', args: { countries: ['CA', 'US'] } },
    { name: 'addZone', args: { id: 'us', name: 'United States', places: [{ kind: 'country', country: 'US' }] } },
    { name: 'startLane', args: { zone: 'us', service: 'ground', card: { kind: 'flat', result: { kind: 'amount', amount: 990 } } } },
  );
  await shop.goods.change({
    put: [
      { ...clay, hsCode: '250840', madeIn: 'CA' },
      { ...clay, id: 'rib', name: 'Rib & <kidney>', price: 620, weight: '45 g' },
    ],
  });
  await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
});
afterAll(() => shop.discard());

const CHOICES = { prices: false, address: true, date: true, bars: true, note: '' };
const look = async (kind: PaperKind, source: string | null, more: object = {}): Promise<PaperSeen> =>
  (
    await request(shop.app)
      .post(`/api/papers/${kind}/look`)
      .send({ language: 'en-CA', source, choices: CHOICES, ...more })
      .expect(200)
  ).body;
const stateOf = async (kind: PaperKind, language = 'en-CA'): Promise<PaperState> =>
  (await request(shop.app).get(`/api/papers/${kind}?language=${language}`).expect(200)).body;

async function place(reference: string, language?: string, to: object = { country: 'CA', postalCode: 'B3H 4R2' }) {
  const lines = [
    { product: 'clay-10', quantity: 2 },
    { product: 'rib', quantity: 1 },
  ];
  const cart = { lines, discounts: [], destination: to };
  const buyer = { name: 'Nell <script>alert(1)</script> Kell', mail: 'nell@buyer.example', street: '1 Quay', town: 'Halifax' };
  const order = { reference, cart, edition: 1, choices: [{ service: 'ground', price: 990 }], buyer, ...(language && { language }) };
  const { number } = (await request(shop.app).post('/public/v1/orders').send(order).expect(201)).body;
  return (await request(shop.app).get(`/api/orders?view=all&text=${number}`)).body.rows[0] as { id: number; order: number };
}

const printed = async (kind: PaperKind, of: readonly number[]) =>
  (await request(shop.app).post('/api/papers/print').send({ kind, of }).buffer(true).expect(200)).body as Buffer;

// Examples of the documentation of the Liquid language, from memory.
describe('templates', () => {
  test.each([
    ['{{ "Parker Moore" | upcase }}', 'PARKER MOORE'],
    ['{{ "John, Paul, George" | split: ", " | join: " and " }}', 'John and Paul and George'],
    ['{% assign n = 7 %}{% if n > 5 %}more{% else %}less{% endif %}', 'more'],
    ['{% for i in (1..3) %}{{ i }}{% unless forloop.last %}, {% endunless %}{% endfor %}', '1, 2, 3'],
    ['{% case 2 %}{% when 1 %}a{% when 2 %}b{% endcase %}', 'b'],
    ['{{ 183.357 | round: 2 }} {{ 3 | times: 2 }} {{ "abc" | size }}', '183.36 6 3'],
  ])('%s is %s', (source, said) => expect(makePaper(source, {})).toEqual({ html: said, faults: [] }));

  test('tell in which line something is wrong', async () => {
    expect((await look('slip', 'one\n{{ order.number | nofilter }}')).faults).toEqual([
      { line: 2, message: expect.stringContaining('nofilter') },
    ]);
    expect((await look('slip', '<p>\n\n{% if order.number %}')).faults[0]).toMatchObject({ line: 3 });
    expect((await look('slip', '{{ nobody.name }}')).faults).toHaveLength(1);
    const refused = await request(shop.app)
      .put('/api/papers/slip')
      .send({ language: 'en-CA', source: '{% for %}', choices: CHOICES })
      .expect(422);
    expect(refused.body).toMatchObject({ code: 'paper-refused', errors: [{ pointer: '/source' }] });
  });

  test('read no files, reach no insides, run without end nowhere, and write nothing that would run', () => {
    const data = { buyer: { name: '<img src=x onerror=alert(1)>' }, list: [1] };
    for (const source of [
      '{% include "/etc/passwd" %}',
      '{% render "a" %}',
      '{{ buyer.constructor.name }}',
      '{{ buyer.__proto__ }}',
      '{% for a in (1..1000000) %}{% for b in (1..1000000) %}x{% endfor %}{% endfor %}',
    ]) {
      const { html, faults } = makePaper(source, data);
      expect(html.length < 100 && (faults.length === 1 || !/Object|root:/.test(html)), source).toBe(true);
    }
    const { html } = makePaper('{{ buyer.name }}<script>alert(1)</script><p onclick="x()" style="color:#fff;position:fixed">a</p>', data);
    expect(html).not.toMatch(/<img|<script|onclick|position/);
    expect(html).toContain('&lt;img');
  });
});

describe('papers', () => {
  test('come with the shop in its languages, are changed, and are as they were again', async () => {
    const before = await stateOf('slip');
    expect(before).toMatchObject({ source: null, languages: ['en-CA', 'fr-CA'], choices: CHOICES });
    for (const kind of ['slip', 'pickList', 'pickupList', 'roundSheet'] as const)
      for (const language of ['en-CA', 'fr-CA']) expect((await look(kind, null, { language })).faults, `${kind} ${language}`).toEqual([]);
    const own = { language: 'en-CA', source: '<h1>Mine {{ order.number }}</h1>', choices: { ...CHOICES, note: 'Thank you' } };
    await request(shop.app).put('/api/papers/slip').send(own).expect(200);
    expect(await stateOf('slip')).toMatchObject(own);
    expect((await stateOf('slip', 'fr-CA')).source).toBeNull();
    await request(shop.app)
      .put('/api/papers/slip')
      .send({ ...own, source: before.given, choices: CHOICES })
      .expect(200);
    expect(await stateOf('slip')).toEqual(before);
  });

  test('are printed one to a page, each in the language of its buyer, with what was chosen', async () => {
    const [english, french] = [await place('paper-0001'), await place('paper-0002', 'fr-CA')];
    const prices = { language: 'en-CA', source: null, choices: { ...CHOICES, prices: true, note: 'Handle with care' } };
    await request(shop.app).put('/api/papers/slip').send(prices).expect(200);
    const slips = await printed('slip', [english.id, french.id]);
    // Code 128 (ISO/IEC 15417), read by another package than writes it.
    expect(await barsOnPage(slips)).toBe(String(english.order));
    const [first = '', second = ''] = await pdfPages(slips);
    expect(first).toContain(`Order ${english.order}`);
    expect(first).toContain('Nell <script>alert(1)</script> Kell');
    expect(first).toContain('Rib & <kidney>');
    expect(first).toMatch(/\$49\.00/);
    expect(first).toContain('Handle with care');
    expect(second).toContain(`Commande ${french.order}`);
    expect(second).not.toContain('Handle with care');
  }, 30_000);

  test('a pick list sums up what is fetched for many orders', async () => {
    const rows = [await place('paper-0003'), await place('paper-0004'), await place('paper-0005')];
    const [page = ''] = await pdfPages(
      await printed(
        'pickList',
        rows.map(({ id }) => id),
      ),
    );
    expect(page).toContain(`6 Stoneware clay, 10 kg ${rows.map(({ order }) => order).join(', ')}`);
    const refused = await request(shop.app)
      .post('/api/papers/print')
      .send({ kind: 'roundSheet', of: [rows[0]?.id] })
      .expect(409);
    expect(refused.body.detail).toBe('None of these orders goes by a round.');
  }, 30_000);

  // Fields of the forms CN 22 and CN 23 of the Universal Postal Union, and when which is used, from memory.
  test('of parcels that leave the country are customs forms: what is in each, its weight, value, heading and origin', async () => {
    const abroad = await place('paper-abroad', undefined, { country: 'US', subdivision: 'US-ME', postalCode: '04101' });
    const home = await place('paper-at-home');
    const [form = '', ...more] = await pdfPages(await printed('customs', [abroad.id, home.id]));
    expect(more).toEqual([]);
    expect(form).toContain('Customs declaration CN 22');
    for (const said of [
      'United States',
      '2 Stoneware clay, 10 kg 20 kg $49.00 CAD 250840 Canada',
      '1 Rib & <kidney> 45 g $6.20',
      'sale of goods',
      '$55.20',
    ])
      expect(form).toContain(said);
    expect(form).not.toContain('Postal charges');
    const shown = await request(shop.app).post('/api/papers/customs/look').send({ language: 'en-CA', source: null, choices: CHOICES });
    expect(shown.body.html).toContain('United States');
    const set = { language: 'en-CA', source: null, choices: { ...CHOICES, longForm: 5520 } };
    await request(shop.app).put('/api/papers/customs').send(set).expect(200);
    const [long = ''] = await pdfPages(await printed('customs', [abroad.id]));
    expect(long).toContain('Customs declaration CN 23');
    expect(long).toContain('Postal charges: $9.90 CAD');
    await request(shop.app)
      .post('/api/papers/print')
      .send({ kind: 'customs', of: [home.id] })
      .expect(409);
  });

  test('carry the mark of the shop as a picture, and none from elsewhere', async () => {
    // A red point as PNG (ISO/IEC 15948).
    const logo = 'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8DwHwAFBQIAX8jx0gAAAABJRU5ErkJggg==';
    const set = { language: 'en-CA', source: null, choices: { ...CHOICES, logo } };
    await request(shop.app)
      .put('/api/papers/slip')
      .send({ ...set, choices: { ...CHOICES, logo: 'https://example.org/logo.png' } })
      .expect(422);
    await request(shop.app).put('/api/papers/slip').send(set).expect(200);
    const { id } = await place('paper-with-logo');
    const file = await getDocument({ data: new Uint8Array(await printed('slip', [id])), verbosity: 0 }).promise;
    const { fnArray } = await (await file.getPage(1)).getOperatorList();
    expect(fnArray).toContain(OPS.paintImageXObject);
    const foreign = await look('slip', '<img src="https://example.org/a.png"><img src="{{ choices.logo }}">', {
      choices: { ...CHOICES, logo },
    });
    expect(foreign.html).toBe(`<img /><img src="${logo}" />`);
    // Neither what only says that it is a picture, nor one that breaks off, is taken: no slip could be printed with it.
    for (const broken of ['data:image/png;base64,bm8gcGljdHVyZQ==', logo.slice(0, 62)]) {
      const refused = await request(shop.app)
        .put('/api/papers/slip')
        .send({ ...set, choices: { ...CHOICES, logo: broken } })
        .expect(422);
      expect(refused.body.errors, broken).toMatchObject([{ pointer: '/choices/logo' }]);
    }
    await request(shop.app)
      .put('/api/papers/slip')
      .send({ ...set, choices: CHOICES })
      .expect(200);
  });
});
