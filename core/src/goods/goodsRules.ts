import { z } from 'zod';
import { GoodsRule, PRODUCT_DEFAULTS, type Product, type ProductFacts, ProductId } from './product.ts';

/** What a rate book says of single products, by article number; of most it says nothing. */
export const GoodsRules = z.record(ProductId, GoodsRule);
export type GoodsRules = z.infer<typeof GoodsRules>;

const { group, delivered, extraPackingDays, ownCharge } = PRODUCT_DEFAULTS;
const PLAIN = { group, delivered, extraPackingDays, ownCharge } as const;

export const RULE_FIELDS = Object.keys(PLAIN) as readonly (keyof GoodsRule)[];

const NO_RULES: GoodsRules = {};

/** Goods of an older list may bring rules of their own; what the book says goes before them. */
type Facts = ProductFacts & GoodsRule;

/** What a book says of a product; what stands on an object itself, whatever the article number is. */
const ruleFor = (rules: GoodsRules, id: string): GoodsRule | undefined => (Object.hasOwn(rules, id) ? rules[id] : undefined);

const ruledBy = (rules: GoodsRules, product: Facts): Product => ({ ...PLAIN, ...product, ...ruleFor(rules, product.id) }) as Product;

interface Ruling {
  readonly goodsRules?: GoodsRules | undefined;
}

const held = new WeakMap<readonly Facts[], WeakMap<GoodsRules, readonly Product[]>>();

/** The goods as a rate book has them delivered; the same list again for the same goods and rules. */
export function ruledGoods(products: readonly Facts[], { goodsRules = NO_RULES }: Ruling): readonly Product[] {
  const known = held.get(products) ?? new WeakMap<GoodsRules, readonly Product[]>();
  held.set(products, known);
  const ruled = known.get(goodsRules) ?? products.map((product) => ruledBy(goodsRules, product));
  known.set(goodsRules, ruled);
  return ruled;
}

/** Goods to be looked up by article number. */
export type GoodsById = Pick<ReadonlyMap<string, Product>, 'get'>;

const ruledBefore = new WeakMap<GoodsRules, WeakMap<Facts, Product>>();

/** The goods as a rate book has them delivered, each put together when it is first asked for. */
export function ruledById(products: Pick<ReadonlyMap<string, Facts>, 'get'>, { goodsRules = NO_RULES }: Ruling): GoodsById {
  const before = ruledBefore.get(goodsRules) ?? new WeakMap<Facts, Product>();
  ruledBefore.set(goodsRules, before);
  return {
    get: (id) => {
      const product = products.get(id);
      if (product === undefined) return undefined;
      const known = before.get(product);
      if (known) return known;
      const ruled = ruledBy(goodsRules, product);
      before.set(product, ruled);
      return ruled;
    },
  };
}

const isPlain = (field: keyof GoodsRule, value: unknown) => value === PLAIN[field];

/** A rule without what holds for all goods anyway; undefined where nothing is left. */
export function sparse(rule: GoodsRule): GoodsRule | undefined {
  const kept = RULE_FIELDS.filter((field) => rule[field] !== undefined && !isPlain(field, rule[field]));
  return kept.length === 0 ? undefined : (Object.fromEntries(kept.map((field) => [field, rule[field]])) as GoodsRule);
}

/** Parts a product into what is true of it and what the rate book is to say of it. */
export function splitProduct<P extends GoodsRule>(product: P): { readonly facts: Omit<P, keyof GoodsRule>; readonly rule: GoodsRule } {
  const { group: ofGroup, delivered: isDelivered, extraPackingDays: days, ownCharge: charge, ...facts } = product;
  const said = { group: ofGroup, delivered: isDelivered, extraPackingDays: days, ownCharge: charge };
  return { facts, rule: Object.fromEntries(Object.entries(said).filter(([, value]) => value !== undefined)) as GoodsRule };
}

/** The rules of a list of goods as a rate book holds them; undefined where there are none. */
export function rulesOf(products: Iterable<Pick<Product, 'id'> & GoodsRule>): GoodsRules | undefined {
  const entries = [...products].flatMap((product) => {
    const rule = sparse(splitProduct(product).rule);
    return rule ? [[product.id, rule] as const] : [];
  });
  return entries.length === 0 ? undefined : Object.fromEntries(entries);
}
