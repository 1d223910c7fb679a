import {
  type Admitted,
  admit,
  CarrierAnswers,
  type CompiledBook,
  compile,
  type DayLoad,
  openRequest,
  type ProductFacts,
  PublicAsk,
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
import { admissionProblem, unknownProduct } from '../../http/admissionProblem.ts';
import { HttpProblem } from '../../http/problems.ts';

export interface LiveSources {
  /** The present instant in UTC: of a quote that names no moment, and by which an edition is live. */
  now(): string;
  /** The edition that is live at an instant, or null before the first. */
  live(instant: string): { readonly number: number; readonly book: RateBook } | null;
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

/** Quotes from the live edition, compiled once per edition and held in memory. */
export class LiveQuotes {
  readonly #sources: LiveSources;
  #compiled: { number: number; book: CompiledBook } | undefined;

  constructor(sources: LiveSources) {
    this.#sources = sources;
  }

  #edition(): { number: number; book: CompiledBook } {
    // By the clock of the shop, whatever moment a buyer asks about: what is to come is nobody's business yet.
    const live = this.#sources.live(this.#sources.now());
    if (!live) throw new HttpProblem('nothing-published', 'This shop has not published its delivery options yet.');
    if (this.#compiled?.number !== live.number) this.#compiled = { number: live.number, book: compile(live.book) };
    return this.#compiled;
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

  async answer(body: unknown): Promise<PublicQuote> {
    const { number, book } = this.#edition();
    const { carriers: asked, ...cart } = PublicAsk.parse(body);
    const now = this.#sources.now();
    const products = ruledById(this.#sources.products(), book.book);
    const loads = this.#sources.loads();
    const opened = openRequest(book.places, cart, { products, now, loads, pointed: withCentroid });
    if (!opened.ok) throw unknownProduct(opened.problem);
    const admission = admit(book, opened.request, now);
    if (!admission.ok) throw admissionProblem(admission.problem);
    return toPublicQuote(await this.#withCarriers(book, admission.admitted, asked !== 'later'), book.book, number);
  }
}
