import { mkdirSync } from 'node:fs';
import express, { type Express, type RequestHandler } from 'express';
import type { Logger } from 'pino';
import { Access } from './access.ts';
import { createDoors, type Doors } from './app.ts';
import type { GatewayLimits } from './carriers/carrierLine.ts';
import { gatewayTo, type KnownCarrier } from './carriers/connections.ts';
import { watchServices } from './features/carriers/carrierRoutes.ts';
import { type MailDesk, watchMail } from './features/mail/mailDesk.ts';
import { watchParcels } from './features/orders/watchParcels.ts';
import { SentFiles } from './features/shop-file/shopFiles.ts';
import { PUBLIC_PATH } from './http/doorFacts.ts';
import { Drain } from './http/drain.ts';
import { inTurn } from './http/inTurn.ts';
import { problemHandler, unknownAddress } from './http/problemHandler.ts';
import { HttpProblem } from './http/problems.ts';
import { PUBLIC_LIMITS, type PublicLimits } from './http/publicDoor.ts';
import { type Watch, watchRequests } from './http/requests.ts';
import { openShop, type Shop } from './openShop.ts';
import { DraftEntity } from './persistence/draftEntities.ts';
import { lockFolder } from './persistence/sqlite/folderLock.ts';
import { finishReplacing, newShopBeside } from './persistence/sqlite/replacing.ts';
import { FRONT_PATH, PARTS_PATH, shopFront, shopParts } from './shopFront.ts';

export interface ServerParts {
  /** Where the shop's data are. */
  readonly folder: string;
  readonly now: () => string;
  readonly log: Logger;
  readonly carriers: readonly KnownCarrier[];
  readonly limits?: Partial<GatewayLimits>;
  readonly publicLimits?: Partial<PublicLimits>;
  /** Where checkouts ask, if not where the page is. */
  readonly publicAddress?: string;
  readonly hosts?: readonly string[];
  readonly pages?: string;
  /** Folder of the built shop front, and whether anybody may see it. */
  readonly front?: { readonly folder: string; readonly open: boolean };
  /** Folder of the built parts for any shop's pages. */
  readonly parts?: string;
  /** Who stands before the server and may say for whom it asks, as Express understands it; nobody where nothing is said. */
  readonly trustProxy?: number | string;
  readonly watch?: Watch;
}

interface Opened {
  readonly shop: Shop;
  readonly doors: Doors;
  watch(interval: number): void;
  close(): Promise<void>;
}

/** E-mails are looked after so often, in milliseconds. */
const MAIL_EVERY_MS = 2000;

/** How long requests under way may take to end, in milliseconds. */
export const DRAIN_MS = 10_000;

/** One shop and everything that answers for it. The shop can be replaced by another without the server being started anew. */
export class ShopServer {
  readonly #parts: ServerParts;
  readonly #unlock: () => void;
  readonly #drain = new Drain();
  readonly #sent: SentFiles;
  readonly access: Access;
  /** Both doors on one port; each on its own. */
  readonly app: Express;
  readonly ownerApp: Express;
  readonly publicApp: Express;
  #opened: Opened;
  #lookEvery: number | undefined;
  #replacing = false;

  private constructor(parts: ServerParts, unlock: () => void, access: Access, opened: (server: ShopServer) => Opened) {
    this.#parts = parts;
    this.#unlock = unlock;
    this.#sent = new SentFiles(parts.folder);
    this.access = access;
    this.#opened = opened(this);
    this.ownerApp = this.#front('owner');
    this.publicApp = this.#front('buyers');
    this.app = this.#front('buyers', 'owner');
  }

