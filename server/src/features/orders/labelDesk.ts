import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import type { RateBook } from '@ostrakon/core';
import type { LabelJob, LabelPaper, ParcelsLookedAt } from '@ostrakon/core/contract';
import { LRUCache } from 'lru-cache';
import pLimit from 'p-limit';
import { CarrierFailure, CarrierSaysNo } from '../../carriers/carrierPort.ts';
import type { CarrierGateway } from '../../carriers/gateway.ts';
import type { Accounts } from '../../carriers/heldAccount.ts';
import { HttpProblem } from '../../http/problems.ts';
import type { ParcelLabelRow } from '../../persistence/orderEntities.ts';
import { startThread } from '../../startThread.ts';
import type { CarrierSaid, LabelStore, LabelToBuy } from './labelStore.ts';

/** Questions to carriers under way at once. */
const AT_ONCE = 4;

interface Job {
  state: LabelJob;
  cancelled: boolean;
}

const isTold = (error: unknown): error is Error =>
  error instanceof CarrierSaysNo || error instanceof CarrierFailure || error instanceof HttpProblem;

const words = (error: unknown): string => {
  if (isTold(error)) return error.message;
  throw error;
};

/** Labels put on paper by a thread that ends with it. */
async function onPaper(files: readonly Uint8Array[], paper: LabelPaper): Promise<Buffer> {
  const thread = startThread(import.meta.url, 'labelPaperWorker');
  try {
    thread.postMessage({ files, paper });
    const [made] = (await once(thread, 'message')) as [Uint8Array];
    return Buffer.from(made);
  } finally {
    await thread.terminate();
  }
}

export interface LabelDeskParts {
  readonly labels: LabelStore;
  readonly accounts: Accounts;
  readonly gateway: Pick<CarrierGateway, 'label' | 'labelPdf' | 'voidLabel' | 'track'>;
  book(): RateBook;
}

/** Buys labels, prints them, gives them back, and asks where their parcels are. */
export class LabelDesk {
  readonly #parts: LabelDeskParts;
  readonly #jobs = new LRUCache<string, Job>({ max: 50 });

  constructor(parts: LabelDeskParts) {
    this.#parts = parts;
  }

  #account(id: string) {
    const account = this.#parts.accounts.find(id);
    if (!account) throw new HttpProblem('desk-refused', `There is no carrier account ${id} any more.`);
    if (account.kind === 'tariff') throw new HttpProblem('desk-refused', `${account.name} is a price list and sells no labels.`);
    return account;
  }

  /** Begins to buy what is missing of some consignments. */
  async begin(ids: readonly number[], by: string): Promise<LabelJob> {
    const wanted = await this.#parts.labels.toBuy(ids, this.#parts.book());
    const state: LabelJob = { id: randomUUID(), status: 'running', total: wanted.length, done: 0, failed: [], cost: 0 };
    const job: Job = { state, cancelled: false };
    this.#jobs.set(state.id, job);
    void this.#run(job, wanted, by);
    return { ...state };
  }

  async #run(job: Job, wanted: readonly LabelToBuy[], by: string): Promise<void> {
    const limit = pLimit(AT_ONCE);
    // The next one is asked for while the store keeps what was said of those before.
    const buy = async (label: LabelToBuy) => {
      const said = await limit(() => (job.cancelled ? null : this.#ask(label)));
      if (said !== null) await this.#keep(job, label, said);
    };
    await Promise.all(wanted.map(buy));
    const ids = [...new Set(wanted.map(({ row }) => row.consignment))];
    await this.#parts.labels.labelled(ids, by).catch(() => undefined);
    job.state.status = job.cancelled ? 'cancelled' : 'done';
  }

  async #ask({ row, request, why }: LabelToBuy): Promise<CarrierSaid> {
    try {
      if (!request) throw new HttpProblem('desk-refused', why);
      return { came: 'bought', ...(await this.#parts.gateway.label(this.#account(row.account), request)) };
    } catch (error) {
      return { came: 'failed', detail: isTold(error) ? error.message : 'The shop could not ask for it.' };
    }
  }

  async #keep({ state }: Job, { row, order }: LabelToBuy, said: CarrierSaid): Promise<void> {
    const failed = (detail: string) => state.failed.push({ order, parcel: row.parcel, detail });
    try {
      await this.#parts.labels.keep(row, said);
    } catch {
      failed('The shop could not keep it.');
      return;
    }
    if (said.came === 'failed') {
      failed(said.detail);
      return;
    }
    state.done += 1;
    state.cost += said.cost;
  }

  /** @throws HttpProblem `not-found` */
  job(id: string): LabelJob {
    const job = this.#jobs.get(id);
    if (!job) throw new HttpProblem('not-found', 'These labels are not being bought any more.');
    return { ...job.state, failed: [...job.state.failed] };
  }

  cancel(id: string): void {
    const job = this.#jobs.get(id);
    if (job) job.cancelled = true;
  }

  /** Gives labels of consignments back. @returns those given back */
  async giveBack(ids: readonly number[], by: string): Promise<readonly ParcelLabelRow[]> {
    const held = await this.#parts.labels.held(ids);
    const back: ParcelLabelRow[] = [];
    try {
      for (const label of held) {
        await this.#parts.gateway.voidLabel(this.#account(label.account), label.tracking ?? '');
        back.push(label);
      }
    } catch (error) {
      if (error instanceof HttpProblem) throw error;
      throw new HttpProblem(error instanceof CarrierSaysNo ? 'carrier-refused' : 'carrier-failed', words(error));
    } finally {
      if (back.length > 0) await this.#parts.labels.voided(back, by);
    }
    return back;
  }

  /** Labels on paper. */
  async print(ids: readonly number[], paper: LabelPaper): Promise<Buffer> {
    const limit = pLimit(AT_ONCE);
    const labels = await this.#parts.labels.toPrint(ids);
    try {
      const files = await Promise.all(
        labels.map(({ account, tracking }) => limit(() => this.#parts.gateway.labelPdf(this.#account(account), tracking ?? ''))),
      );
      return await onPaper(files, paper);
    } catch (error) {
      if (error instanceof HttpProblem) throw error;
      throw new HttpProblem(error instanceof CarrierSaysNo ? 'carrier-refused' : 'carrier-failed', words(error));
    }
  }

  /** Asks carriers where everything is that has not arrived, and marks what they say. */
  async look(): Promise<ParcelsLookedAt> {
    const limit = pLimit(AT_ONCE);
    const labels = await this.#parts.labels.outside();
    let silent = 0;
    const look = async (label: ParcelLabelRow) => {
      try {
        await this.#parts.labels.seen(label, await this.#parts.gateway.track(this.#account(label.account), label.tracking ?? ''));
      } catch (error) {
        words(error);
        silent += 1;
      }
    };
    await Promise.all(labels.map((label) => limit(look, label)));
    const moved = await this.#parts.labels.follow([...new Set(labels.map(({ consignment }) => consignment))]);
    return { looked: labels.length, moved, silent };
  }
}
