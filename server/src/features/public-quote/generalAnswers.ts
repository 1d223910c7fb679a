import {
  admit,
  CarrierAnswers,
  type CartInput,
  type CompiledBook,
  type CountryCode,
  completeCart,
  type DayLoad,
  type Destination,
  findZone,
  type GoodsById,
  massToMicrograms,
  minorDigits,
  type ProductFacts,
  type PublicQuote,
  plan,
  type RateBook,
  settle,
  toPublicQuote,
} from '@ostrakon/core';
import { knownCentroids, withCentroid } from '@ostrakon/core/centroids';
import {
  type DeliveredTo,
  type DeliveryFacts,
  deliveredTo,
  deliveryFacts,
  type FeedAsked,
  type FeedRow,
  feedRows,
  type GoodsFeed,
  generalOptions,
  holidayAhead,
  inLanguage,
  type PublicOptions,
} from '@ostrakon/core/contract';
import { sampleAddresses } from '@ostrakon/core/sample-addresses';
import { subdivisionNames } from '@ostrakon/core/subdivision-names';

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

/** What small carts get by a book. No carrier is asked. */
function quoter(book: CompiledBook, edition: number, language: string | undefined, { products, loads, now }: Omit<Sources, 'goods'>) {
  const none = new CarrierAnswers(new Map(), { missing: 'waiting' });
  return (product: string, destination: Destination) => {
    const cart: CartInput = { lines: [{ product, quantity: 1 }], discounts: [], destination };
    const opened = completeCart(book.places, cart, { products, now, loads, pointed: withCentroid });
    if (!opened.ok) return [];
    const admission = admit(book, opened.request, now);
    if (!admission.ok) return [];
    const quote = settle(plan(book, admission.admitted, none, { ledger: false }));
    return [{ quote: toPublicQuote(quote, book.book, { edition, language }), value: products.get(product)?.price ?? 0 }];
  };
}

/** Addresses that lie in a zone. */
const addressesIn = (book: CompiledBook, zone: number, most: number): readonly Destination[] =>
  sampleAddresses(knownCentroids, book.places, book.book.zones[zone]?.places ?? [], zone, most);

/** What is delivered to a country in general: what the shop's lightest goods get at a few addresses of each part. */
export function answerInGeneral(book: CompiledBook, country: CountryCode, edition: number, sources: Sources): PublicOptions {
  const goods = lightest(sources.goods);
  const quoteOf = quoter(book, edition, undefined, sources);
  let left = MOST_PARTS;
  const general = generalOptions(book, country, {
    addresses: (zone) => {
      left -= 1;
      if (left < 0) return [];
      return addressesIn(book, zone, 20)
        .filter((to) => to.country === country)
        .slice(0, ADDRESSES);
    },
    quotes: (to) => goods.flatMap((product) => quoteOf(product, to)),
  });
  return { edition, ...general };
}

/** Products that are quoted before anybody else is let in between. */
const AT_ONCE = 20;

/** Zones that a delivery page tells; more than that nobody reads. */
const MOST_ZONES = 100;

/** Each product by itself to one place, a row an option. */
export async function answerFeed(
  book: CompiledBook,
  edition: number,
  asked: FeedAsked,
  sources: Sources & { readonly hasLeft: () => boolean },
): Promise<GoodsFeed> {
  const { country, subdivision, postalCode, language } = asked;
  const to: Destination = { country, ...(subdivision && { subdivision }), ...(postalCode && { postalCode }) };
  const quoteOf = quoter(book, edition, language, sources);
  const { say } = inLanguage(book.book, language);
  const place = [country, subdivision, postalCode].filter(Boolean).join(' ');
  const rows: FeedRow[] = [];
  let nth = 0;
  for (const { id, name, price } of sources.goods.values()) {
    if (nth % AT_ONCE === 0) await breathe();
    // Nobody waits for it any more.
    if (sources.hasLeft()) break;
    nth += 1;
    const [quoted] = quoteOf(id, to);
    if (quoted) rows.push(...feedRows({ product: id, name: say(name), price }, place, quoted.quote));
  }
  const { currency } = book.book.shop;
  return { format: 'ostrakon-goods-feed', edition, madeAt: sources.now, currency, minorDigits: minorDigits(currency), rows };
}

