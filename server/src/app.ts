import { join } from 'node:path';
import { isPage } from '@ostrakon/core';
import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import packedFiles from 'express-static-gzip';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { KnownCarrier } from './carriers/connections.ts';
import type { CarrierGateway } from './carriers/gateway.ts';
import { carrierRoutes } from './features/carriers/carrierRoutes.ts';
import { draftRoutes, draftsRoutes } from './features/draft/draftRoutes.ts';
import { editionRoutes, feedRoutes } from './features/editions/editionRoutes.ts';
import { ReleaseFeed } from './features/editions/releaseFeed.ts';
import { goodsRoutes } from './features/goods/goodsRoutes.ts';
import { holidayRoutes } from './features/holidays/holidayRoutes.ts';
import { loadRoutes } from './features/loads/loadRoutes.ts';
import { LiveQuotes } from './features/public-quote/liveQuotes.ts';
import { publicRoutes } from './features/public-quote/publicRoutes.ts';
import { type ShopKeeping, shopRoutes } from './features/shop-file/shopRoutes.ts';
import { surveyRoutes } from './features/surveys/surveyRoutes.ts';
import { trialRoutes } from './features/trials/trialRoutes.ts';
import { MOST_BODY_BYTES, problemHandler, unknownAddress } from './http/problemHandler.ts';
import { keepStrangersOut } from './http/strangers.ts';
import type { Shop } from './openShop.ts';

export interface AppParts extends Shop {
  /** Carriers that can be reached. */
  readonly carriers: readonly KnownCarrier[];
  readonly gateway: CarrierGateway;
  /** Backup, and another shop in place of this one. */
  readonly keeping: ShopKeeping;
  readonly log: Logger;
  /** Names the server goes by besides those of this machine. */
  readonly hosts?: readonly string[];
  /** Folder of the built page; none in tests of the API. */
  readonly pages?: string;
}

const security = helmet({
  strictTransportSecurity: false,
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      // Radix and Recharts place things with style attributes.
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:'],
      workerSrc: ["'self'"],
      frameAncestors: ["'none'"],
      baseUri: ["'none'"],
      formAction: ["'self'"],
      objectSrc: ["'none'"],
    },
  },
});

const readOnly: RequestHandler = (req, res, next) => {
  if (req.method === 'GET' || req.method === 'HEAD') return next();
  res.set('Allow', 'GET, HEAD').status(405).type('text').send('This address can only be read.\n');
};

function servePages(app: Express, pages: string): void {
  app.use(readOnly);
  const packed = { enableBrotli: true, orderPreference: ['br'], index: false };
  app.use('/assets', packedFiles(join(pages, 'assets'), { ...packed, serveStatic: { immutable: true, maxAge: '1y', index: false } }));
  app.use('/assets', unknownAddress);
  app.use(packedFiles(pages, { ...packed, serveStatic: { index: false } }));
  // The page says itself that nothing is at an address; whoever only reads the status must learn it, too.
  app.get('/{*splat}', (req, res) => {
    res
      .status(isPage(req.path) ? 200 : 404)
      .set('Cache-Control', 'no-cache')
      .sendFile('index.html', { root: pages });
  });
}

/** What buyers' checkouts ask: small bodies in, small answers out, nothing kept and nothing logged but failures. */
function publicDoor(quotes: LiveQuotes, feed: ReleaseFeed, hosts: readonly string[]): express.Router {
  const door = express.Router();
  door.use(keepStrangersOut(hosts, { writes: 'anybody' }));
  door.use((_req, res, next) => {
    res.setHeader('X-Content-Type-Options', 'nosniff');
    res.setHeader('Cache-Control', 'no-store');
    next();
  });
  door.use(express.json({ limit: MOST_BODY_BYTES, strict: false }));
  door.use(publicRoutes(quotes));
  door.use(feedRoutes(feed));
  door.use(unknownAddress);
  return door;
}

export function createApp(parts: AppParts): Express {
  const { draft, drafts, editions, goods, loads, gateway, surveys, trials, keeping, log, hosts = [], pages } = parts;
  const quotes = new LiveQuotes({
    live: (instant) => {
      const live = editions.inForce(instant);
      return live && { number: live.edition.summary.number, book: live.edition.book, until: live.until };
    },
    before: async (asked) => {
      const { summary, book } = await editions.answering(asked);
      return { number: summary.number, book };
    },
    products: () => goods.byId,
    loads: () => loads.all,
    carriers: (asks, waited) => gateway.answers(asks, waited),
    known: (asks) => gateway.known(asks),
    now: keeping.now,
  });
  const feed = new ReleaseFeed({
    database: keeping.database(),
    editions,
    now: keeping.now,
    lineage: draft.lineage,
    shopName: () => (editions.live()?.book ?? draft.current.book).shop.name,
  });
  const app = express();
  app.disable('x-powered-by');
  // The public door first: a quote needs none of what pages and the owner's own requests do.
  app.use('/api/public/v1', publicDoor(quotes, feed, hosts));
  app.use(security);
  app.use(keepStrangersOut(hosts));
  app.use(compression());
  const api = express.Router();
  api.use(pinoHttp({ logger: log, autoLogging: { ignore: (req) => req.method === 'GET' } }));
  // Files are read as they come, not as one body.
  api.use('/shop', shopRoutes(keeping));
  // The limit counts what a compressed body unpacks to, while it unpacks.
  api.use(express.json({ limit: MOST_BODY_BYTES, strict: false }));
  api.use('/draft', draftRoutes(drafts));
  api.use(
    '/drafts',
    draftsRoutes(drafts, async (number) => (await editions.read(number)).book),
  );
  api.use('/editions', editionRoutes(editions, drafts, feed));
  api.use('/products', goodsRoutes(goods));
  api.use('/trials', trialRoutes(trials));
  api.use(
    '/loads',
    loadRoutes(loads, () => [draft.current.book, ...editions.booksInUse]),
  );
  api.use('/holidays', holidayRoutes());
  api.use('/carriers', carrierRoutes(parts));
  api.use('/surveys', surveyRoutes(surveys, draft, gateway, log));
  api.use(unknownAddress);
  app.use('/api', api);
  if (pages !== undefined) servePages(app, pages);
  app.use(unknownAddress);
  app.use(problemHandler(log));
  return app;
}
