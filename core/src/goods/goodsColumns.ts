/** What a column of a goods file can hold. */
export const GOODS_FIELDS = [
  'id',
  'name',
  'group',
  'price',
  'weight',
  'size',
  'length',
  'width',
  'height',
  'origin',
  'ownBox',
  'upright',
  'fragile',
  'delivered',
  'extraPackingDays',
  'ownCharge',
  'tags',
] as const;
export type GoodsField = (typeof GOODS_FIELDS)[number];

/** Names by which columns are known, in small letters without spaces or marks; the first one is written. */
const NAMES: Readonly<Record<GoodsField, readonly string[]>> = {
  id: ['article number', 'article', 'article no', 'item number', 'id', 'sku', 'code', 'product id', 'no'],
  name: ['name', 'title', 'product', 'product name', 'description', 'item'],
  group: ['goods group', 'group', 'category'],
  price: ['price', 'unit price', 'price each', 'amount'],
  weight: ['weight', 'unit weight', 'mass', 'weight each'],
  size: ['size', 'dimensions', 'measures'],
  length: ['length', 'long', 'depth', 'l'],
  width: ['width', 'wide', 'w'],
  height: ['height', 'high', 'h'],
  origin: ['origin', 'location', 'leaves from', 'ships from', 'warehouse'],
  ownBox: ['own box', 'ships in own box', 'own carton'],
  upright: ['this side up', 'upright', 'keep upright'],
  fragile: ['fragile', 'breakable'],
  delivered: ['delivered', 'is delivered', 'needs delivery', 'shippable'],
  extraPackingDays: ['extra packing days', 'packing days', 'extra days', 'lead days'],
  ownCharge: ['own delivery charge', 'delivery charge', 'own charge'],
  tags: ['tags', 'tag', 'labels', 'keywords'],
};

const plain = (header: string): string =>
  header
    .normalize('NFKC')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/[_\-.:/]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

const UNIT = /[\s([]+(kg|g|mg|lb|lbs|oz|cm|mm|m|in|inch|inches|ft)[)\]]*$/;

/** The unit a header names for the bare numbers below it: "Weight (g)", "length_cm". */
export function unitOfHeader(header: string): string | undefined {
  return UNIT.exec(plain(header))?.[1];
}

/** The field a header stands for, if its name is known. */
export function fieldOfHeader(header: string): GoodsField | undefined {
  const text = plain(header).replace(UNIT, '');
  return GOODS_FIELDS.find((field) => NAMES[field].includes(text));
}

/** The header written for a field. */
export function headerOf(field: GoodsField): string {
  const [name = field] = NAMES[field];
  return name.charAt(0).toUpperCase() + name.slice(1);
}

/** One guess a column; a field is guessed for its first column only. */
export function guessFields(headers: readonly string[]): (GoodsField | null)[] {
  const taken = new Set<GoodsField>();
  return headers.map((header) => {
    const field = fieldOfHeader(header);
    if (field === undefined || taken.has(field)) return null;
    taken.add(field);
    return field;
  });
}
