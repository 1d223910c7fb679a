import { z } from 'zod';
import { MassText } from '../measures/mass.ts';
import { Minor } from '../money/money.ts';
import { Id } from '../names/naming.ts';
import { Size } from '../packing/packaging.ts';
import { CountryCode } from '../places/countries.ts';

/** Identifies a product across imports: the shop's own article number. */
export const ProductId = z
  .string()
  .trim()
  .min(1, 'Write an article number')
  .max(60, 'An article number has at most 60 characters')
  // biome-ignore lint/suspicious/noControlCharactersInRegex: those are what is refused
  .regex(/^[^\u0000-\u001f\u007f]+$/, 'An article number has no line breaks or control characters');

export const Tag = z
  .string()
  .trim()
  .min(1, 'Write a tag')
  .max(40, 'A tag has at most 40 characters')
  .regex(/^[^,;]+$/, 'A tag has no comma or semicolon');

/** A code of the Harmonized System (WCO): six digits that hold everywhere, and up to six of a country's own. */
export const HsCode = z.string().regex(/^\d{6,12}$/, 'A customs code has 6 to 12 digits, such as 691200');

/** The most products a shop may have. */
export const MOST_PRODUCTS = 100_000;

/** A product's own delivery charge, in minor units for each one. Collecting at a counter costs none. */
export const OwnCharge = z.strictObject({ amount: Minor, how: z.enum(['instead', 'onTop']) });
export type OwnCharge = z.infer<typeof OwnCharge>;

/** Something the shop sells, with the rules it is delivered by. */
export const Product = z.strictObject({
  id: ProductId,
  name: z.string().trim().min(1, 'Write a name').max(200, 'A name has at most 200 characters'),
  /** Its goods group; null is the default group. */
  group: Id.nullable(),
  /** Price of one, in minor units. */
  price: Minor,
  weight: MassText.nullable(),
  size: Size.nullable(),
  /** The location it leaves from; null lets the shop's first suitable one send it. */
  origin: Id.nullable(),
  /** Travels in the box it comes in. */
  ownBox: z.boolean(),
  /** This side up. */
  upright: z.boolean(),
  /** Nothing may lie over it. */
  fragile: z.boolean(),
  /** False for goods that are not delivered, such as a gift card. */
  delivered: z.boolean(),
  /** Packing days on top of the shop's own. */
  extraPackingDays: z.int().min(0, 'At least 0 days').max(60, 'At most 60 days'),
  /** A delivery charge of its own for each one, in place of the card or on top of it; null where there is none. */
  ownCharge: OwnCharge.nullable(),
  tags: z.array(Tag).max(30, 'At most 30 tags'),
  /** Under which heading customs list it: the digits of the Harmonized System, six or more. */
  hsCode: HsCode.nullable().optional(),
  /** The country it was made in. */
  madeIn: CountryCode.nullable().optional(),
});
export type Product = z.infer<typeof Product>;

const RULES = { group: true, delivered: true, extraPackingDays: true, ownCharge: true } as const;

/** What is true of a product whatever the rate book says. It counts at once, for buyers too. */
export const ProductFacts = Product.omit(RULES);
export type ProductFacts = z.infer<typeof ProductFacts>;

/** A product as a list may write it: with what is said of it, or without. */
export const ListedProduct = Product.partial(RULES);

/** What a rate book says of a product; what it does not say is as for all goods. */
export const GoodsRule = Product.pick(RULES).partial();
export type GoodsRule = z.infer<typeof GoodsRule>;

/** What a product is when nothing else is said. */
export const PRODUCT_DEFAULTS = {
  group: null,
  weight: null,
  size: null,
  origin: null,
  ownBox: false,
  upright: false,
  fragile: false,
  delivered: true,
  extraPackingDays: 0,
  ownCharge: null,
  tags: [] as string[],
} as const satisfies Partial<Product>;
