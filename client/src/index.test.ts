import type { PublicOptions, PublicQuote, publicRoutes } from '@ostrakon/core/contract';
import { canada, flat, lane } from '@ostrakon/core/testing';
import { serveEdition } from '@ostrakon/server/command-line';
import { readSettings } from '@ostrakon/server/shop-file';
import { afterAll, beforeAll, expect, expectTypeOf, test } from 'vitest';
import type { z } from 'zod';
import { type Cart, DeliveryClient, DeliveryProblem, type General, type Quote } from './index.ts';

let address: string;
let close: () => void;
beforeAll(async () => {
  const served = await serveEdition(
    {
      format: 'ostrakon-edition',
      edition: { number: 3, note: '', hash: '0'.repeat(64), publishedAt: '2026-11-01T00:00:00.000Z' },
      book: canada({ ground: lane(flat(990)) }),
      products: [],
      loads: [],
      keys: [],
    },
    { ...readSettings({ LOG_LEVEL: 'silent', QUESTIONS_PER_MINUTE: '9' }), PORT: 0 },
  );
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
