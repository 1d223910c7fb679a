import { join } from 'node:path';
import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { AccountStore } from './features/carriers/accountStore.ts';
import { carrierRoutes } from './features/carriers/carrierRoutes.ts';
import type { KnownCarrier } from './features/carriers/connections.ts';
import type { CarrierGateway } from './features/carriers/gateway.ts';
import { draftRoutes } from './features/draft/draftRoutes.ts';
import type { DraftStore } from './features/draft/draftStore.ts';
import { editionRoutes } from './features/editions/editionRoutes.ts';
import type { EditionStore } from './features/editions/editionStore.ts';
import { goodsRoutes } from './features/goods/goodsRoutes.ts';
import type { GoodsStore } from './features/goods/goodsStore.ts';
import { holidayRoutes } from './features/holidays/holidayRoutes.ts';
import { loadRoutes } from './features/loads/loadRoutes.ts';
import type { LoadStore } from './features/loads/loadStore.ts';
import { LiveQuotes } from './features/public-quote/liveQuotes.ts';
import { publicRoutes } from './features/public-quote/publicRoutes.ts';
import { surveyRoutes } from './features/surveys/surveyRoutes.ts';
import type { SurveyStore } from './features/surveys/surveyStore.ts';
import { trialRoutes } from './features/trials/trialRoutes.ts';
import type { TrialStore } from './features/trials/trialStore.ts';
import { MOST_BODY_BYTES, MOST_GOODS_BYTES, problemHandler, requireJson, unknownAddress } from './http/problemHandler.ts';

export interface AppParts {
  readonly accounts: AccountStore;
  /** Carriers that can be reached. */
  readonly carriers: readonly KnownCarrier[];
  readonly gateway: CarrierGateway;
  readonly draft: DraftStore;
  readonly editions: EditionStore;
  readonly goods: GoodsStore;
  readonly loads: LoadStore;
  readonly surveys: SurveyStore;
  readonly trials: TrialStore;
  readonly log: Logger;
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

function servePages(app: Express, pages: string): void {
  app.use('/assets', express.static(join(pages, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
  app.use(express.static(pages, { index: false }));
  app.get('/{*splat}', (_req, res) => {
    res.set('Cache-Control', 'no-cache').sendFile('index.html', { root: pages });
  });
}

export function createApp(parts: AppParts): Express {
  const { accounts, carriers, gateway, draft, editions, goods, loads, surveys, trials, log, pages } = parts;
  const quotes = new LiveQuotes({
    live: () => (editions.live ? { number: editions.live.summary.number, book: editions.live.book } : null),
    products: () => goods.byId,
    loads: () => loads.all,
    carriers: (asks, waited) => gateway.answers(asks, waited),
    known: (asks) => gateway.known(asks),
  });
  const app = express();
  app.disable('x-powered-by');
  app.use(security);
  app.use(compression());
  app.get('/healthz', (_req, res) => {
    res.json({ ok: true });
  });
  const api = express.Router();
  api.use(pinoHttp({ logger: log, autoLogging: { ignore: (req) => req.method === 'GET' } }));
  api.use(requireJson);
  api.use('/products/changes', express.json({ limit: MOST_GOODS_BYTES }));
  api.use(express.json({ limit: MOST_BODY_BYTES, strict: false }));
  api.use('/draft', draftRoutes(draft));
  api.use('/editions', editionRoutes(editions, draft));
  api.use('/products', goodsRoutes(goods));
  api.use('/trials', trialRoutes(trials));
  api.use(
    '/loads',
    loadRoutes(loads, () => [draft.current.book, ...(editions.live ? [editions.live.book] : [])]),
  );
  api.use('/holidays', holidayRoutes());
  api.use('/carriers', carrierRoutes({ accounts, gateway, carriers, draft, editions }));
  api.use('/surveys', surveyRoutes(surveys, draft, gateway, log));
  api.use('/public/v1', publicRoutes(quotes));
  api.use(unknownAddress);
  app.use('/api', api);
  if (pages !== undefined) servePages(app, pages);
  app.use(unknownAddress);
  app.use(problemHandler(log));
  return app;
}
