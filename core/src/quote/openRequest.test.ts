import { expect, test } from 'vitest';
import { PRODUCT_DEFAULTS, type Product } from '../goods/product.ts';
import type { Destination } from '../places/place.ts';
import { completeCart, openRequest } from './openRequest.ts';

const size = { length: '20 cm', width: '10 cm', height: '5 cm' };
const bowl: Product = { ...PRODUCT_DEFAULTS, id: 'bowl', name: 'Bowl', price: 2400, weight: '1 kg', size, group: 'clay', tags: [] };
const card: Product = { ...PRODUCT_DEFAULTS, id: 'card', name: 'Gift card', price: 5000, delivered: false, tags: [] };
const sources = { products: new Map([bowl, card].map((one) => [one.id, one])), now: '2026-11-24T12:00:00Z' };
const places = { needsPoint: true };
const body = (more: object = {}) => ({ lines: [{ product: 'bowl', quantity: 2 }], destination: { country: 'CA' }, ...more });
const opened = (more: object = {}, also: object = {}) => openRequest(places, body(more), { ...sources, ...also });

test('a line that names a product is completed from it, with what it has and nothing else', () => {
  const answer = opened({
    lines: [
      { product: 'bowl', quantity: 2, to: 0 },
      { product: 'card', quantity: 1 },
    ],
  });
  expect(answer.ok && answer.request.lines).toEqual([
    { name: 'Bowl', quantity: 2, unitPrice: 2400, delivered: true, weight: '1 kg', size, group: 'clay', to: 0 },
    { name: 'Gift card', quantity: 1, unitPrice: 5000, delivered: false },
  ]);
});

test('a product that is not sold is named, or counts for nothing where the caller says so', () => {
  const lines = [
    { product: 'bowl', quantity: 1 },
    { product: 'vase', quantity: 3 },
  ];
  expect(opened({ lines })).toEqual({ ok: false, problem: { code: 'unknownProduct', line: 1, product: 'vase' } });
  const passed = opened({ lines }, { missing: 'passedOver' });
  expect(passed.ok && passed.request.lines[1]).toMatchObject({ quantity: 3, unitPrice: 0, delivered: false });
});

test('the moment is the caller’s where none is named; every address gets its point; loads are passed on', () => {
  const pointed = (_places: unknown, to: Destination) => ({ ...to, point: { latitude: 44, longitude: -63 } });
  const loads = [{ kind: 'packing', location: 'shop', date: '2026-11-24', orders: 3 }] as const;
  const plain = opened();
  expect(plain.ok && plain.request).toMatchObject({ moment: sources.now, destination: { country: 'CA' } });
  expect(plain.ok && ('others' in plain.request || 'loads' in plain.request)).toBe(false);
  const full = opened({ others: [{ country: 'US' }], moment: '2026-11-25T00:00:00Z' }, { pointed, loads });
  const point = { latitude: 44, longitude: -63 };
  expect(full.ok && full.request).toMatchObject({
    moment: '2026-11-25T00:00:00Z',
    destination: { country: 'CA', point },
    others: [{ country: 'US', point }],
    loads,
  });
});

test('a cart whose products add up to more than can be told exactly is refused at its lines', () => {
  const heavy = { ...bowl, id: 'rock', weight: '20000 kg' };
  const lines = [{ product: 'rock', quantity: 100_000 }];
  const cart = { lines, discounts: [], destination: { country: 'CA' } };
  expect(() => completeCart(places, cart, { ...sources, products: new Map([['rock', heavy]]) })).toThrow(/too heavy/);
});
