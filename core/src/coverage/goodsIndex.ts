import type { Product } from '../goods/product.ts';
import { massForSums } from '../measures/mass.ts';
import type { Id } from '../names/naming.ts';

/** A product that is delivered, with what a cart of it adds up. */
export interface Good {
  readonly product: Product;
  /** Micrograms of one; 0 where its weight is not known. */
  readonly weight: number;
}

const NONE: readonly Good[] = [];

/** The goods of a shop by group, the lightest first. */
export class GoodsIndex {
  readonly products: ReadonlyMap<string, Product>;
  readonly #byGroup = new Map<Id | null, Good[]>();

  /** @param groups groups the book has: a product of another counts as of the default group */
  constructor(products: readonly Product[], groups: ReadonlySet<Id>) {
    this.products = new Map(products.map((product) => [product.id, product]));
    for (const product of products) {
      // A charge of its own may stand in place of a price: such goods show nothing of the others.
      if (!product.delivered || product.ownCharge?.how === 'instead') continue;
      const group = product.group !== null && groups.has(product.group) ? product.group : null;
      const good: Good = { product, weight: product.weight === null ? 0 : massForSums(product.weight) };
      const held = this.#byGroup.get(group);
      if (held) held.push(good);
      else this.#byGroup.set(group, [good]);
    }
    for (const goods of this.#byGroup.values())
      goods.sort((a, b) => a.weight - b.weight || a.product.price - b.product.price || (a.product.id < b.product.id ? -1 : 1));
  }

  /** Groups of which something is sold. */
  get groups(): readonly (Id | null)[] {
    return [...this.#byGroup.keys()];
  }

  of(group: Id | null): readonly Good[] {
    return this.#byGroup.get(group) ?? NONE;
  }

  /** Those of a group of which so many weigh at least `from` and less than `below`, the lightest `most`. */
  weighing(group: Id | null, times: number, from: number, below: number, most: number): readonly Good[] {
    const goods = this.of(group);
    const first = firstAt(goods, from / times);
    return goods.slice(first, Math.min(first + most, firstAt(goods, below / times)));
  }
}

/** Place of the first good that weighs as much or more. */
function firstAt(goods: readonly Good[], weight: number): number {
  let low = 0;
  let high = goods.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if ((goods[middle] as Good).weight < weight) low = middle + 1;
    else high = middle;
  }
  return low;
}
