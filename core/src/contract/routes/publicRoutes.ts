import { z } from 'zod';
import { DayLoad, LoadCount } from '../../dispatch/dispatchCalendar.ts';
import { CountryCode } from '../../places/countries.ts';
import { CartInput } from '../../quote/cartInput.ts';
import { GoodsAnswer, GoodsChange, LoadList } from '../api.ts';
import { DeliveryFacts } from '../deliveryFacts.ts';
import { FeedAsked, GoodsFeed } from '../goodsFeed.ts';
import { MailKind, ReturnedMail } from '../mail.ts';
import type { ProblemCode } from '../problemCode.ts';
import { PublicOptions } from '../publicOptions.ts';
import { PublicAsk, PublicEdition, PublicQuote } from '../publicQuote.ts';
import { OrderPlaced, PlaceOrder, PublicCountry, PublicGoods, PublicShop } from '../publicShop.ts';
import type { Routes } from './route.ts';

/** The number of an edition, beside a quote. */
const EditionAsked = z
  .string('Write the number of an edition, such as edition=12.')
  .regex(/^[1-9]\d{0,8}$/, 'Write the number of an edition, such as edition=12.')
  .transform(Number)
  .optional();
const PageKey = z.string().max(100).optional();
/** What the owner was given to look at something that is not live. */
const Look = z.string().max(600).optional();
const Language = z.string().max(35).optional();

/** Why a cart is not quoted. */
const NO_QUOTE = [
  'nothing-published',
  'edition-gone',
  'not-found',
  'unknown-product',
  'too-many-pieces',
  'too-many-parts',
  'moment-out-of-reach',
  'key-needed',
] as const satisfies readonly ProblemCode[];
/** Why nothing of a shop is shown. */
const NO_SHOP = ['nothing-published', 'link-spent', 'edition-gone'] as const satisfies readonly ProblemCode[];

/** Which delivery page, and of which address. */
const DeliveryAsked = z.object({
  key: PageKey,
  look: Look,
  language: Language,
  country: CountryCode.optional(),
  postalCode: z.string().max(16).optional(),
});

/** The buyers' door: what checkouts and the shop's own server ask, by method and path from `/public/v1` on. */
export const publicRoutes = {
  'GET /openapi.json': { says: 'This description', who: 'buyer', answer: z.looseObject({ openapi: z.string() }) },
  'POST /quotes': {
    says: 'The options of a cart, by the live edition or one of before',
    who: 'buyer',
    query: z.object({ edition: EditionAsked, key: PageKey, look: Look }),
    body: CartInput.safeExtend(PublicAsk.shape),
    answer: PublicQuote,
    problems: [...NO_QUOTE, 'link-spent'],
  },
  'GET /shop': {
    says: 'The shop: its languages, currency, countries, and the hours of its counters',
    who: 'buyer',
    query: z.object({ key: PageKey, look: Look, language: Language }),
    answer: PublicShop,
    problems: NO_SHOP,
  },
  'GET /countries/:country': {
    says: 'How addresses of a country are written: its postal codes and its parts',
    who: 'buyer',
    params: z.object({ country: CountryCode }),
    query: z.object({ key: PageKey, look: Look, language: Language }),
    answer: PublicCountry,
    problems: NO_SHOP,
  },
  'GET /goods': {
    says: 'What the shop front lists; only where that is open, or with an address to look',
    who: 'buyer',
    query: z.object({ key: PageKey, look: Look, language: Language }),
    answer: PublicGoods,
    problems: [...NO_SHOP, 'front-closed'],
  },
  'POST /orders': {
    says: 'Place an order: the same reference again is the same order',
    who: 'orders',
    body: PlaceOrder,
    status: 201,
    answer: OrderPlaced,
    problems: [...NO_QUOTE, 'quote-gone'],
  },
  'GET /delivery': {
    says: 'The delivery page: what is delivered where in general, or to one address; alone or with all that makes it a page',
    who: 'buyer',
    query: DeliveryAsked.extend({ part: z.literal('article').optional() }),
    answer: { file: 'text/html' },
    problems: NO_SHOP,
  },
  'GET /delivery/facts': {
    says: 'All the delivery page says, as facts',
    who: 'buyer',
    query: DeliveryAsked,
    answer: DeliveryFacts,
    problems: NO_SHOP,
  },
  'GET /delivery/paper': {
    says: 'The delivery page on paper',
    who: 'buyer',
    query: DeliveryAsked.omit({ country: true, postalCode: true }),
    answer: { file: 'application/pdf' },
    problems: [...NO_SHOP, 'busy'],
  },
  'GET /delivery/data': {
    says: 'What machines read of the delivery page, or of a product, in the words of schema.org',
    who: 'buyer',
    query: DeliveryAsked.omit({ country: true, postalCode: true }).extend({ product: z.string().max(60).optional() }),
    answer: { file: 'application/ld+json' },
    problems: [...NO_SHOP, 'unknown-product'],
  },
  'GET /edition': {
    says: 'Which edition is live, and until when',
    who: 'buyer',
    query: z.object({ key: PageKey }),
    answer: PublicEdition,
    problems: ['nothing-published'],
  },
  'GET /options': {
    says: 'What is delivered to a country in general, from what price',
    who: 'buyer',
    query: z.object({ country: CountryCode, key: PageKey }),
    answer: PublicOptions,
    problems: ['nothing-published'],
  },
  'GET /releases/:secret.ics': {
    says: 'The calendar of releases, for whoever knows its address',
    who: 'buyer',
    answer: { file: 'text/calendar' },
  },
  'POST /goods/changes': {
    says: 'Change goods, all of it or nothing',
    who: 'goods',
    body: GoodsChange,
    answer: GoodsAnswer,
    problems: ['not-found', 'too-many-products', 'cancelled', 'unknown-product'],
  },
  'GET /goods-feed': {
    says: 'Goods with the price and time of their delivery to a place',
    who: 'goods',
    query: FeedAsked,
    answer: GoodsFeed,
    problems: ['nothing-published'],
  },
  'GET /goods-feed/csv': {
    says: 'The same as CSV, a row for each product and option',
    who: 'goods',
    query: FeedAsked,
    answer: { file: 'text/csv' },
    problems: ['nothing-published'],
  },
  'PUT /loads': { says: 'Set the orders of a day', who: 'loads', body: DayLoad, answer: LoadList },
  'POST /mail/returned': {
    says: 'Hand in a message that tells that an e-mail did not get there',
    who: 'mail',
    body: ReturnedMail,
    answer: z.strictObject({ order: z.int().nullable(), kind: MailKind }),
    problems: ['mail-refused'],
  },
  'PATCH /loads': { says: 'Count orders of a day', who: 'loads', body: LoadCount, answer: LoadList },
} as const satisfies Routes;

export type PublicRoutes = typeof publicRoutes;
