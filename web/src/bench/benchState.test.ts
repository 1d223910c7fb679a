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
  expect(loaded).toEqual({ cart: trial.cart, trial: 't', chosen: null });
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
