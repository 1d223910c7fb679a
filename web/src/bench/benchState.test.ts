import type { Trial } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { type BenchEvent, emptyBench, keepBench, readBench, reduceBench } from './benchState.ts';

const after = (...events: BenchEvent[]) => events.reduce(reduceBench, emptyBench('CA'));
const vase = { quantity: 1, unitPrice: 9000, weight: '1.2 kg', delivered: true };
const trial: Trial = {
  id: 't',
  name: 'T',
  cart: { lines: [{ product: 'clay', quantity: 2 }], discounts: [], destination: { country: 'FR' } },
};

test('a product added again counts up; a quantity of none takes the line out', () => {
  const two = after({ kind: 'addProduct', product: 'clay' }, { kind: 'addGoods', line: vase }, { kind: 'addProduct', product: 'clay' });
  expect(two.cart.lines).toEqual([{ product: 'clay', quantity: 2 }, vase]);
  expect(reduceBench(two, { kind: 'setQuantity', at: 0, quantity: 0 }).cart.lines).toEqual([vase]);
  expect(reduceBench(two, { kind: 'setQuantity', at: 1, quantity: 7 }).cart.lines[1]).toMatchObject({ quantity: 7 });
});

test('a trial replaces cart, address and choice; emptying keeps the address', () => {
  const loaded = after(
    { kind: 'choose', service: 'ground' },
    { kind: 'setDiscount', discount: { kind: 'amount', amount: 5 } },
    { kind: 'load', trial },
  );
  expect(loaded).toEqual({ cart: trial.cart, trial: 't', chosen: null, chosenOf: {} });
  expect(reduceBench(loaded, { kind: 'clear' })).toMatchObject({ cart: { lines: [], destination: { country: 'FR' } }, trial: null });
  expect(reduceBench(loaded, { kind: 'setDiscount', discount: null }).cart.discounts).toEqual([]);
});

test('kept and read again; what cannot be read is as if it were not there', () => {
  const held = new Map<string, string>();
  const storage = { getItem: (key: string) => held.get(key) ?? null, setItem: (key: string, text: string) => void held.set(key, text) };
  expect(readBench(storage)).toBeUndefined();
  const state = after({ kind: 'addGoods', line: vase }, { kind: 'setDestination', destination: { country: 'CA', postalCode: 'B3H 4R2' } });
  keepBench(storage, state);
  expect(readBench(storage)).toEqual(state);
  for (const [key] of held) held.set(key, '{"cart": 3}');
  expect(readBench(storage)).toBeUndefined();
});

test('goods are sent to further addresses, by the piece too; an address taken away sends them back', () => {
  const two = after(
    { kind: 'addProduct', product: 'clay' },
    { kind: 'addProduct', product: 'clay' },
    { kind: 'addAddress' },
    { kind: 'addAddress' },
  );
  const parted = reduceBench(two, { kind: 'sendTo', at: 0, to: 2, piece: true });
  expect(parted.cart.lines).toEqual([
    { product: 'clay', quantity: 1 },
    { product: 'clay', quantity: 1, to: 2 },
  ]);
  expect(reduceBench(parted, { kind: 'removeOther', at: 0 }).cart).toMatchObject({ others: [{ country: 'CA' }], lines: [{}, { to: 1 }] });
  const back = reduceBench(parted, { kind: 'removeOther', at: 1 });
  expect(back.cart.lines).toEqual([{ product: 'clay', quantity: 2 }]);
  expect(reduceBench(parted, { kind: 'sendTo', at: 1, to: 0 }).cart.lines).toEqual([{ product: 'clay', quantity: 2 }]);
});

test('what was so long ago stays so long ago when the moment moves', () => {
  const now = '2026-11-23T12:00:00.000Z';
  const set = after(
    { kind: 'setAgo', what: 'lastOrderAt', minutes: 180, now },
    { kind: 'setAgo', what: 'cartStartedAt', minutes: 40, now },
  );
  expect(set.cart).toMatchObject({ moment: now, lastOrderAt: '2026-11-23T09:00:00.000Z', cartStartedAt: '2026-11-23T11:20:00.000Z' });
  const moved = reduceBench(set, { kind: 'setMoment', moment: '2026-12-01T00:00:00.000Z' });
  expect(moved.cart).toMatchObject({ lastOrderAt: '2026-11-30T21:00:00.000Z', cartStartedAt: '2026-11-30T23:20:00.000Z' });
  expect(reduceBench(moved, { kind: 'setMoment', moment: null }).cart).toEqual({
    lines: [],
    discounts: [],
    destination: { country: 'CA' },
  });
});
