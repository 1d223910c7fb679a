import { z } from 'zod';
import { Currency } from '../money/currency.ts';
import { CountryCode, SubdivisionCode } from '../places/countries.ts';
import type { PublicQuote } from './publicQuote.ts';

/** A product, a place and one of its options: a row of the feed. Amounts are whole minor units. */
export const FeedRow = z.strictObject({
  product: z.string(),
  name: z.string(),
  /** What the product itself costs. */
  price: z.int().min(0),
  /** Where it goes: country, province, postal code, as far as they were named. */
  place: z.string(),
  option: z.string(),
  /** What its delivery costs, bought alone. */
  delivery: z.int().min(0),
  /** The first and the last day on which it may come, as plain dates; empty where none is told. */
  earliest: z.string(),
  latest: z.string(),
});
export type FeedRow = z.infer<typeof FeedRow>;

/** Goods with what it costs and how long it takes to deliver each of them, by itself, to one place. */
export const GoodsFeed = z.strictObject({
  format: z.literal('ostrakon-goods-feed'),
  edition: z.int().min(1),
  /** When it was made: days are counted from there. */
  madeAt: z.iso.datetime(),
  currency: Currency,
  minorDigits: z.int(),
  rows: z.array(FeedRow),
});
export type GoodsFeed = z.infer<typeof GoodsFeed>;

export const FeedAsked = z.object({
  country: CountryCode,
  subdivision: SubdivisionCode.optional(),
  postalCode: z.string().max(16).optional(),
  language: z.string().max(35).optional(),
});
export type FeedAsked = z.infer<typeof FeedAsked>;

/** Columns of the feed as CSV, in their order. */
export const FEED_COLUMNS = [
  'product',
  'name',
  'price',
  'place',
  'option',
  'delivery',
  'earliest',
  'latest',
] as const satisfies readonly (keyof FeedRow)[];

/** The rows of one product: an option a row. */
export function feedRows(product: Pick<FeedRow, 'product' | 'name' | 'price'>, place: string, { options }: PublicQuote): FeedRow[] {
  return options.flatMap((option) =>
    option.status !== 'priced'
      ? []
      : [
          {
            ...product,
            place,
            option: option.name,
            delivery: option.price,
            earliest: option.promise?.first ?? '',
            latest: option.promise?.last ?? '',
          },
        ],
  );
}
