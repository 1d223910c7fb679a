import { RULE_FIELDS } from '../goods/goodsRules.ts';
import { type GoodsRule, PRODUCT_DEFAULTS } from '../goods/product.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { type Change, same } from './change.ts';

type Ruled = Extract<Change, { code: 'goodsRuled' }>;

const whole = (rule: GoodsRule = {}) => ({
  group: rule.group ?? PRODUCT_DEFAULTS.group,
  delivered: rule.delivered ?? PRODUCT_DEFAULTS.delivered,
  extraPackingDays: rule.extraPackingDays ?? PRODUCT_DEFAULTS.extraPackingDays,
  ownCharge: rule.ownCharge ?? PRODUCT_DEFAULTS.ownCharge,
});

/** What is said of single products now, those that got the same told together. */
export function goodsRuleChanges({ goodsRules: old = {} }: RateBook, { goodsRules: present = {}, goodsGroups }: RateBook): Change[] {
  if (old === present) return [];
  const [before, after] = [new Map(Object.entries(old)), new Map(Object.entries(present))];
  const found = new Map<string, { rule: Ruled['rule']; products: string[] }>();
  for (const product of new Set([...before.keys(), ...after.keys()])) {
    if (before.get(product) === after.get(product)) continue;
    const [was, is] = [whole(before.get(product)), whole(after.get(product))];
    for (const field of RULE_FIELDS.filter((one) => !same(was[one], is[one]))) {
      const rule = { [field]: is[field] } as Ruled['rule'];
      const key = JSON.stringify(rule);
      const held = found.get(key);
      if (held) held.products.push(product);
      else found.set(key, { rule, products: [product] });
    }
  }
  const nameOf = (id: string) => goodsGroups.find((group) => group.id === id)?.name ?? id;
  return [...found.values()].map(({ rule, products }): Change => {
    const group = rule.group ?? null;
    return { code: 'goodsRuled', products, rule, ...(group !== null && { group: nameOf(group) }) };
  });
}
