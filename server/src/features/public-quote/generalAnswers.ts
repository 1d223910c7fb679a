import {
  admit,
  CarrierAnswers,
  type CartInput,
  type CompiledBook,
  type CountryCode,
  completeCart,
  type DayLoad,
  type Destination,
  type GoodsById,
  massToMicrograms,
  type ProductFacts,
  plan,
  settle,
  toPublicQuote,
} from '@ostrakon/core';
import { knownCentroids, withCentroid } from '@ostrakon/core/centroids';
import { generalOptions, type PublicOptions } from '@ostrakon/core/contract';
import { sampleAddresses } from '@ostrakon/core/sample-addresses';

/** Addresses of each part that are looked at, and carts at each: few enough that no country costs much. */
const ADDRESSES = 1;
const CARTS = 2;
/** Of at most so many parts of one country. */
const MOST_PARTS = 100;

type Goods = ReadonlyMap<string, ProductFacts>;

const lightestOf = new WeakMap<Goods, readonly string[]>();

/** The shop's lightest goods that cost something; looked for once for as long as the goods are the same. */
export function lightest(goods: Goods): readonly string[] {
  const held = lightestOf.get(goods);
  if (held) return held;
  const few: { id: string; weight: number }[] = [];
  for (const { id, weight, price } of goods.values()) {
    if (weight === null || price === 0) continue;
    few.push({ id, weight: massToMicrograms(weight) });
    few.sort((a, b) => a.weight - b.weight);
    few.length = Math.min(few.length, CARTS);
  }
  const ids = few.map(({ id }) => id);
  lightestOf.set(goods, ids);
  return ids;
}

interface Sources {
  readonly products: GoodsById;
  /** The same as they are listed. */
  readonly goods: Goods;
  readonly loads: readonly DayLoad[];
  readonly now: string;
}

/** What is delivered to a country in general: what the shop's lightest goods get at a few addresses of each part. No carrier is asked. */
export function answerInGeneral(
  book: CompiledBook,
  country: CountryCode,
  edition: number,
  { products, goods: all, loads, now }: Sources,
): PublicOptions {
  const goods = lightest(all);
  const none = new CarrierAnswers(new Map(), { missing: 'waiting' });
  const quoteOf = (product: string, destination: Destination) => {
    const cart: CartInput = { lines: [{ product, quantity: 1 }], discounts: [], destination };
    const opened = completeCart(book.places, cart, { products, now, loads, pointed: withCentroid });
    if (!opened.ok) return [];
    const admission = admit(book, opened.request, now);
    if (!admission.ok) return [];
    const quote = settle(plan(book, admission.admitted, none, { ledger: false }));
    return [{ quote: toPublicQuote(quote, book.book, { edition }), value: products.get(product)?.price ?? 0 }];
  };
  let left = MOST_PARTS;
  const general = generalOptions(book, country, {
    addresses: (zone) => {
      left -= 1;
      if (left < 0) return [];
      const places = book.book.zones[zone]?.places ?? [];
      const within = sampleAddresses(knownCentroids, book.places, places, zone, 20).filter((to) => to.country === country);
      return within.slice(0, ADDRESSES);
    },
    quotes: (to) => goods.flatMap((product) => quoteOf(product, to)),
  });
  return { edition, ...general };
}
