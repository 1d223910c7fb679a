import type { Product } from '@ostrakon/core';

export type Lack = 'weight' | 'size';
export type SortColumn = 'id' | 'name' | 'group' | 'price' | 'weight' | 'size' | 'origin' | 'extraPackingDays';

/** What is looked for; an empty part asks for nothing. */
export interface GoodsFilter {
  readonly text: string;
  /** A goods group's id, or `none` for the default group. */
  readonly group: string;
  readonly tag: string;
  readonly lacks: Lack | null;
}

export const NO_FILTER: GoodsFilter = { text: '', group: '', tag: '', lacks: null };

export interface Sort {
  readonly column: SortColumn;
  readonly down: boolean;
}

/** Only goods that are delivered need a weight and a size. */
export const lacksWeight = (product: Product): boolean => product.delivered && product.weight === null;
export const lacksSize = (product: Product): boolean => product.delivered && product.size === null;

const plain = (text: string) =>
  text
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase();

const searched = new WeakMap<Product, string>();

/** What a search looks at, worked out once for each product: every word of it is found anywhere. */
function searchText(product: Product): string {
  const known = searched.get(product);
  if (known !== undefined) return known;
  const text = plain(`${product.id} ${product.name} ${product.tags.join(' ')}`);
  searched.set(product, text);
  return text;
}

/** The products that fit, in their order. `groups` are the ids in use: a product in another one is in the default group. */
export function filterGoods(products: readonly Product[], filter: GoodsFilter, groups: ReadonlySet<string>): Product[] {
  const words = plain(filter.text).split(/\s+/).filter(Boolean);
  const inGroup = (product: Product) =>
    filter.group === 'none' ? product.group === null || !groups.has(product.group) : product.group === filter.group;
  return products.filter(
    (product) =>
      (filter.group === '' || inGroup(product)) &&
      (filter.tag === '' || product.tags.includes(filter.tag)) &&
      (filter.lacks !== 'weight' || lacksWeight(product)) &&
      (filter.lacks !== 'size' || lacksSize(product)) &&
      words.every((word) => searchText(product).includes(word)),
  );
}

/** Sorted by a key; what has none comes last, whichever way. Equal keys keep their order. */
export function sortGoods(
  products: readonly Product[],
  sort: Sort | null,
  keyOf: (product: Product, column: SortColumn) => number | string | null,
): Product[] {
  if (sort === null) return [...products];
  const keyed = products.map((product) => ({ product, key: keyOf(product, sort.column) }));
  const words = new Intl.Collator('en', { numeric: true });
  const compare = (a: number | string, b: number | string) =>
    typeof a === 'number' && typeof b === 'number' ? a - b : words.compare(String(a), String(b));
  keyed.sort((a, b) => {
    if (a.key === null || b.key === null) return Number(a.key === null) - Number(b.key === null);
    return sort.down ? compare(b.key, a.key) : compare(a.key, b.key);
  });
  return keyed.map(({ product }) => product);
}
