import { compile, quote, RateBook, resolveCart } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { largeShop } from './largeShop.ts';

test('the large shop has the size it is named for, is a book like any other, and quotes its orders', () => {
  const { live, products, trials } = largeShop;
  expect(RateBook.parse(live)).toEqual(live);
  expect([live.zones.length, live.services.length, products.length, trials.length, live.charges.length + live.allowances.length]).toEqual([
    80, 12, 20_000, 300, 50,
  ]);
  expect(new Set(live.zones.map(({ name }) => name)).size).toBe(80);
  const compiled = compile(live);
  const byId = new Map(products.map((product) => [product.id, product]));
  const options = trials.map(({ cart }) => {
    const resolved = resolveCart(cart, byId);
    return resolved.ok ? quote(compiled, resolved.request).options.length : 0;
  });
  expect(options.filter((count) => count > 0).length).toBeGreaterThan(280);
});
