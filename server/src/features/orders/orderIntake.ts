import { randomUUID } from 'node:crypto';
import type { Worker } from 'node:worker_threads';
import type { Instant, RateBook } from '@ostrakon/core';
import type { BroughtFault, OrdersBrought, OrdersImport, OrdersTaken } from '@ostrakon/core/contract';
import { LRUCache } from 'lru-cache';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import { ThreadAsker } from '../../threadAsker.ts';
import type { StagedOrder } from './orderStage.ts';

/** What the thread is started with. */
export interface IntakeStart {
  readonly file: string;
  readonly now: Instant;
  readonly by: string;
  /** The book of the draft: for shops that have published nothing. */
  readonly draft: RateBook;
}

export type IntakeAsk = { readonly kind: 'plan'; readonly orders: OrdersBrought['orders'] } | { readonly kind: 'take' };
/** What a thread that plans is asked, and what came of each order. */
export interface PlanningAsk {
  readonly orders: OrdersBrought['orders'];
}
export type Planned =
  | {
      readonly ok: true;
      readonly rows: StagedOrder;
      readonly parcels: number;
      /** Charged other than its edition asks. */
      readonly differs: boolean;
      /** Of a time when nothing was published. */
      readonly withoutEdition: boolean;
      /** Articles the shop does not have. */
      readonly unknown: readonly string[];
    }
  | { readonly ok: false; readonly fault: BroughtFault };

export type IntakeCounts = Omit<OrdersImport, 'id'>;

interface Import {
  readonly thread: ThreadAsker<IntakeAsk>;
  counts: IntakeCounts;
  taken?: Promise<OrdersTaken> | undefined;
}

const NOTHING: IntakeCounts = { orders: 0, known: 0, parcels: 0, differ: 0, unknownGoods: [], withoutEdition: 0, faults: [] };
/** Each has a thread of its own. */
const MOST_AT_ONCE = 2;
const FORGOTTEN_AFTER_MS = 600_000;

export interface IntakeSources {
  readonly database: Database;
  readonly now: () => Instant;
  /** The draft, by which orders are planned where nothing was published. */
  draft(): RateBook;
  /** A thread that plans orders and takes them. */
  startThread(start: IntakeStart): Worker;
  /** Told once orders are on disk. */
  came(): void;
}

/** Files of orders: planned in a thread as they come in parts, and taken all together or not at all. */
export class OrderIntake {
  readonly #sources: IntakeSources;
  readonly #imports = new LRUCache<string, Import>({
    max: MOST_AT_ONCE,
    ttl: FORGOTTEN_AFTER_MS,
    ttlAutopurge: true,
    updateAgeOnGet: true,
    dispose: ({ thread }) => void thread.end(),
  });

  constructor(sources: IntakeSources) {
    this.#sources = sources;
  }

  begin(by: string): OrdersImport {
    const id = randomUUID();
    const { database, now, draft, startThread } = this.#sources;
    const thread = startThread({ file: database.file, now: now(), by, draft: draft() });
    thread.unref();
    const gone = () => new HttpProblem('not-found', 'This file was called off.');
    this.#imports.set(id, { thread: new ThreadAsker(thread, gone), counts: NOTHING });
    return { id, ...NOTHING };
  }

  #require(id: string): Import {
    const held = this.#imports.get(id);
    if (!held)
      throw new HttpProblem('not-found', 'This file was not begun here, was called off, or has waited too long. Bring it in again.');
    return held;
  }

  async add(id: string, orders: OrdersBrought['orders']): Promise<OrdersImport> {
    const held = this.#require(id);
    if (held.taken) throw new HttpProblem('id-in-use', 'These orders are being taken already.');
    const counts = await held.thread.ask<IntakeCounts>({ kind: 'plan', orders });
    // Parts that were sent at once may be answered in any order.
    if (counts.orders >= held.counts.orders) held.counts = counts;
    return { id, ...counts };
  }

  /** Takes all of them: asked twice, they are taken once. */
  take(id: string): Promise<OrdersTaken> {
    const held = this.#require(id);
    if (!held.taken && held.thread.busy > 0)
      throw new HttpProblem('desk-refused', 'Some of these orders are still being looked at. Take them when that is done.');
    if (held.counts.faults.length > 0)
      throw new HttpProblem(
        'desk-refused',
        'Some of these orders cannot be taken, so none was. Mend them in the file and bring it in again.',
      );
    held.taken ??= this.#take(held).catch((error: unknown) => {
      held.taken = undefined;
      throw error;
    });
    return held.taken;
  }

  #take(held: Import): Promise<OrdersTaken> {
    const { database, came } = this.#sources;
    // The thread writes while this turn of the queue lasts, and nothing else does.
    return database.write(async ({ afterCommit }) => {
      const taken = await held.thread.ask<OrdersTaken>({ kind: 'take' });
      if (taken.taken > 0) afterCommit(came);
      // What comes after asks for nothing more.
      afterCommit(() => void held.thread.end());
      return taken;
    });
  }

  callOff(id: string): void {
    this.#imports.delete(id);
  }

  /** Ends what is still going on. */
  close(): void {
    this.#imports.clear();
  }
}
