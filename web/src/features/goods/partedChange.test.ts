import { PRODUCT_DEFAULTS, Product } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { partedChange } from './useGoods.ts';

const product = (id: string, more: object = {}) => Product.parse({ ...PRODUCT_DEFAULTS, id, name: id, price: 100, ...more });
const known = new Map([
  ['wheel', product('wheel', { group: 'machines', extraPackingDays: 2 })],
  ['clay', product('clay')],
]);

test('what is true of goods goes to the goods, what is said of them to the draft; what is said already goes nowhere', () => {
  const { facts, rules } = partedChange(
    {
      edit: [
        { id: 'wheel', set: { weight: '60 kg', group: 'machines' } },
        { id: 'clay', set: { ownCharge: { amount: 500, how: 'onTop' } } },
        { id: 'clay', set: { fragile: true, delivered: false } },
      ],
    },
    known,
  );
  expect(facts).toEqual({
    edit: [
      { id: 'wheel', set: { weight: '60 kg' } },
      { id: 'clay', set: { fragile: true } },
    ],
  });
  expect(rules).toEqual([
    { product: 'clay', rule: { ownCharge: { amount: 500, how: 'onTop' } } },
    { product: 'clay', rule: { delivered: false } },
  ]);
});

test('of whole products read from a file new ones bring what is said of them, known ones what is other, also back to plain', () => {
  const { facts, rules } = partedChange(
    { put: [product('new', { extraPackingDays: 3 }), product('plain'), product('wheel'), product('clay', { price: 200 })] },
    known,
  );
  expect(facts.put?.map(({ id }) => id)).toEqual(['new', 'plain', 'wheel', 'clay']);
  expect(facts.put?.every((one) => !('group' in one) && !('ownCharge' in one))).toBe(true);
  expect(rules.map(({ product: id }) => id)).toEqual(['new', 'wheel']);
  expect(rules[1]?.rule).toEqual({ group: null, delivered: true, extraPackingDays: 0, ownCharge: null });
});

test('a change that only says something sends no goods; one that only removes says nothing', () => {
  expect(partedChange({ edit: [{ id: 'clay', set: { group: 'machines' } }] }, known).facts).toEqual({});
  expect(partedChange({ remove: ['clay'] }, known)).toEqual({ facts: { remove: ['clay'] }, rules: [] });
});
