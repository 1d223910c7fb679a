import { join } from 'node:path';
import { compile, instantToMs, isPage, msToInstant, oncePer, Problem } from '@ostrakon/core';
import { openApi, ownerRoutes, type Right, type Route } from '@ostrakon/core/contract';
import compression from 'compression';
import express, { type RequestHandler, Router } from 'express';
import packedFiles from 'express-static-gzip';
import helmet from 'helmet';
import type { Logger } from 'pino';
import type { Access } from './access.ts';
import { type BuyersHandlers, buyersApp, overTls } from './buyersApp.ts';
import type { KnownCarrier } from './carriers/connections.ts';
import type { CarrierGateway } from './carriers/gateway.ts';
import { deliveryPageSources } from './deliveryPage.ts';
import { auditHandlers } from './features/audit/auditRoutes.ts';
import { buyersViewHandlers, lookHandlers } from './features/buyers-view/buyersViewRoutes.ts';
import { carrierHandlers } from './features/carriers/carrierRoutes.ts';
import { keyHandlers } from './features/checkout-keys/keyRoutes.ts';
import { deliveryHandlers, deliveryStateHandlers } from './features/delivery-page/deliveryRoutes.ts';
import { draftHandlers } from './features/draft/draftRoutes.ts';
import { editionHandlers } from './features/editions/editionRoutes.ts';
import { ReleaseFeed } from './features/editions/releaseFeed.ts';
import { feedHandlers } from './features/goods/feedRoutes.ts';
import { goodsHandlers, goodsWords, hasLeft } from './features/goods/goodsRoutes.ts';
import { holidayHandlers } from './features/holidays/holidayRoutes.ts';
import { loadHandlers } from './features/loads/loadRoutes.ts';
import { MailDesk } from './features/mail/mailDesk.ts';
import { smtpMailer } from './features/mail/mailer.ts';
import { mailHandlers, returnedHandlers } from './features/mail/mailRoutes.ts';
import { ByHand } from './features/orders/byHand.ts';
import { carriageBy } from './features/orders/carriageBy.ts';
import { priceBy } from './features/orders/chosenPrice.ts';
import { type DeskSources, deskHandlers } from './features/orders/deskRoutes.ts';
import { LabelDesk } from './features/orders/labelDesk.ts';
import { OrderFiles } from './features/orders/orderFiles.ts';
import { OrderIntake } from './features/orders/orderIntake.ts';
import { orderHandlers } from './features/orders/orderRoutes.ts';
import { takeUp } from './features/orders/takeUp.ts';
import { TogetherStore } from './features/orders/togetherStore.ts';
import { paperHandlers } from './features/papers/paperRoutes.ts';
import { peopleHandlers, sessionHandlers } from './features/people/peopleRoutes.ts';
import { LiveQuotes } from './features/public-quote/liveQuotes.ts';
import { quoteHandlers } from './features/public-quote/publicRoutes.ts';
import { QuoteThread } from './features/public-quote/quoteThread.ts';
import { type ShopKeeping, shopHandlers } from './features/shop-file/shopRoutes.ts';
import { surveyHandlers } from './features/surveys/surveyRoutes.ts';
import { trialHandlers } from './features/trials/trialRoutes.ts';
import { windowHandlers } from './features/windows/windowRoutes.ts';
import { ANSWERED, doorOf, type Handlers } from './http/door.ts';
import { OWNER_DOOR } from './http/doorFacts.ts';
import { MOST_BODY_BYTES, MOST_OF_STRANGERS_BYTES, problemHandler, unknownAddress } from './http/problemHandler.ts';
import type { PublicLimits } from './http/publicDoor.ts';
import { keepStrangersOut } from './http/strangers.ts';
import type { Shop } from './openShop.ts';
import type { Who } from './ports/who.ts';
import { FRONT_PATH } from './shopFront.ts';
import { startThread } from './startThread.ts';

export interface AppParts extends Shop {
  /** Carriers that can be reached. */
  readonly carriers: readonly KnownCarrier[];
  readonly gateway: CarrierGateway;
  /** Backup, and another shop in place of this one. */
  readonly keeping: ShopKeeping;
  readonly access: Access;
  readonly limits: PublicLimits;
  /** Where checkouts ask, if not where the page is. */
  readonly publicAddress?: string | undefined;
  readonly log: Logger;
  /** Names the server goes by besides those of this machine. */
  readonly hosts?: readonly string[];
  /** Whether anybody may see the shop front and place orders there. */
  readonly frontOpen?: boolean;
  /** Folder of the built page; none in tests of the API. */
  readonly pages?: string;
}

