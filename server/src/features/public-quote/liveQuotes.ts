import {
  type CartInput,
  type CartLine,
  type CompiledBook,
  type CountryCode,
  compile,
  type DayLoad,
  type Destination,
  instantToMs,
  oncePer,
  type ProductFacts,
  type PublicEdition,
  type PublicQuote,
  type Quote,
  type RateAnswer,
  type RateAsk,
  type RateBook,
  ruledById,
} from '@ostrakon/core';
import type { DeliveryFacts, FeedAsked, GoodsFeed, LookAt, PublicOptions } from '@ostrakon/core/contract';
import { languageFor } from '@ostrakon/core/contract';
import { LRUCache } from 'lru-cache';
import { HttpProblem } from '../../http/problems.ts';
import { answerDelivery, answerFeed, answerInGeneral, deliveredProduct, lightest } from './generalAnswers.ts';
import {
  type CarriersToAsk,
  type KnownByNow,
  type PublicRequest,
  type QuotedFrom,
  type QuoteText,
  quoteStep,
  quoteTextStep,
  type Step,
} from './quoteStep.ts';
import type { QuoteThread } from './quoteThread.ts';

/** An edition and until when it is live, in milliseconds since 1970; infinite where nothing else is known to come. */
interface InForce {
  readonly number: number;
  readonly book: RateBook;
  readonly until: number;
}

/** What the owner looks at in place of what is live: under which number it is told, and what its answers are kept under. */
export interface Looked {
  readonly number: number;
  readonly book: RateBook;
}

/** What is quoted from. */
interface Sight {
  readonly number: number;
  readonly book: CompiledBook;
  readonly ending: Pick<PublicEdition, 'until'>;
  /** Answers from it are kept under this; null where none are. */
  readonly key: string | null;
}

/** What a question is about, besides the cart: an edition of before, or what the owner looks at. */
export interface Asked {
  readonly edition?: number | undefined;
  readonly look?: LookAt | null;
}

export interface LiveSources {
  /** The present instant in UTC: of a quote that names no moment, and by which an edition is live. */
  now(): string;
  /** The edition that is live at an instant, or null before the first. */
  live(instant: string): InForce | null;
  /** Since when an edition that is live has been so. */
  since?(number: number): string | undefined;
  /** What is looked at; rejects with a problem where it is there no more. */
  looked(at: LookAt): Promise<Looked>;
  /** An edition of before that still answers for orders taken then; rejects with a problem where none does. */
  before(number: number): Promise<Pick<InForce, 'number' | 'book'>>;
  products(): ReadonlyMap<string, ProductFacts>;
  /** When a buyer ordered last, by the shop's own reference; null for who is not known, or whose hours were ended since. */
  lastOrderOf?(buyerId: string): Promise<string | null>;
  /** Orders taken so far. */
  loads(): readonly DayLoad[];
  /** What carriers say to questions, by key; with what was `waited` for before, in milliseconds, no longer than the time limit. */
  carriers(asks: ReadonlyMap<string, RateAsk>, waited: number): Promise<ReadonlyMap<string, RateAnswer>>;
  /** What is known of questions at this moment; the rest is asked for without waiting. */
  known(asks: ReadonlyMap<string, RateAsk>): ReadonlyMap<string, RateAnswer>;
  /** What quotes beside, once buyers come thick; none where nothing is said. */
  readonly thread?: QuoteThread;
}

/** A quote as it is sent, and of which edition it is. */
export interface Answered extends QuoteText {
  readonly edition: number;
}

/** What a checkout asks. */
export interface Question {
  /** Reads what was sent; not called where the answer is known. Throws where it is at fault. */
  read(): PublicRequest;
  /** Of what was sent, and of who may say more than others. */
  readonly digest: string;
  /** As it was sent, for a thread to read, and whether whoever asks may say when the buyer ordered last. */
  readonly sent?: { readonly text: string; readonly history: boolean };
}

/** The owner's quote of a cart: by which edition, and its lines with all that is known of their goods. */
export interface ToldQuote {
  readonly edition: number;
  readonly compiled: CompiledBook;
  readonly quote: Quote;
  readonly lines: readonly CartLine[];
}

/** Answers lead to further questions only where goods are parted. */
const MOST_ROUNDS = 3;

/** A quote says when its edition ends where that is so near. */
const NEAR_MS = 7 * 86_400_000;
/** How many answers are kept, by the letters in them. */
const MOST_KEPT = 8_000_000;
/** How many questions are known to have been asked once. */
const MOST_ASKED_ONCE = 10_000;
const MINUTE_MS = 60_000;
/** What countries get in general is kept for so many of them. */
const MOST_COUNTRIES = 300;

/** Editions of before that are kept ready. */
const MOST_COMPILED = 4;

const compiledLook = oncePer(compile);

