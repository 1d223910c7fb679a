import { availableParallelism } from 'node:os';
import type { Worker } from 'node:worker_threads';
import type { DayLoad, ProductFacts, RateBook } from '@ostrakon/core';
import { ThreadAsker } from '../../threadAsker.ts';
import type { KnownByNow, QuotedFrom, QuoteText, Step } from './quoteStep.ts';

/** What a checkout sent, for a thread to read. */
export interface SentQuestion extends KnownByNow {
  readonly text: string;
  /** When the edition ends, where that is near. */
  readonly until?: string | undefined;
  /** Whether whoever asks may say when the buyer ordered last. */
  readonly history: boolean;
}

/** What changed of what is quoted from. */
export interface Lesson {
  readonly edition?: { readonly number: number; readonly book: RateBook };
  /** Goods that are new or other than they were, and ids of those that are sold no more. */
  readonly goods?: { readonly put: readonly ProductFacts[]; readonly gone: readonly string[] };
  readonly loads?: readonly DayLoad[];
}

export type QuoteAsk = { readonly question: SentQuestion } | { readonly lesson: Lesson };

/** With so many questions in a second a thread takes them. */
const MANY = 40;
/** It takes a second or two to begin, and goes when nobody has asked it for so long. */
const IDLE_MS = 300_000;

/** Goods are replaced, never changed in place. */
function goodsBetween(before: QuotedFrom['products'], after: QuotedFrom['products']): NonNullable<Lesson['goods']> {
  const put = [...after.values()].filter((product) => before.get(product.id) !== product);
  return { put, gone: [...before.keys()].filter((id) => !after.has(id)) };
}

/**
 * Quotes beside the thread that answers requests, once buyers come thick. It has its own copy of what is quoted from; until it has
 * caught up with a change, whoever would ask it quotes by themselves.
 */
export class QuoteThread {
  readonly #start: () => Worker;
  readonly #failed: (error: unknown) => void;
  readonly #processors: number;
  #asker: ThreadAsker<QuoteAsk> | undefined;
  #told: QuotedFrom | undefined;
  #caughtUp = false;
  #second = 0;
  #asked = 0;
  #lastAsked = 0;
  #looks: NodeJS.Timeout | undefined;

  /**
   * @param failed told why, where it ends before it is told to
   * @param processors of the machine: with one it would only be in the way
   */
  constructor(start: () => Worker, failed: (error: unknown) => void, processors = availableParallelism()) {
    this.#start = start;
    this.#failed = failed;
    this.#processors = processors;
  }

  /** Tells it what is quoted from where that is another than before. Whether it quotes from just this by now. */
  knows(from: QuotedFrom): boolean {
    const asker = this.#asker ?? this.#beginWhenMany();
    if (!asker) return false;
    const told = this.#told;
    if (told?.book === from.book && told.products === from.products && told.loads === from.loads) return this.#caughtUp;
    this.#told = from;
    this.#caughtUp = false;
    const lesson: Lesson = {
      ...(told?.book !== from.book && { edition: { number: from.edition, book: from.book.book } }),
      ...(told?.products !== from.products && { goods: goodsBetween(told?.products ?? new Map(), from.products) }),
      ...(told?.loads !== from.loads && { loads: from.loads }),
    };
    asker.ask({ lesson }).then(
      () => {
        if (this.#told === from && this.#asker === asker) this.#caughtUp = true;
      },
      (error: unknown) => this.#fail(asker, error),
    );
    return false;
  }

  /** What it makes of a question; null where whoever asks is to see for themselves: the question is at fault, or the thread. */
  async ask(question: SentQuestion): Promise<Step<QuoteText> | null> {
    const asker = this.#asker;
    if (!asker) return null;
    this.#lastAsked = performance.now();
    try {
      return await asker.ask<Step<QuoteText> | null>({ question });
    } catch (error) {
      this.#fail(asker, error);
      return null;
    }
  }

  #beginWhenMany(): ThreadAsker<QuoteAsk> | undefined {
    const second = Math.floor(performance.now() / 1000);
    if (second !== this.#second) this.#asked = 0;
    this.#second = second;
    this.#asked += 1;
    if (this.#asked < MANY || this.#processors < 2) return undefined;
    const thread = this.#start();
    thread.unref();
    const asker = new ThreadAsker<QuoteAsk>(thread, () => new Error('The thread that quotes ended'));
    thread.once('exit', () => this.#fail(asker, new Error('The thread that quotes ended')));
    this.#asker = asker;
    this.#lastAsked = performance.now();
    this.#looks = setInterval(() => {
      if (performance.now() - this.#lastAsked > IDLE_MS) void this.end();
    }, IDLE_MS).unref();
    return asker;
  }

  /** Another one is begun when buyers come thick again. */
  #fail(asker: ThreadAsker<QuoteAsk>, error: unknown): void {
    if (this.#asker !== asker) return;
    this.#failed(error);
    void this.end();
  }

  #forget(): void {
    clearInterval(this.#looks);
    this.#asker = undefined;
    this.#told = undefined;
    this.#caughtUp = false;
  }

  async end(): Promise<void> {
    const asker = this.#asker;
    if (!asker) return;
    this.#forget();
    await asker.end();
  }
}