/** The lightest goods of each group, by the name of the group. */
function lightestByGroup({ goodsGroups }: RateBook, goods: Goods, products: GoodsById): readonly { group: string; product: string }[] {
  const best = new Map<string, { product: string; weight: number }>();
  for (const { id } of goods.values()) {
    const product = products.get(id);
    if (!product || product.weight === null || product.group === null || !product.delivered) continue;
    const weight = massToMicrograms(product.weight);
    const held = best.get(product.group);
    if (!held || weight < held.weight) best.set(product.group, { product: id, weight });
  }
  return goodsGroups.flatMap(({ id, name }) => {
    const held = best.get(id);
    return held ? [{ group: name, product: held.product }] : [];
  });
}

/** One after the other, with room for other work between them: a page of many zones holds nobody up. */
const breathe = () => new Promise<void>((resolve) => setImmediate(resolve));

/** The zone of an address, by its place in the book; a number no zone has where it lies in none. */
const zoneOf = ({ places }: CompiledBook, to: Destination): number => findZone(places, withCentroid(places, to))?.zone ?? -1;

/** What one of a product gets in each zone that a page tells, in its order. */
export async function deliveredProduct(
  book: CompiledBook,
  edition: number,
  language: string | undefined,
  product: string,
  sources: Sources,
): Promise<readonly (PublicQuote | null)[]> {
  const quoteOf = quoter(book, edition, language, sources);
  const quotes: (PublicQuote | null)[] = [];
  for (let zone = 0; zone < Math.min(book.book.zones.length, MOST_ZONES); zone += 1) {
    await breathe();
    const [address] = addressesIn(book, zone, ADDRESSES);
    // Zones of which nothing is known are on no page.
    if (address) quotes.push(quoteOf(product, address)[0]?.quote ?? null);
  }
  return quotes;
}

/** The same with the names of provinces and states, in the shop's own words where it has some. */
function named(to: DeliveredTo, locale: string, say: (text: string) => string): DeliveredTo {
  const nameOf = (code: string) => {
    const names = subdivisionNames().get(code);
    if (!names) return code;
    const own = say(names.english);
    return own !== names.english || locale.startsWith('en') ? own : names.local;
  };
  const all = (places: DeliveredTo['places']) =>
    places.map((place) => (place.kind === 'subdivision' ? { ...place, name: nameOf(place.subdivision) } : place));
  return { ...to, places: all(to.places), except: all(to.except) };
}

/** All a delivery page says, of a book in a language; to one address, where one is given. */
export async function answerDelivery(
  book: CompiledBook,
  edition: Pick<DeliveryFacts, 'edition' | 'until' | 'since'>,
  { language, to }: { readonly language?: string | undefined; readonly to?: Destination | undefined },
  sources: Sources,
): Promise<DeliveryFacts> {
  const only = to && zoneOf(book, to);
  const goods = lightest(sources.goods);
  const quoteOf = quoter(book, edition.edition, language, sources);
  const { book: own, say } = inLanguage(book.book, language);
  const groups = lightestByGroup(own, sources.goods, sources.products).map(({ group, product }) => ({ group: say(group), product }));
  const told: (DeliveredTo | null)[] = [];
  const holiday = holidayAhead(book.book, sources.now);
  for (let zone = 0; zone < Math.min(own.zones.length, MOST_ZONES); zone += 1) {
    if (only !== undefined && zone !== only) {
      told.push(null);
      continue;
    }
    await breathe();
    const addresses = to ? [withCentroid(book.places, to)] : addressesIn(book, zone, ADDRESSES);
    told.push(
      deliveredTo(book.book, zone, language, {
        addresses: () => addresses,
        holiday,
        now: sources.now,
        quotes: (to) => goods.flatMap((product) => quoteOf(product, to)),
        byGroup: (to) => groups.flatMap(({ group, product }) => quoteOf(product, to).map(({ quote }) => ({ group, quote }))),
      }),
    );
  }
  return deliveryFacts(
    book.book,
    language,
    sources.now,
    edition,
    told.map((one) => one && named(one, own.shop.locale, say)),
  );
}