/** Quotes from the live edition, compiled once per edition and held in memory. */
export class LiveQuotes {
  readonly #sources: LiveSources;
  /** What is live stays, however many others are asked for. */
  #compiledLive: { readonly number: number; readonly book: CompiledBook } | undefined;
  readonly #kept = new LRUCache<string, Answered>({ maxSize: MOST_KEPT, sizeCalculation: ({ text }) => text.length + 200 });
  /** What was asked once: most carts are never asked about again, and keeping their answers costs more than making them. */
  readonly #askedOnce = new LRUCache<string, true>({ max: MOST_ASKED_ONCE });
  readonly #general = new LRUCache<string, PublicOptions>({ max: MOST_COUNTRIES });
  readonly #deliveries = new LRUCache<string, Promise<DeliveryFacts>>({ max: 60 });
  #keptOf: { products: unknown; loads: unknown } = { products: null, loads: null };
  readonly #thread: QuoteThread | undefined;
  readonly #compiledBefore = new LRUCache<number, CompiledBook>({ max: MOST_COMPILED });

  constructor(sources: LiveSources) {
    this.#sources = sources;
    this.#thread = sources.thread;
    // No stranger's question waits for all goods to be looked through.
    lightest(sources.products());
  }

  /** @param now by the clock of the shop, whatever moment a buyer asks about: what is to come is nobody's business yet */
  #live(now = this.#sources.now()): InForce {
    const live = this.#sources.live(now);
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

  /** What a question is answered from. */
  async #sight({ edition: asked, look = null }: Asked, now = this.#sources.now()): Promise<Sight> {
    if (look !== null && look.see !== 'live') {
      const { number, book } = await this.#sources.looked(look);
      return { number, book: compiledLook(book), ending: {}, key: null };
    }
    const live = this.#live(now);
    const number = asked ?? live.number;
    const key = `${number} ${live.until}`;
    if (number !== live.number) return { number, book: await this.#compileBefore(number), ending: {}, key };
    return { number, book: this.#compileLive(live), ending: this.#ending(live.until, now), key };
  }

  /** What is live, or looked at, as it was written. */
  async document(asked: Asked): Promise<{ edition: PublicEdition; book: CompiledBook }> {
    const { number, ending, book } = await this.#sight(asked);
    return { edition: { edition: number, ...ending }, book };
  }

  /** Which edition buyers are quoted from. */
  edition(): PublicEdition {
    const { number, until } = this.#live();
    return { edition: number, ...this.#ending(until) };
  }

  /** When what is live ends, where that is near. */
  #ending(until: number, now = this.#sources.now()): Pick<PublicEdition, 'until'> {
    return until - instantToMs(now) <= NEAR_MS ? { until: new Date(until).toISOString() } : {};
  }

  /** Steps of a quote, until it is there: carriers are asked between them. Who does not wait gets what is known by now. */
  async #stepByStep<S extends Step<unknown> | null>(step: (known: Omit<KnownByNow, 'now'>) => S | Promise<S>) {
    const began = performance.now();
    const answers = new Map<string, RateAnswer>();
    let made = await step({});
    for (let round = 1; made !== null && 'asks' in made; round += 1) {
      const { asks, waits } = made;
      const said = waits ? await this.#sources.carriers(asks, performance.now() - began) : this.#sources.known(asks);
      for (const [key, answer] of said) answers.set(key, answer);
      made = await step({ answers, last: said.size === 0 || round >= MOST_ROUNDS });
    }
    return made as Exclude<S, CarriersToAsk>;
  }

