import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type EditionFile, PlaceOrder, type PublicOptions, type PublicQuote, type publicRoutes } from '@ostrakon/core/contract';
import { canada, flat, freeFrom, lane } from '@ostrakon/core/testing';
import { serveEdition } from '@ostrakon/server/command-line';
import { readSettings } from '@ostrakon/server/shop-file';
import { afterAll, beforeAll, describe, expect, expectTypeOf, test } from 'vitest';
import type { z } from 'zod';
import { type Cart, DeliveryClient, DeliveryProblem, type General, type Quote } from './index.ts';
import { moreForFree } from './recipes/moreForFree.ts';
import { placeOrder } from './recipes/placeOrder.ts';
import { severalAddresses } from './recipes/severalAddresses.ts';
import { showOptions } from './recipes/showOptions.ts';
import { asItWas, stillTheSame } from './recipes/stillTheSame.ts';

const edition: EditionFile = {
  format: 'ostrakon-edition',
  edition: { number: 3, note: '', hash: '0'.repeat(64), publishedAt: '2026-11-01T00:00:00.000Z' },
  book: canada({ ground: lane(flat(990)) }),
  products: [],
  loads: [],
  keys: [],
};

let address: string;
let close: () => void;
beforeAll(async () => {
  const served = await serveEdition(edition, { ...readSettings({ LOG_LEVEL: 'silent', QUESTIONS_PER_MINUTE: '9' }), PORT: 0 });
  close = served.close;
  address = /http\S+/.exec(served.said)?.[0] ?? '';
});
afterAll(() => close());

const cart: Cart = { lines: [{ unitPrice: 5000, weight: '1 kg', quantity: 1 }], destination: { country: 'CA' } };

/** As it crosses the wire: what is absent is absent. */
type Plain<T> = T extends object ? { [K in keyof T]: Plain<Exclude<T[K], undefined>> } : T;

test('its types say what the buyers’ door takes and answers', () => {
  expectTypeOf<Plain<PublicQuote>>().toExtend<Quote>();
  expectTypeOf<Plain<PublicOptions>>().toExtend<General>();
  type Body = z.input<(typeof publicRoutes)['POST /quotes']['body']>;
  expectTypeOf<Cart>().toExtend<Omit<Body, 'lines' | 'discounts'> & { lines: unknown[] }>();
  // Every field of an answer has its place in the client's types.
  expectTypeOf<keyof PublicQuote>().toEqualTypeOf<keyof Quote>();
  expectTypeOf<keyof Extract<PublicQuote['options'][number], { status: 'priced' }>>().toEqualTypeOf<
    keyof Extract<Quote['options'][number], { status: 'priced' }>
  >();
});

test('asks a server for a quote, the edition, and what is delivered in general', async () => {
  const client = new DeliveryClient({ address: `${address}/` });
  const quote = await client.quote(cart);
  expect(quote).toMatchObject({ edition: 3, currency: 'CAD', options: [{ status: 'priced', service: 'ground', price: 990 }] });
  expect(await client.edition()).toEqual({ edition: 3 });
  expect((await client.options('CA')).parts).toHaveLength(1);
});

test('what is refused is told with its code, its fields, its request, and when to try again', async () => {
  const client = new DeliveryClient({ address });
  const refused = await client.quote({ ...cart, destination: { country: 'XX' } }).catch((error: unknown) => error);
  expect(refused).toBeInstanceOf(DeliveryProblem);
  expect(refused).toMatchObject({
    status: 422,
    code: 'invalid-request',
    retryAfter: null,
    requestId: expect.stringMatching(/^[\da-f-]{36}$/),
  });
  expect((refused as DeliveryProblem).errors[0]?.pointer).toBe('/destination/country');
  await expect(new DeliveryClient({ address, key: 'osp_none' }).edition()).rejects.toMatchObject({ status: 401, code: 'key-refused' });
  await expect(new DeliveryClient({ address, key: 'oss_none' }).edition()).rejects.toMatchObject({ status: 401, code: 'key-refused' });
  await expect(client.quote(cart, { edition: 2 })).rejects.toMatchObject({ status: 410, code: 'edition-gone' });
  const many = Promise.all(Array.from({ length: 10 }, () => client.edition()));
  await expect(many).rejects.toMatchObject({ status: 429, code: 'too-many-requests', retryAfter: expect.any(Number) });
});

