import { z } from 'zod';
import { DayLoad, LoadCount } from '../../dispatch/dispatchCalendar.ts';
import { CountryCode } from '../../places/countries.ts';
import { CartInput } from '../../quote/cartInput.ts';
import { GoodsAnswer, GoodsChange, LoadList } from '../api.ts';
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

/** The buyers' door: what checkouts and the shop's own server ask, by method and path from `/public/v1` on. */
export const publicRoutes = {
  'GET /openapi.json': { says: 'This description', who: 'buyer', answer: z.looseObject({ openapi: z.string() }) },
  'POST /quotes': {
    says: 'The options of a cart, by the live edition or one of before',
    who: 'buyer',
    query: z.object({ edition: EditionAsked, key: PageKey, look: Look }),
    body: CartInput.safeExtend(PublicAsk.shape),
    answer: PublicQuote,
    problems: [
      'nothing-published',
      'edition-gone',
      'not-found',
      'unknown-product',
      'too-many-pieces',
      'too-many-parts',
      'moment-out-of-reach',
      'key-needed',
      'link-spent',
    ],
  },
  'GET /shop': {
    says: 'The shop: its languages, currency, countries, and the hours of its counters',
    who: 'buyer',
    query: z.object({ key: PageKey, look: Look, language: Language }),
    answer: PublicShop,
    problems: ['nothing-published', 'link-spent', 'edition-gone'],
  },
  'GET /countries/:country': {
    says: 'How addresses of a country are written: its postal codes and its parts',
    who: 'buyer',
    params: z.object({ country: CountryCode }),
    query: z.object({ key: PageKey, look: Look, language: Language }),
    answer: PublicCountry,
    problems: ['nothing-published', 'link-spent', 'edition-gone'],
  },
  'GET /goods': {
    says: 'What the shop front lists; only where that is open, or with an address to look',
    who: 'buyer',
    query: z.object({ key: PageKey, look: Look, language: Language }),
    answer: PublicGoods,
    problems: ['nothing-published', 'front-closed', 'link-spent', 'edition-gone'],
  },
  'POST /orders': {
    says: 'Place an order: the same reference again is the same order',
    who: 'orders',
    body: PlaceOrder,
    status: 201,
    answer: OrderPlaced,
    problems: [
      'nothing-published',
      'edition-gone',
      'not-found',
      'unknown-product',
      'too-many-pieces',
      'too-many-parts',
      'moment-out-of-reach',
      'quote-gone',
    ],
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
  'PUT /loads': { says: 'Set the orders of a day', who: 'loads', body: DayLoad, answer: LoadList },
  'PATCH /loads': { says: 'Count orders of a day', who: 'loads', body: LoadCount, answer: LoadList },
} as const satisfies Routes;

export type PublicRoutes = typeof publicRoutes;
