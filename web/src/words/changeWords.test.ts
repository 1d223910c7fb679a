import { applyCommand, describeChanges, emptyBook, type GoodsRule, PLAIN_GROUP } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { changeWords } from './changeWords.ts';
import { formatFor } from './format.ts';

const book = applyCommand(emptyBook(), {
  name: 'addGoodsGroup',
  args: { id: 'machines', name: 'Machines', mark: 'slate', ...PLAIN_GROUP },
});
const ruled = (ids: readonly string[], rule: GoodsRule) =>
  applyCommand(book, { name: 'setGoodsRules', args: { products: ids.map((product) => ({ product, rule })) } });
const told = (before: typeof book, after: typeof book) =>
  describeChanges(before, after).map((change) => changeWords(change, formatFor(after.shop), (code) => code, after));

test.each<[GoodsRule, string, string]>([
  [{ group: 'machines' }, 'wheel is in Machines now.', 'wheel is in no goods group any more.'],
  [{ delivered: false }, 'wheel is not delivered any more.', 'wheel is delivered again.'],
  [{ extraPackingDays: 2 }, 'wheel takes 2 packing days more now.', 'wheel takes no packing days more than other goods any more.'],
  [
    { ownCharge: { amount: 14_500, how: 'instead' } },
    'wheel costs $145.00 each to deliver now, in place of other prices.',
    'wheel has no delivery charge of its own any more.',
  ],
])('what is said of a product, and that it is said no longer: %o', (rule, said, gone) => {
  expect(told(book, ruled(['wheel'], rule))).toEqual([said]);
  expect(told(ruled(['wheel'], rule), book)).toEqual([gone]);
});

test('products of which the same is said are told together, many of them by their number', () => {
  expect(told(book, ruled(['a', 'b'], { delivered: false }))).toEqual(['a and b are not delivered any more.']);
  const many = Array.from({ length: 20 }, (_, at) => `p${at}`);
  expect(told(book, ruled(many, { delivered: false }))).toEqual([
    expect.stringMatching(/^p0, p1, .*15 more are not delivered any more\.$/),
  ]);
});
