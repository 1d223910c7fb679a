import { z } from 'zod';
import { Currency } from '../money/currency.ts';
import { CountryCode, SubdivisionCode } from '../places/countries.ts';
import { CartInput } from '../quote/cartInput.ts';
import { TimeSpan } from '../time/timeOfDay.ts';
import { BuyerId, PublicQuote } from './publicQuote.ts';

/** A day of a counter, by its own clock; no hours is closed. */
const CounterDay = z.strictObject({
  date: z.iso.date(),
  hours: z.array(TimeSpan),
  /** Why its hours are not those of other weeks. */
  name: z.string().optional(),
});

/** A place where buyers collect. */
export const PublicCounterHours = z.strictObject({
  service: z.string(),
  name: z.string(),
  street: z.string(),
  city: z.string(),
  country: CountryCode,
  postalCode: z.string().nullable(),
  point: z.strictObject({ latitude: z.number(), longitude: z.number() }).nullable(),
  instructions: z.string(),
  /** IANA time zone of its clock. */
  timeZone: z.string(),
  openNow: z.boolean(),
  /** Today and the days to come. */
  days: z.array(CounterDay),
});
export type PublicCounterHours = z.infer<typeof PublicCounterHours>;

/** What a checkout has to know of a shop before there is a cart. */
export const PublicShop = z.strictObject({
  edition: PublicQuote.shape.edition,
  until: PublicQuote.shape.until,
  name: z.string(),
  currency: Currency,
  minorDigits: z.int(),
  units: z.enum(['metric', 'imperial']),
  /** The language of this answer, and all the shop has its texts in, its own first: BCP 47 tags. */
  language: z.string(),
  languages: z.array(z.string()).min(1),
  /** Countries it delivers to. */
  countries: z.array(CountryCode),
  /** The country it is at home in. */
  home: CountryCode,
  /** Whether one order may go to several addresses, and how many items such an order may have. */
  severalAddresses: z.strictObject({ allowed: z.boolean(), mostItems: z.int().nullable() }),
  /** Where buyers write to. */
  mail: z.string().optional(),
  counters: z.array(PublicCounterHours),
});
export type PublicShop = z.infer<typeof PublicShop>;

/** How addresses of a country are written. */
export const PublicCountry = z.strictObject({
  country: CountryCode,
  name: z.string(),
  /** What a whole postal code looks like, as a regular expression for capitals, and one as people write it; null where none is used or known. */
  postal: z.strictObject({ pattern: z.string(), example: z.string() }).nullable(),
  regions: z.array(z.strictObject({ code: SubdivisionCode, name: z.string() })),
});
export type PublicCountry = z.infer<typeof PublicCountry>;

/** What a shop sells, as its shop front lists it. */
export const PublicGoods = z.strictObject({
  currency: Currency,
  minorDigits: z.int(),
  goods: z.array(z.strictObject({ product: z.string(), name: z.string(), price: z.int(), group: z.string().nullable() })),
});
export type PublicGoods = z.infer<typeof PublicGoods>;

const line = (most: number) => z.string().trim().max(most, `At most ${most} characters`);

/** Who buys, and where to: what is said of a person and of nothing else. */
export const OrderBuyer = z.strictObject({
  name: line(120).min(1, 'Write who receives it'),
  mail: z.email('Write an address such as name@example.org').max(254),
  street: line(200).min(1, 'Write street and number'),
  town: line(120).min(1, 'Write the town'),
  telephone: line(40).optional(),
});
export type OrderBuyer = z.infer<typeof OrderBuyer>;

/** An order as it is placed: the cart, what was chosen of its quote, and who buys. */
export const PlaceOrder = z.strictObject({
  /** Made by whoever sends it: the same one again is the same order. */
  reference: z.string().min(8, 'At least 8 characters').max(80, 'At most 80 characters'),
  cart: CartInput,
  /** The edition that was quoted from; the shop's own server may leave it to the time of the order. */
  edition: z.int().min(1).optional(),
  language: z.string().max(35).optional(),
  /** The option chosen for the whole cart, or one for each part it travels in, by its number. */
  choices: z
    .array(z.strictObject({ part: z.int().min(0).optional(), service: z.string().max(60), price: z.int().min(0) }))
    .min(1, 'Choose how it is delivered')
    .max(60),
  buyer: OrderBuyer,
  /** The shop's own reference of who buys: kept as a digest, for hours that run after an order. With a server key for orders only. */
  buyerId: BuyerId.optional(),
});
export type PlaceOrder = z.infer<typeof PlaceOrder>;

export const OrderPlaced = z.strictObject({
  number: z.int().min(1),
  placedAt: z.iso.datetime(),
  /** The edition it was bought by; null where none answers for its time. */
  edition: z.int().min(1).nullable(),
  /** What delivery costs, in minor units. */
  delivery: z.int().min(0),
});
export type OrderPlaced = z.infer<typeof OrderPlaced>;

/** Why something is left out of what machines read. */
export const UnsaidWhy = z.enum([
  'placeByDistance',
  'placeDrawn',
  'placeExcepted',
  'everywhereElse',
  'priceOfCarrier',
  'priceOnAsking',
  'rangeOfCodes',
]);
export type UnsaidWhy = z.infer<typeof UnsaidWhy>;

/** What the owner looks at through the buyer's eyes: what is live, an edition, or a draft by its number. */
export const LookAt = z.discriminatedUnion('see', [
  z.strictObject({ see: z.literal('live') }),
  z.strictObject({ see: z.literal('edition'), edition: z.int().min(1) }),
  z.strictObject({ see: z.literal('draft'), draft: z.int().min(1) }),
]);
export type LookAt = z.infer<typeof LookAt>;

/** What the owner is told of the delivery page. */
export const DeliveryPageState = z.strictObject({
  edition: z.int().min(1),
  since: z.iso.datetime().optional(),
  /** What the vocabulary of schema.org has no words for: why, of which service (all of them where it is null), and where by its heading on the page. */
  unsaid: z.array(z.strictObject({ service: z.string().nullable(), where: z.string(), why: UnsaidWhy })),
});
export type DeliveryPageState = z.infer<typeof DeliveryPageState>;

/** An address that opens the shop front for a while. */
export const LookLink = z.strictObject({
  look: z.string(),
  until: z.iso.datetime(),
  /** Where the shop front is: a path, or an address where the buyers' door is elsewhere. */
  front: z.string(),
});
export type LookLink = z.infer<typeof LookLink>;