  /** What a question gets from a thread; null where none quotes from the same at the moment, or it leaves the question to us. */
  async #beside({ sent }: Question, from: QuotedFrom, until: string | undefined, now: string) {
    const thread = this.#thread;
    if (!sent || !thread?.knows(from)) return null;
    const { text, history } = sent;
    const question = { text, history, now, ...(until !== undefined && { until }) };
    const made = await this.#stepByStep((known) => thread.ask({ ...question, ...known }));
    return made && { ...made, ofAnybody: true };
  }

  /**
   * A quote of what is live, or of an edition of before for an order taken then, as text. The same question asked a third time
   * within a minute, with nothing changed meanwhile, is answered from memory.
   * @param about an edition of before, or what is looked at
   */
  async answer(question: Question, about: Asked): Promise<Answered> {
    // What is wrong with a question is told, even where there is nothing to answer it from.
    const now = this.#sources.now();
    if (!this.#sources.live(now)) question.read();
    const { number: edition, book, ending, key } = await this.#sight(about, now);
    const kept = this.#keptFor(`${key} ${Math.floor(instantToMs(now) / MINUTE_MS)} ${question.digest}`);
    const held = key === null ? undefined : kept.read();
    if (held) return held;
    const from = { edition, book, products: this.#sources.products(), loads: this.#sources.loads() };
    const { until } = ending;
    const beside = book === this.#compiledLive?.book ? await this.#beside(question, from, until, now) : null;
    const { done, carriersAsked, ofAnybody } = beside ?? (await this.#byOurselves(question, from, until, now));
    const answered = { edition, ...done };
    // What a carrier says may be another in a moment, and so may when somebody ordered last.
    if (ofAnybody && !carriersAsked && key !== null) kept.write(answered);
    return answered;
  }

  async #byOurselves({ read }: Question, from: QuotedFrom, until: string | undefined, now: string) {
    const asked = read();
    const request = await this.#withHistory(asked, asked.buyerId);
    const made = await this.#stepByStep((known) => quoteTextStep(from, request, until, { now, ...known }));
    return { ...made, ofAnybody: asked.buyerId === undefined };
  }

  /** A cart with when its buyer ordered last, where the shop knows that and nobody says it. */
  async #withHistory<C extends CartInput>(cart: C, buyerId: string | undefined): Promise<C> {
    if (buyerId === undefined || cart.lastOrderAt !== undefined) return cart;
    const last = await this.#sources.lastOrderOf?.(buyerId);
    return last ? { ...cart, lastOrderAt: last } : cart;
  }

  /** The owner's quote of an order's cart by an edition, with what it was made of. */
  async told(told: CartInput, asked: Asked, buyerId?: string): Promise<ToldQuote> {
    const cart = await this.#withHistory(told, buyerId);
    const { number, book } = await this.#sight(asked);
    const now = this.#sources.now();
    const from = { edition: number, book, products: this.#sources.products(), loads: this.#sources.loads() };
    const { done } = await this.#stepByStep((known) => quoteStep(from, cart, { now, ...known }));
    return { edition: number, compiled: book, quote: done.quote, lines: done.lines };
  }

  /** Ends what goes on beside. */
  async close(): Promise<void> {
    await this.#thread?.end();
  }

  /** All a delivery page says, of what is live or looked at. It is the same for all who ask on a day. */
  async delivery(
    asked: Asked,
    about: { readonly language?: string | undefined; readonly to?: Destination | undefined },
  ): Promise<DeliveryFacts> {
    const { language, to } = about;
    const { number, book, ending, key } = await this.#sight(asked);
    const now = this.#sources.now();
    const since = this.#sources.since?.(number);
    const make = () =>
      answerDelivery(book, { edition: number, ...ending, ...(since !== undefined && key !== null && { since }) }, about, {
        products: ruledById(this.#sources.products(), book.book),
        goods: this.#sources.products(),
        loads: this.#sources.loads(),
        now,
      });
    if (key === null) return make();
    this.#keptFor('');
    const place = `${key} ${languageFor(book.book, language)} ${now.slice(0, 13)} ${to ? `${to.country} ${to.postalCode ?? ''}` : ''}`;
    const held = this.#deliveries.get(place);
    if (held) return held;
    const making = make();
    this.#deliveries.set(place, making);
    making.catch(() => this.#deliveries.delete(place));
    return making;
  }

  /** Goods with what each costs to deliver to one place. */
  async feed(asked: FeedAsked, hasLeft: () => boolean): Promise<GoodsFeed> {
    const { number, book } = await this.#sight({});
    return answerFeed(book, number, asked, {
      hasLeft,
      products: ruledById(this.#sources.products(), book.book),
      goods: this.#sources.products(),
      loads: this.#sources.loads(),
      now: this.#sources.now(),
    });
  }

  /** What one of a product costs to deliver to each part of the delivery page. */
  async deliveredProduct(asked: Asked, language: string | undefined, product: string): Promise<readonly (PublicQuote | null)[]> {
    const { number, book } = await this.#sight(asked);
    return deliveredProduct(book, number, language, product, {
      products: ruledById(this.#sources.products(), book.book),
      goods: this.#sources.products(),
      loads: this.#sources.loads(),
      now: this.#sources.now(),
    });
  }

  /** Answers of the same goods and orders taken; with others what was kept goes. */
  #keptFor(key: string): { read(): Answered | undefined; write(answered: Answered): void } {
    const [products, loads] = [this.#sources.products(), this.#sources.loads()];
    if (products !== this.#keptOf.products || loads !== this.#keptOf.loads) {
      this.#kept.clear();
      this.#askedOnce.clear();
      this.#general.clear();
      this.#deliveries.clear();
      this.#keptOf = { products, loads };
    }
    const of = this.#keptOf;
    const write = (answered: Answered) => {
      // What was made meanwhile of goods or orders taken that have changed is nobody else's answer.
      if (of !== this.#keptOf) return;
      if (this.#askedOnce.has(key)) this.#kept.set(key, answered);
      else this.#askedOnce.set(key, true);
    };
    return { read: () => this.#kept.get(key), write };
  }

  /** What is delivered to a country in general. */
  general(country: CountryCode): PublicOptions {
    const live = this.#live();
    const now = this.#sources.now();
    this.#keptFor('');
    const key = `${live.number} ${country} ${now.slice(0, 10)}`;
    const held = this.#general.get(key);
    const loads = this.#sources.loads();
    const book = this.#compileLive(live);
    const made =
      held ??
      answerInGeneral(book, country, live.number, {
        products: ruledById(this.#sources.products(), book.book),
        goods: this.#sources.products(),
        loads,
        now,
      });
    if (!held) this.#general.set(key, made);
    return { ...made, ...this.#ending(live.until) };
  }
}