  /**
   * Takes the folder for itself and opens the shop in it.
   * @throws FolderInUse, StorageFault, or what opening the shop throws
   */
  static async start(parts: ServerParts): Promise<ShopServer> {
    mkdirSync(parts.folder, { recursive: true });
    const unlock = lockFolder(parts.folder);
    try {
      finishReplacing(parts.folder, parts.now());
      const access = await Access.open(parts.folder, parts.now);
      const shop = await openShop(parts.folder, parts.now);
      return new ShopServer(parts, unlock, access, (server) => server.#open(shop));
    } catch (error) {
      unlock();
      throw error;
    }
  }

  get shop(): Shop {
    return this.#opened.shop;
  }

  /** What writes and sends e-mails, of the shop that is open at the moment. */
  get mail(): MailDesk {
    return this.#opened.doors.mailDesk;
  }

  #open(shop: Shop): Opened {
    const { folder, now, log, carriers, limits, publicLimits, publicAddress, hosts, pages, front } = this.#parts;
    const gateway = gatewayTo(carriers, shop.accounts, log, limits);
    // What carriers asked in the last survey is usual until they are asked again.
    shop.surveys.latest().then(
      (survey) => survey && gateway.usual.learn(survey),
      (err: unknown) => log.warn({ event: 'surveys.unread', err }),
    );
    const keeping = { folder, now, sent: this.#sent, database: () => shop.database, replace: this.#replace };
    const doors = createDoors({
      ...shop,
      carriers,
      gateway,
      keeping,
      access: this.access,
      limits: { ...PUBLIC_LIMITS, ...publicLimits },
      publicAddress,
      log,
      ...(hosts && { hosts }),
      frontOpen: front?.open === true,
      ...(pages !== undefined && { pages }),
    });
    const every = this.#lookEvery;
    const watch = (interval: number) => {
      const ends = [
        watchServices({ ...shop, carriers, gateway, log }, interval),
        watchParcels(doors.labelDesk, { now, log }, interval),
        watchMail(doors.mailDesk, log, MAIL_EVERY_MS),
      ];
      return () => {
        for (const end of ends) end();
      };
    };
    let stopWatching = every === undefined ? undefined : watch(every);
    const close = async () => {
      stopWatching?.();
      shop.surveys.stopAll();
      await doors.close();
      await shop.database.close();
    };
    return {
      shop,
      doors,
      watch: (interval) => {
        stopWatching = watch(interval);
      },
      close,
    };
  }

  /** Health before all else, then the doors of the shop that is open at the moment. */
  #front(...doors: readonly ('owner' | 'buyers')[]): Express {
    const front = express();
    front.disable('x-powered-by');
    if (this.#parts.trustProxy !== undefined) front.set('trust proxy', this.#parts.trustProxy);
    const ready: RequestHandler = async (_req, res) => {
      const ready = !this.#drain.closing && (await this.#answers());
      res.status(ready ? 200 : 503).json({ ok: ready });
    };
    const health: RequestHandler = (req, res, next) => {
      if (req.method !== 'GET' && req.method !== 'HEAD') return next();
      if (req.path === '/healthz') return void res.json({ ok: true });
      return req.path === '/readyz' ? ready(req, res, next) : next();
    };
    front.use(inTurn(health, watchRequests(this.#parts.log, this.#parts.watch), this.#drain.count));
    if (doors.includes('buyers')) front.use(PUBLIC_PATH, (req, res, next) => this.#opened.doors.buyers(req, res, next));
    const { front: shown, parts } = this.#parts;
    if (parts !== undefined && doors.includes('buyers')) front.use(PARTS_PATH, shopParts(parts));
    if (shown && doors.includes('buyers')) front.use(FRONT_PATH, shopFront(shown.folder));
    if (doors.includes('owner')) front.use((req, res, next) => this.#opened.doors.owner(req, res, next));
    front.use(unknownAddress);
    front.use(problemHandler(this.#parts.log));
    return front;
  }

  /** Whether the database can be read. */
  async #answers(): Promise<boolean> {
    try {
      return await this.shop.database.read.existsBy(DraftEntity, {});
    } catch {
      return false;
    }
  }

  #replace = async (make: (folder: string) => Promise<void> | void): Promise<void> => {
    if (this.#replacing)
      throw new HttpProblem('shutting-down', 'Another shop is just taking the place of this one. Look again in a moment.');
    this.#replacing = true;
    try {
      await this.#replaceBy(make);
    } finally {
      this.#replacing = false;
    }
  };

  async #replaceBy(make: (folder: string) => Promise<void> | void): Promise<void> {
    const { folder, now } = this.#parts;
    const beside = newShopBeside(folder);
    await make(beside.folder);
    // Opened once before anything is given up for it: what cannot be opened takes nobody's place.
    await (await openShop(beside.folder, now)).database.close();
    try {
      // What goes on telling never ends by itself.
      this.shop.deskFeed.close();
      // The request that asks for this is under way itself.
      await this.#drain.close(DRAIN_MS, 1);
      await this.#opened.close();
      try {
        beside.complete();
        finishReplacing(folder, now());
      } finally {
        // Whichever shop is there now, old or new: it answers.
        this.#opened = this.#open(await openShop(folder, now));
      }
    } finally {
      this.#drain.open();
    }
  }

  /** From now on asks carriers every so often, in milliseconds, which services they have. */
  watchServices(every: number): void {
    this.#lookEvery = every;
    this.#opened.watch(every);
  }

  /** Lets the requests under way end, turns new ones away, and closes the shop. */
  async close(most = DRAIN_MS): Promise<boolean> {
    this.shop.deskFeed.close();
    const ended = await this.#drain.close(most);
    await this.#opened.close();
    await this.access.close();
    this.#unlock();
    return ended;
  }
}
