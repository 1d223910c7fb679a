import fc from 'fast-check';
import { expect, test } from 'vitest';
import { describeChanges } from '../changes/describeChanges.ts';
import { Command } from '../commands/commands.ts';
import { applyPatch } from '../commands/patch.ts';
import { runCommand } from '../commands/runCommand.ts';
import { emptyBook } from '../rate-book/rateBook.ts';
import { ruledById, ruledGoods, rulesOf, splitProduct } from './goodsRules.ts';
import { type GoodsRule, PRODUCT_DEFAULTS, Product } from './product.ts';

const product = (id: string, more: object = {}) => Product.parse({ ...PRODUCT_DEFAULTS, id, name: id, price: 100, ...more });

const rule: fc.Arbitrary<Required<GoodsRule>> = fc.record({
  group: fc.constantFrom(null, 'clay', 'glaze'),
  delivered: fc.boolean(),
  extraPackingDays: fc.nat(3),
  ownCharge: fc.constantFrom(null, { amount: 500, how: 'instead' as const }, { amount: 0, how: 'onTop' as const }),
});
const ids = ['clay-10', 'wheel/46', '~tilde', 'constructor', 'toString'];

test('goods parted into facts and rules and put together again are as they were; a book holds no more than it says', () => {
  let said = 0;
  fc.assert(
    fc.property(fc.array(fc.record({ id: fc.constantFrom(...ids), rule }), { maxLength: 8 }), (list) => {
      const goods = [...new Map(list.map((one) => [one.id, product(one.id, one.rule)])).values()];
      const goodsRules = rulesOf(goods);
      const facts = goods.map((one) => splitProduct(one).facts);
      expect(ruledGoods(facts, { goodsRules })).toEqual(goods);
      const byId = ruledById(new Map(facts.map((one) => [one.id, one])), { goodsRules });
      for (const one of goods) expect(byId.get(one.id)).toEqual(one);
      const plain = goods.filter((one) => rulesOf([one]) === undefined).length;
      expect(Object.keys(goodsRules ?? {})).toHaveLength(goods.length - plain);
      said += goods.length - plain;
    }),
  );
  expect(said).toBeGreaterThan(50);
});

test('what is said of goods step by step is what a plain table says, and each step leads back', () => {
  let [changed, same] = [0, 0];
  const some = fc.array(fc.record({ product: fc.constantFrom(...ids), rule: fc.oneof(rule, fc.record({ extraPackingDays: fc.nat(1) })) }), {
    minLength: 1,
    maxLength: 4,
  });
  fc.assert(
    fc.property(fc.array(some, { maxLength: 6 }), (steps) => {
      const table = new Map<string, Required<GoodsRule>>(
        ids.map((id) => [id, { ...splitProduct(product(id)).rule } as Required<GoodsRule>]),
      );
      let book = emptyBook();
      for (const products of steps) {
        for (const one of products) table.set(one.product, { ...table.get(one.product), ...one.rule } as Required<GoodsRule>);
        const ran = runCommand(book, { name: 'setGoodsRules', args: { products } });
        expect(applyPatch(ran.book, ran.inverse)).toEqual(book);
        expect(applyPatch(book, ran.patch)).toEqual(ran.book);
        if (ran.book === book) same += 1;
        else {
          changed += 1;
          expect(describeChanges(book, ran.book).every(({ code }) => code === 'goodsRuled')).toBe(true);
          expect(describeChanges(book, ran.book)).not.toEqual([]);
        }
        book = ran.book;
      }
      for (const id of ids)
        expect(splitProduct(ruledById(new Map([[id, product(id)]]), book).get(id) ?? product(id)).rule).toEqual(table.get(id));
    }),
  );
  expect([changed > 100, same > 10]).toEqual([true, true]);
});

test('an article number no rule can be kept under is refused', () => {
  const products = [{ product: '__proto__', rule: { delivered: false } }];
  expect(Command.safeParse({ name: 'setGoodsRules', args: { products } }).error?.issues[0]?.message).toBe(
    'Give the product another article number',
  );
});
