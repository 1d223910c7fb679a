import { z } from 'zod';
import type { GoodsRules } from '../goods/goodsRules.ts';
import { sparse } from '../goods/goodsRules.ts';
import { GoodsRule, MOST_PRODUCTS, ProductId } from '../goods/product.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { define } from './define.ts';

/** An article number that rules can be kept under. */
const Ruled = ProductId.refine((id) => id !== '__proto__', 'Give the product another article number');

function withRules({ goodsRules: _old, ...book }: RateBook, rules: GoodsRules): RateBook {
  return Object.keys(rules).length === 0 ? book : { ...book, goodsRules: rules };
}

const same = (a: GoodsRule | undefined, b: GoodsRule | undefined) => JSON.stringify(a && sparse(a)) === JSON.stringify(b && sparse(b));

export const goodsRuleCommands = {
  /** Says of products how they are delivered: what is given takes the place of what was said, the rest stays. */
  setGoodsRules: define(
    z.strictObject({
      products: z
        .array(z.strictObject({ product: Ruled, rule: GoodsRule }))
        .min(1)
        .max(MOST_PRODUCTS),
    }),
    (book, { products }) => {
      const before = new Map(Object.entries(book.goodsRules ?? {}));
      const said = new Map<string, GoodsRule | undefined>();
      for (const { product, rule } of products)
        said.set(product, sparse({ ...(said.has(product) ? said.get(product) : before.get(product)), ...rule }));
      const rules = new Map(before);
      for (const [product, rule] of said) {
        if (same(rule, before.get(product))) continue;
        if (rule) rules.set(product, rule);
        else rules.delete(product);
      }
      const changed = [...said].some(([product, rule]) => !same(rule, before.get(product)));
      return changed ? withRules(book, Object.fromEntries(rules)) : book;
    },
  ),
};
