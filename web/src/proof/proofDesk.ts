import type { BookEffect, DayLoad, ProductFacts, RateAnswer, RateBook, Repair, Survey, Trial, TriedRepair } from '@ostrakon/core';
import type { Looked, ProofAnswer, ProofAsk } from './proof.worker.ts';
import type { TrialRuns, Upcoming } from './trialRuns.ts';

/** What is found in the draft, and how far it is with the book as it stands now. */
export interface Proof {
  /** What was found last; null before the first. */
  readonly looked: Looked | null;
  /** The book it was found in. */
  readonly of: RateBook | null;
  /** A newer book is being looked at. */
  readonly checking: boolean;
}

const NOTHING: Proof = { looked: null, of: null, checking: false };

type Worked = Pick<Worker, 'postMessage' | 'onmessage' | 'terminate'>;

interface Sources {
  readonly products: readonly ProductFacts[];
  readonly live: RateBook | null;
  readonly survey: Survey | null;
  readonly trials: readonly Trial[];
}

/** What trials rest on besides the book. */
interface TrialSources {
  readonly trials: readonly Trial[];
  readonly loads: readonly DayLoad[];
  readonly answers: ReadonlyMap<string, RateAnswer>;
}

const RAN_NOTHING: TrialRuns = { runs: [], wanted: new Map(), at: '' };

/**
 * Has every edit looked at in a worker, the newest only: what came meanwhile is passed over. Repairs are tried there, too.
 */
export class ProofDesk {
  readonly #start: () => Worked;
  readonly #listeners = new Set<() => void>();
  #worker: Worked | undefined;
  #proof = NOTHING;
  #sent: Partial<Sources> = {};
  /** What the last book said of single products; a long list that few edits change. */
  #rules: RateBook['goodsRules'];
  #sentTo: Partial<TrialSources> = {};
  #ran = RAN_NOTHING;
  #number = 0;
  /** The book under way, and the one that waits for it. */
  #busy: RateBook | null = null;
  #next: { book: RateBook; now: string; at: string } | null = null;
  readonly #effects = new Map<number, (effect: BookEffect | null) => void>();
  readonly #besides = new Map<number, (ran: TrialRuns) => void>();
  readonly #tries = new Map<number, (tried: readonly TriedRepair[]) => void>();

  constructor(start: () => Worked) {
    this.#start = start;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  readonly getSnapshot = (): Proof => this.#proof;

  /** What every trial got last. */
  readonly getRan = (): TrialRuns => this.#ran;

  /** Where postal areas lie: sent before the first book. */
  readonly places = (centroids: Extract<ProofAsk, { kind: 'centroids' }>['centroids']): void =>
    this.#send({ kind: 'centroids', centroids });

  /** Looks at a book with what it is held against. */
  readonly look = (book: RateBook, now: string, at: string, { products, live, survey, trials }: Sources): void => {
    if (this.#sent.products !== products) this.#send({ kind: 'products', products });
    if (this.#sent.live !== live) this.#send({ kind: 'live', live });
    if (this.#sent.survey !== survey) this.#send({ kind: 'survey', survey });
    if (this.#sent.trials !== trials) this.#send({ kind: 'trials', trials });
    this.#sent = { products, live, survey, trials };
    this.#next = { book, now, at };
    this.#tell({ ...this.#proof, checking: true });
    this.#go();
  };

  /** What is fixed to come; trials of such moments are held against it from their next run on. */
  readonly upcoming = (upcoming: readonly Upcoming[]): void => this.#send({ kind: 'upcoming', upcoming });

  /** Runs the trials on the book last looked at, with what they rest on. */
  readonly run = (now: string, { trials, loads, answers }: TrialSources): void => {
    if (this.#sent.trials !== trials) this.#send({ kind: 'trials', trials });
    if (this.#sentTo.loads !== loads) this.#send({ kind: 'loads', loads });
    if (this.#sentTo.answers !== answers) this.#send({ kind: 'answers', answers });
    this.#sent = { ...this.#sent, trials };
    this.#sentTo = { loads, answers };
    this.#send({ kind: 'run', now });
  };

  /** What some repairs of a finding would do; nothing where the book has changed meanwhile. */
  readonly tryRepairs = (id: string, repairs: readonly Repair[]): Promise<readonly TriedRepair[]> =>
    new Promise((resolve) => {
      this.#number += 1;
      this.#tries.set(this.#number, resolve);
      this.#send({ kind: 'try', number: this.#number, id, repairs });
    });

  /** What a book, or else the draft, changes of another, or else of what is live; null while nothing is live. */
  readonly effect = (of: RateBook | null = null, on: RateBook | null = null): Promise<BookEffect | null> =>
    new Promise((resolve) => {
      this.#number += 1;
      this.#effects.set(this.#number, resolve);
      this.#send({ kind: 'effect', number: this.#number, of, on });
    });

  /** What every trial gets from two books, the older one told as what is live. */
  readonly beside = (before: RateBook, after: RateBook, now: string): Promise<TrialRuns> =>
    new Promise((resolve) => {
      this.#number += 1;
      this.#besides.set(this.#number, resolve);
      this.#send({ kind: 'beside', number: this.#number, before, after, now });
    });

  #send(ask: ProofAsk): void {
    this.#worker ??= this.#started();
    this.#worker.postMessage(ask);
  }

  #started(): Worked {
    const worker = this.#start();
    worker.onmessage = ({ data }: MessageEvent<ProofAnswer>) => this.#heard(data);
    return worker;
  }

  #go(): void {
    if (this.#busy !== null || this.#next === null) return;
    const { book, now, at } = this.#next;
    const { goodsRules, ...rest } = book;
    this.#next = null;
    this.#busy = book;
    this.#number += 1;
    if (this.#rules !== goodsRules) this.#send({ kind: 'rules', rules: goodsRules });
    this.#rules = goodsRules;
    this.#send({ kind: 'look', number: this.#number, book: rest, now, at });
  }

  #heard(answer: ProofAnswer): void {
    if (answer.kind === 'tried') {
      this.#tries.get(answer.number)?.(answer.tried);
      this.#tries.delete(answer.number);
      return;
    }
    if (answer.kind === 'beside') {
      this.#besides.get(answer.number)?.(answer.ran);
      this.#besides.delete(answer.number);
      return;
    }
    if (answer.kind === 'effect') {
      this.#effects.get(answer.number)?.(answer.effect);
      this.#effects.delete(answer.number);
      return;
    }
    if (answer.kind === 'ran') {
      this.#ran = answer.ran;
      this.#tell(this.#proof);
      return;
    }
    const of = this.#busy;
    this.#busy = null;
    this.#tell({ looked: answer.looked, of, checking: this.#next !== null });
    this.#go();
  }

  #tell(proof: Proof): void {
    this.#proof = proof;
    for (const listener of this.#listeners) listener();
  }
}

export const proofDesk = new ProofDesk(() => new Worker(new URL('./proof.worker.ts', import.meta.url), { type: 'module' }));