/** The owner's door with the page, and the buyers' door. */
export interface Doors {
  readonly owner: RequestHandler;
  readonly buyers: RequestHandler;
  /** What asks carriers where parcels are. */
  readonly labelDesk: LabelDesk;
  /** What writes and sends e-mails. */
  readonly mailDesk: MailDesk;
  /** Ends what goes on beside the doors. */
  close(): Promise<void>;
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
  res.locals.kind = 'page';
  if (req.method === 'GET' || req.method === 'HEAD') return next();
  res.set('Allow', 'GET, HEAD').status(405).type('text').send('This address can only be read.\n');
};

function servePages(app: Router, pages: string): void {
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

function liveQuotes({ editions, drafts, goods, loads, gateway, keeping, windows, log }: AppParts): LiveQuotes {
  return new LiveQuotes({
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
    lastOrderOf: windows.lastOrderOf,
    carriers: (asks, waited) => gateway.answers(asks, waited),
    known: (asks) => gateway.known(asks),
    since: (number) => {
      const span = editions.spans.findLast(({ edition, from }) => edition === number && from <= instantToMs(keeping.now()));
      return span && msToInstant(span.from);
    },
    looked: async (at) => {
      const next = editions.releases.reduce((last, { edition }) => Math.max(last, edition), 0) + 1;
      if (at.see === 'draft') return { number: next, book: (await drafts.get(at.draft)).current.book };
      const edition = await editions.read(at.see === 'edition' ? at.edition : next - 1);
      return { number: edition.summary.number, book: edition.book };
    },
    now: keeping.now,
    thread: new QuoteThread(
      () => startThread(import.meta.url, 'quoteWorker'),
      (err) => log.error({ event: 'quotes.thread', err }),
    ),
  });
}

function buyersDoor(parts: AppParts, feed: ReleaseFeed, quotes: LiveQuotes): RequestHandler {
  const { goods, loads, draft, editions, orders, access, keeping, frontOpen = false, limits, log } = parts;
  const lookOf = (look: string) => access.looks.read(look);
  const ofOwner = loadHandlers(loads, () => [draft.current.book, ...editions.booksInUse]);
  const handlers: BuyersHandlers = {
    ...quoteHandlers(quotes, lookOf),
    ...buyersViewHandlers({
      now: keeping.now,
      document: async (look) => {
        const { edition, book } = await quotes.document({ look });
        return { edition, book: book.book };
      },
      products: () => [...goods.byId.values()],
      lookOf,
      open: frontOpen,
    }),
    ...feedHandlers((asked, left) => quotes.feed(asked, left)),
    ...deliveryHandlers(deliveryPageSources(quotes, (id) => goods.byId.get(id), lookOf)),
    ...orderHandlers(orders, {
      live: () => quotes.edition().edition,
      liveAt: (instant) => editions.inForce(instant)?.edition.summary.number ?? null,
      quoteOf: (cart, edition, buyerId) => quotes.told(cart, { edition }, buyerId),
      markOf: parts.windows.markOf,
      now: keeping.now,
    }),
    ...returnedHandlers(parts.mail),
    'GET /releases/:secret.ics': async ({ params, res }) => {
      const text = await feed.calendar(params.secret);
      res.setHeader('Content-Type', 'text/calendar; charset=utf-8');
      res.send(text);
      return ANSWERED;
    },
    'POST /goods/changes': async ({ body, who, res }) => {
      const answer = await goods.change(body, hasLeft(res));
      await access.audit.record(`key ${who.key?.name}`, 'goodsChanged', goodsWords(body));
      return answer;
    },
    'PUT /loads': ({ body }) => ofOwner.set(body),
    'PATCH /loads': ({ body }) => ofOwner.count(body),
  };
  return buyersApp(handlers, access.keys, limits, log, frontOpen);
}

// The limits count what a compressed body unpacks to, while it unpacks. Whoever has not signed in has little to say.
const readsAll = express.json({ limit: MOST_BODY_BYTES, strict: false });
const readsLittle = express.json({ limit: MOST_OF_STRANGERS_BYTES, strict: false });

const compiled = oncePer(compile);

/** The desk packs by what buyers are quoted from, or by the draft before anything is live. */
function deskSources(parts: AppParts, quotes: LiveQuotes): DeskSources {
  const { desk, deskFeed, forgetting, labels, accounts, editions, draft, gateway, goods, orders, keeping } = parts;
  const book = () => editions.live()?.book ?? draft.current.book;
  const together = new TogetherStore(keeping.database(), {
    book: () => compiled(book()),
    now: keeping.now,
    changed: deskFeed.tell,
    carriageOf: carriageBy(book, (asks) => gateway.answers(asks)),
    priceOf: priceBy((cart, edition) => quotes.told(cart, { edition })),
  });
  const labelDesk = new LabelDesk({ labels, accounts, gateway, book });
  const files = new OrderFiles(keeping.database());
  const byHand = new ByHand({ orders, quoteOf: (cart) => quotes.told(cart, {}), products: () => goods.byId, book });
  const intake = new OrderIntake({
    database: keeping.database(),
    now: keeping.now,
    draft: () => draft.current.book,
    startThread: (start) => startThread(import.meta.url, 'intakeWorker', start),
    came: () => deskFeed.tell([]),
  });
  const sells = () => editions.live() !== null;
  const read = () => keeping.database().read;
  return { desk, together, forgetting, labelDesk, files, byHand, intake, read, feed: deskFeed, now: keeping.now, book, sells };
}

function ownerDoor(
  parts: AppParts,
  feed: ReleaseFeed,
  quotes: LiveQuotes,
  { desk, mailDesk }: { desk: DeskSources; mailDesk: MailDesk },
): Router {
  const { draft, drafts, editions, goods, loads, gateway, surveys, trials, keeping, access, log, hosts = [], pages } = parts;
  const { people, tries, audit, keys } = access;
  const shopName = () => draft.current.book.shop.name;
  const ofLoads = loadHandlers(loads, () => [draft.current.book, ...editions.booksInUse]);
  let described: object | undefined;
  const handlers: Handlers<typeof ownerRoutes, Who> = {
    'GET /openapi.json': () => {
      described ??= openApi(ownerRoutes, OWNER_DOOR, Problem);
      return described as { openapi: string };
    },
    ...sessionHandlers({ people, tries, audit, shopName }),
    ...peopleHandlers({ people, tries, audit, shopName }),
    ...keyHandlers(keys, parts.publicAddress ?? null),
    ...feedHandlers((asked, left) => quotes.feed(asked, left)),
    ...deliveryStateHandlers(({ look, ...about }) => quotes.delivery({ look }, about)),
    ...lookHandlers(
      access.looks,
      async (at) => {
        if (at.see === 'draft') await drafts.get(at.draft);
        if (at.see === 'edition') await editions.read(at.edition);
      },
      `${parts.publicAddress?.replace(/\/public\/v1$/, '') ?? ''}${FRONT_PATH}/`,
    ),
    ...auditHandlers(audit),
    ...deskHandlers(desk),
    ...mailHandlers(parts.mail, mailDesk),
    ...windowHandlers(parts.windows, () => editions.live()?.book),
    ...paperHandlers({ papers: parts.papers, database: keeping.database(), now: keeping.now, book: desk.book, products: () => goods.byId }),
    ...draftHandlers(drafts, async (number) => (await editions.read(number)).book),
    ...editionHandlers(editions, drafts, feed, { products: () => goods.byId.values(), loads: () => loads.all, keys: () => keys.filed() }),
    ...goodsHandlers(goods),
    ...trialHandlers(trials),
    ...ofLoads.handlers,
    ...holidayHandlers,
    ...carrierHandlers(parts),
    ...surveyHandlers(surveys, draft, gateway, log),
    ...shopHandlers(keeping),
  };
  const app = Router();
  app.use(overTls, security);
  app.use(keepStrangersOut(hosts));
  app.use(compression());
  const api = doorOf(ownerRoutes, handlers, {
    admit: (route: Route, req) => access.admit(route.who as Right, req),
    parse: ({ who }) => (who === 'anybody' ? readsLittle : readsAll),
  });
  app.use('/api', api, unknownAddress);
  if (pages !== undefined) servePages(app, pages);
  app.use(unknownAddress);
  app.use(problemHandler(log));
  return app;
}

export function createDoors(parts: AppParts): Doors {
  const { draft, editions, keeping } = parts;
  const feed = new ReleaseFeed({
    database: keeping.database(),
    editions,
    now: keeping.now,
    lineage: draft.lineage,
    shopName: () => (editions.live()?.book ?? draft.current.book).shop.name,
  });
  const quotes = liveQuotes(parts);
  const desk = deskSources(parts, quotes);
  const { mail: store, papers, log } = parts;
  const mailDesk = new MailDesk({
    store,
    papers,
    database: keeping.database(),
    now: keeping.now,
    log,
    book: desk.book,
    mailer: smtpMailer,
  });
  void takeUp(parts.orders, { quoteOf: (cart, edition) => quotes.told(cart, { edition }) }, parts.log).catch((err: unknown) =>
    parts.log.error({ event: 'orders.unplanned', err }),
  );
  return {
    owner: ownerDoor(parts, feed, quotes, { desk, mailDesk }),
    buyers: buyersDoor(parts, feed, quotes),
    labelDesk: desk.labelDesk,
    mailDesk,
    close: async () => {
      desk.intake.close();
      await quotes.close();
      await mailDesk.stop();
    },
  };
}
