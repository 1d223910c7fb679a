import { z } from 'zod';
import { DayLoad, LoadCount } from '../../dispatch/dispatchCalendar.ts';
import { ProductFacts } from '../../goods/product.ts';
import { TrialChange } from '../../trials/trial.ts';
import {
  GoodsAnswer,
  GoodsChange,
  GoodsImport,
  HolidayList,
  HolidayPlaces,
  HolidaysAnswer,
  LoadList,
  TrialList,
  TrialsAnswer,
} from '../api.ts';
import { Nothing } from './params.ts';
import type { Routes } from './route.ts';

const Year = z.coerce.number<string>().int().min(2010).max(2038);
const HolidaysOfPlace = z
  .object({ country: z.string().length(2), region: z.string().max(10).optional(), from: Year, until: Year })
  .refine(({ from, until }) => from <= until, { path: ['until'], message: 'The last year is before the first' });
/** Of some countries, all their parts. */
const HolidaysOfAll = z.object({
  countries: z
    .string()
    .transform((text) => text.split(','))
    .pipe(z.array(z.string().length(2)).max(20, 'At most 20 countries at once')),
  from: Year,
  until: Year,
});
const ProductList = z.strictObject({ products: z.array(ProductFacts) });

/** Goods, trials, the orders of days, and holidays. */
export const goodsRoutes = {
  'GET /products': { says: 'The goods', who: 'read', answer: ProductList },
  'POST /products/changes': {
    says: 'Change goods, all of it or nothing',
    who: 'edit',
    body: GoodsChange,
    answer: GoodsAnswer,
    problems: ['not-found', 'too-many-products', 'cancelled', 'unknown-product'],
  },
  'POST /products/imports': { says: 'Begin a change sent in parts', who: 'edit', body: Nothing, status: 201, answer: GoodsImport },
  'DELETE /products/imports/:id': { says: 'Call it off', who: 'edit', status: 204, answer: null },
  'POST /products/imports/:id/parts': {
    says: 'Send a part',
    who: 'edit',
    body: GoodsChange,
    answer: GoodsImport,
    problems: ['not-found', 'too-many-products', 'id-in-use'],
  },
  'POST /products/imports/:id/taken': {
    says: 'Take all parts as one change',
    who: 'edit',
    body: Nothing,
    answer: GoodsAnswer,
    problems: ['not-found', 'too-many-products', 'cancelled', 'unknown-product'],
  },

  'GET /trials': { says: 'The trials', who: 'read', answer: TrialList },
  'POST /trials/changes': {
    says: 'Change trials, all of it or nothing',
    who: 'edit',
    body: TrialChange,
    answer: TrialsAnswer,
    problems: ['not-found', 'too-many-trials', 'id-in-use'],
  },
  'GET /loads': { says: 'Orders taken so far', who: 'read', answer: LoadList },
  'PUT /loads': { says: 'Set the orders of a day', who: 'edit', body: DayLoad, answer: LoadList },
  'PATCH /loads': { says: 'Count orders of a day', who: 'edit', body: LoadCount, answer: LoadList },

  'GET /holidays': {
    says: 'Public holidays of a place',
    who: 'read',
    query: HolidaysOfPlace,
    answer: HolidayList,
    problems: ['not-found'],
  },
  'GET /holidays/of': {
    says: 'Public holidays of countries and their parts',
    who: 'read',
    query: HolidaysOfAll,
    answer: HolidaysAnswer,
    problems: ['not-found'],
  },
  'GET /holidays/places': { says: 'Places whose holidays are known', who: 'read', answer: HolidayPlaces },
} as const satisfies Routes;
