import { z } from 'zod';
import { FeedAsked, GoodsFeed } from '../goodsFeed.ts';
import { DeliveryPageState, LookAt, LookLink } from '../publicShop.ts';
import { carrierRoutes } from './carrierRoutes.ts';
import { deskRoutes } from './deskRoutes.ts';
import { editionRoutes } from './editionRoutes.ts';
import { goodsRoutes } from './goodsRoutes.ts';
import { keyRoutes } from './keyRoutes.ts';
import { mailRoutes } from './mailRoutes.ts';
import { paperRoutes } from './paperRoutes.ts';
import { peopleRoutes } from './peopleRoutes.ts';
import type { Routes } from './route.ts';
import { shopRoutes } from './shopRoutes.ts';
import { windowRoutes } from './windowRoutes.ts';

/** The owner's door: everything the page asks, by method and path from `/api` on. */
export const ownerRoutes = {
  'GET /openapi.json': { says: 'This description', who: 'read', answer: z.looseObject({ openapi: z.string() }) },
  ...peopleRoutes,
  'GET /goods-feed': {
    says: 'Goods with the price and time of their delivery to a place',
    who: 'read',
    query: FeedAsked,
    answer: GoodsFeed,
    problems: ['nothing-published'],
  },
  'GET /goods-feed/csv': {
    says: 'The same as CSV, a row for each product and option',
    who: 'read',
    query: FeedAsked,
    answer: { file: 'text/csv' },
    problems: ['nothing-published'],
  },
  'GET /delivery-page': {
    says: 'What the delivery page says since when, and what of it the words of schema.org cannot say',
    who: 'read',
    answer: DeliveryPageState,
    problems: ['nothing-published'],
  },
  'POST /look': {
    says: 'Make an address that shows the shop front by what is live, an edition or a draft, for a while',
    who: 'read',
    body: LookAt,
    status: 201,
    answer: LookLink,
    problems: ['not-found'],
  },
  ...deskRoutes,
  ...paperRoutes,
  ...mailRoutes,
  ...windowRoutes,
  ...keyRoutes,
  ...editionRoutes,
  ...goodsRoutes,
  ...carrierRoutes,
  ...shopRoutes,
} as const satisfies Routes;

export type OwnerRoutes = typeof ownerRoutes;