test('a question that is called off rejects', async () => {
  const asking = new AbortController();
  asking.abort();
  await expect(new DeliveryClient({ address }).quote(cart, { signal: asking.signal })).rejects.toThrow(/abort/i);
});

describe('the recipes of docs/connect.md', () => {
  const limits = { ...readSettings({ LOG_LEVEL: 'silent' }), PORT: 0 };
  let client: DeliveryClient;
  let end: () => void;
  beforeAll(async () => {
    const book = canada({ ground: lane(flat(990), { freeFrom: freeFrom(8000) }) });
    const served = await serveEdition({ ...edition, book }, limits);
    client = new DeliveryClient({ address: /http\S+/.exec(served.said)?.[0] ?? '' });
    end = served.close;
  });
  afterAll(() => end());

  test('list options, say how much more makes it free, look whether a price still holds', async () => {
    expect(await showOptions(client, cart, 'en-CA')).toMatchObject({
      edition: 3,
      choices: [{ service: 'ground', price: '$9.90' }],
      notForThisCart: [],
    });
    expect(await moreForFree(client, cart)).toEqual({ name: 'Service ground', more: 3000 });
    const chosen = { service: 'ground', price: 990, edition: 3 };
    expect(await stillTheSame(client, cart, chosen)).toEqual({ same: true, price: 990, edition: 3 });
    expect(await stillTheSame(client, cart, { ...chosen, service: 'van' })).toBeNull();
    expect(await asItWas(client, cart, 2)).toBeNull();
  });

  test('hand an order in as the door takes it', async () => {
    const { options, edition: number } = await client.quote(cart);
    const [chosen] = options;
    if (chosen?.status !== 'priced') throw new Error('nothing is offered');
    let sent: unknown;
    const asks = async (_url: unknown, init?: RequestInit) => {
      sent = JSON.parse(String(init?.body));
      return Response.json({ number: 1001, placedAt: '2026-11-01T00:00:00.000Z', edition: 3, delivery: 990 });
    };
    const shopServer = new DeliveryClient({ address: 'https://shop.example', key: 'oss_x', fetch: asks as typeof fetch });
    const buyer = { name: 'Nell', mail: 'nell@buyer.example', street: '1 Quay', town: 'Dartmouth' };
    const placed = await placeOrder(shopServer, { cart, edition: number, chosen, reference: 'order-0001', buyer });
    expect(placed).toMatchObject({ number: 1001, delivery: 990 });
    expect(PlaceOrder.parse(sent)).toMatchObject({ edition: 3, choices: [{ service: 'ground', price: 990 }], buyer });
  });

  test('ask for goods that go to several addresses', async () => {
    const lines = [{ unitPrice: 5000, weight: '1 kg', quantity: 1 }];
    const asked = [
      { to: { country: 'CA', postalCode: 'B3H 4R2' }, lines },
      { to: { country: 'CA', postalCode: 'M5V 2T6' }, lines },
    ];
    const { forAll, byPart } = await severalAddresses(client, asked);
    expect([forAll, byPart.map(({ options }) => options)]).toMatchObject([[{ price: 1980 }], [[{ price: 990 }], [{ price: 990 }]]]);
  });

  test('are in the page as they are tested here', () => {
    const page = readFileSync(join(import.meta.dirname, '../../docs/connect.md'), 'utf8');
    const folder = join(import.meta.dirname, 'recipes');
    const files = readdirSync(folder);
    expect(files.length).toBeGreaterThan(3);
    for (const file of files) expect(page, file).toContain(`\`\`\`ts\n${readFileSync(join(folder, file), 'utf8')}\`\`\``);
  });
});
