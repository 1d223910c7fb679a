import type { EditionFile } from '@ostrakon/core/contract';
import express, { type Express } from 'express';
import type { Logger } from 'pino';
import { type BuyersHandlers, buyersApp } from './buyersApp.ts';
import { deliveryPageSources } from './deliveryPage.ts';
import { buyersViewHandlers } from './features/buyers-view/buyersViewRoutes.ts';
import { deliveryHandlers } from './features/delivery-page/deliveryRoutes.ts';
import { feedHandlers } from './features/goods/feedRoutes.ts';
import { LiveQuotes } from './features/public-quote/liveQuotes.ts';
import { quoteHandlers } from './features/public-quote/publicRoutes.ts';
import { PUBLIC_PATH } from './http/doorFacts.ts';
import { problemHandler, unknownAddress } from './http/problemHandler.ts';
import { HttpProblem } from './http/problems.ts';
import { PUBLIC_LIMITS, type PublicLimits } from './http/publicDoor.ts';
import { type Watch, watchRequests } from './http/requests.ts';
import { type HeldKey, heldAs, type KeyRing } from './ports/keyRing.ts';

export interface FrozenParts {
  readonly file: EditionFile;
  readonly now: () => string;
  readonly log: Logger;
  readonly limits?: Partial<PublicLimits>;
  readonly trustProxy?: number | string;
  readonly watch?: Watch;
}

function keyRing(keys: EditionFile['keys']): KeyRing {
  const held = new Map<string, HeldKey>(
    keys.map(({ id, kind, scopes, origins, held: as }) => [as, { id, kind, name: '', scopes: new Set(scopes), origins: new Set(origins) }]),
  );
  return { find: (text) => held.get(heldAs(text)) ?? null, used: () => undefined };
}

const noLook = (): never => {
  throw new HttpProblem('link-spent', 'This server shows its one edition and nothing else.');
};

const noChange = (): never => {
  throw new HttpProblem('not-found', 'This server answers for one edition and takes no changes. Send them to the shop itself.');
};

/**
 * The buyers' door of one edition, with no database and nobody else beside it: any number of such servers answer alike. No
 * carrier is asked, so that live prices are what the edition says for a carrier that is silent.
 */
export function frozenApp({ file, now, log, limits, trustProxy, watch }: FrozenParts): Express {
  const { edition, book, products, loads, keys } = file;
  const byId = new Map(products.map((product) => [product.id, product]));
  const quotes = new LiveQuotes({
    live: () => ({ number: edition.number, book, until: Number.POSITIVE_INFINITY }),
    before: (number) =>
      Promise.reject(new HttpProblem('edition-gone', `This server answers for edition ${edition.number}, not ${number}.`)),
    products: () => byId,
    loads: () => loads,
    carriers: async () => new Map(),
    known: () => new Map(),
    looked: async () => noLook(),
    now,
  });
  const handlers: BuyersHandlers = {
    ...quoteHandlers(quotes, noLook),
    ...buyersViewHandlers({
      now,
      document: async () => ({ edition: quotes.edition(), book }),
      products: () => products,
      lookOf: noLook,
      open: false,
    }),
    ...deliveryHandlers(deliveryPageSources(quotes, (id) => byId.get(id), noLook)),
    ...feedHandlers((asked, left) => quotes.feed(asked, left)),
    'POST /orders': noChange,
    'POST /mail/returned': noChange,
    'GET /releases/:secret.ics': noChange,
    'POST /goods/changes': noChange,
    'PUT /loads': noChange,
    'PATCH /loads': noChange,
  };
  const door = buyersApp(handlers, keyRing(keys), { ...PUBLIC_LIMITS, ...limits }, log);
  const front = express();
  front.disable('x-powered-by');
  if (trustProxy !== undefined) front.set('trust proxy', trustProxy);
  for (const path of ['/healthz', '/readyz']) front.get(path, (_req, res) => void res.json({ ok: true, edition: edition.number }));
  front.use(watchRequests(log, watch));
  front.use(PUBLIC_PATH, (req, res, next) => door(req, res, next));
  front.use(unknownAddress);
  front.use(problemHandler(log));
  return front;
}
