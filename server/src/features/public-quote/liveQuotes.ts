import {
  type Admitted,
  admit,
  CarrierAnswers,
  type CompiledBook,
  compile,
  type DayLoad,
  instantToMs,
  openRequest,
  type ProductFacts,
  PublicAsk,
  type PublicEdition,
  type PublicQuote,
  plan,
  type Quote,
  type RateAnswer,
  type RateAsk,
  type RateBook,
  ruledById,
  settle,
  toPublicQuote,
} from '@ostrakon/core';
import { withCentroid } from '@ostrakon/core/centroids';
import { LRUCache } from 'lru-cache';
import { admissionProblem, unknownProduct } from '../../http/admissionProblem.ts';
import { HttpProblem } from '../../http/problems.ts';

/** An edition and until when it is live, in milliseconds since 1970; infinite where nothing else is known to come. */
interface InForce {
  readonly number: number;
  readonly book: RateBook;
  readonly until: number;
}

export interface LiveSources {
  /** The present instant in UTC: of a quote that names no moment, and by which an edition is live. */
  now(): string;
  /** The edition that is live at an instant, or null before the first. */
  live(instant: string): InForce | null;
  /** An edition of before that still answers for orders taken then; rejects with a problem where none does. */
  before(number: number): Promise<Pick<InForce, 'number' | 'book'>>;
  products(): ReadonlyMap<string, ProductFacts>;
  /** Orders taken so far. */
  loads(): readonly DayLoad[];
  /** What carriers say to questions, by key; with what was `waited` for before, in milliseconds, no longer than the time limit. */
  carriers(asks: ReadonlyMap<string, RateAsk>, waited: number): Promise<ReadonlyMap<string, RateAnswer>>;
  /** What is known of questions at this moment; the rest is asked for without waiting. */
  known(asks: ReadonlyMap<string, RateAsk>): ReadonlyMap<string, RateAnswer>;
}

/** Buyers are told prices, not how they came about. */
const NO_LEDGER = { ledger: false };

/** Answers lead to further questions only where goods are parted. */
const MOST_ROUNDS = 3;

/** A quote says when its edition ends where that is so near. */
const NEAR_MS = 7 * 86_400_000;
/** Editions of before that are kept ready. */
const MOST_COMPILED = 4;

/** Quotes from the live edition, compiled once per edition and held in memory. */
export class LiveQuotes {
  readonly #sources: LiveSources;
  /** What is live stays, however many others are asked for. */
  #compiledLive: { readonly number: number; readonly book: CompiledBook } | undefined;
  readonly #compiledBefore = new LRUCache<number, CompiledBook>({ max: MOST_COMPILED });

  constructor(sources: LiveSources) {
    this.#sources = sources;
  }

  #live(): InForce {
    // By the clock of the shop, whatever moment a buyer asks about: what is to come is nobody's business yet.
    const live = this.#sources.live(this.#sources.now());
    if (!live) throw new HttpProblem('nothing-published', 'This shop has not published its delivery options yet.');
    return live;
  }

  #compileLive({ number, book }: InForce): CompiledBook {
    if (this.#compiledLive?.number !== number) this.#compiledLive = { number, book: compile(book) };
    return this.#compiledLive.book;
  }

  async #compileBefore(asked: number): Promise<CompiledBook> {
    const { number, book } = await this.#sources.before(asked);
    const compiled = this.#compiledBefore.get(number) ?? compile(book);
    this.#compiledBefore.set(number, compiled);
    return compiled;
  }

  /** Which edition buyers are quoted from. */
  edition(): PublicEdition {
    const { number, until } = this.#live();
    return { edition: number, ...this.#ending(until) };
  }

  /** When what is live ends, where that is near. */
  #ending(until: number): Pick<PublicEdition, 'until'> {
    return until - instantToMs(this.#sources.now()) <= NEAR_MS ? { until: new Date(until).toISOString() } : {};
  }

  /** Quotes with what carriers say: asked first what is needed, then quoted. Who does not wait gets what is known by now. */
  async #withCarriers(book: CompiledBook, admitted: Admitted, wait: boolean): Promise<Quote> {
    const answers = new Map<string, RateAnswer>();
    const began = performance.now();
    for (let round = 1; ; round += 1) {
      const planned = plan(book, admitted, new CarrierAnswers(answers, { missing: wait ? 'notAsked' : 'waiting' }), NO_LEDGER);
      const settled = planned.asks.size === 0 || round > MOST_ROUNDS ? settle(planned) : null;
      // Goods that are parted may have asked more by then.
      if (settled !== null && (planned.asks.size === 0 || round > MOST_ROUNDS)) return settled;
      const said = wait ? await this.#sources.carriers(planned.asks, performance.now() - began) : this.#sources.known(planned.asks);
      if (said.size === 0) return settle(planned);
      for (const [key, answer] of said) answers.set(key, answer);
    }
  }

  /**
   * A quote of what is live, or of an edition of before for an order taken then.
   * @param body a `PublicAsk`
   */
  async answer(body: unknown, asked?: number): Promise<PublicQuote> {
    const live = this.#live();
    const edition = asked ?? live.number;
    const isLive = edition === live.number;
    const ending = isLive ? this.#ending(live.until) : {};
    const book = isLive ? this.#compileLive(live) : await this.#compileBefore(edition);
    const { carriers: waits, ...cart } = PublicAsk.parse(body);
    const now = this.#sources.now();
    const products = ruledById(this.#sources.products(), book.book);
    const loads = this.#sources.loads();
    const opened = openRequest(book.places, cart, { products, now, loads, pointed: withCentroid });
    if (!opened.ok) throw unknownProduct(opened.problem);
    const admission = admit(book, opened.request, now);
    if (!admission.ok) throw admissionProblem(admission.problem);
    return toPublicQuote(await this.#withCarriers(book, admission.admitted, waits !== 'later'), book.book, {
      edition,
      ...ending,
    });
  }
}
