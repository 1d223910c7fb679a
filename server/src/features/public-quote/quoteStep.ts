import { hash } from 'node:crypto';
import {
  admit,
  CarrierAnswers,
  type CartInput,
  type CartLine,
  type CompiledBook,
  completeCart,
  type DayLoad,
  type Destination,
  type ProductFacts,
  plan,
  type Quote,
  type RateAnswer,
  type RateAsk,
  ruledById,
  settle,
  toPublicQuote,
} from '@ostrakon/core';
import { withCentroid } from '@ostrakon/core/centroids';
import type { publicRoutes } from '@ostrakon/core/contract';
import type { z } from 'zod';
import { admissionProblem, unknownProduct } from '../../http/admissionProblem.ts';

/** What a buyer's checkout sends. */
export type PublicRequest = z.output<(typeof publicRoutes)['POST /quotes']['body']>;

/** What is quoted from. */
export interface QuotedFrom {
  readonly edition: number;
  readonly book: CompiledBook;
  readonly products: ReadonlyMap<string, ProductFacts>;
  /** Orders taken so far. */
  readonly loads: readonly DayLoad[];
}

/** The moment of a question, and what is known to it by now. */
export interface KnownByNow {
  /** UTC. */
  readonly now: string;
  /** What carriers have said to it; nothing where none was asked. */
  readonly answers?: ReadonlyMap<string, RateAnswer>;
  /** Quoted with what there is, whatever is still to be asked. */
  readonly last?: boolean;
}

/** What carriers are to be asked first, and whether the buyer waits for them. */
export interface CarriersToAsk {
  readonly asks: ReadonlyMap<string, RateAsk>;
  readonly waits: boolean;
}

/** A quote, or what is lacking to it. */
export type Step<T> = { readonly done: T; readonly carriersAsked: boolean } | CarriersToAsk;

/** A quote with the lines it is of, and where it goes. */
export interface QuotedCart {
  readonly quote: Quote;
  readonly lines: readonly CartLine[];
  readonly to: Destination;
}

/** A quote as it is sent: what it says, and a digest of that. */
export interface QuoteText {
  readonly text: string;
  readonly tag: string;
}

const NO_ANSWERS: ReadonlyMap<string, RateAnswer> = new Map();

/** Buyers are told prices, not how they came about. */
const NO_LEDGER = { ledger: false };

/**
 * Quotes a cart as far as that can be done without asking a carrier.
 * @throws HttpProblem where it names goods that are not sold, or would cost too much to quote
 */
export function quoteStep(
  { book, products, loads }: QuotedFrom,
  cart: CartInput,
  { now, answers = NO_ANSWERS, last = false }: KnownByNow,
  waits = true,
): Step<QuotedCart> {
  const sold = ruledById(products, book.book);
  const opened = completeCart(book.places, cart, { products: sold, now, loads, pointed: withCentroid });
  if (!opened.ok) throw unknownProduct(opened.problem);
  const admission = admit(book, opened.request, now);
  if (!admission.ok) throw admissionProblem(admission.problem);
  const planned = plan(book, admission.admitted, new CarrierAnswers(answers, { missing: waits ? 'notAsked' : 'waiting' }), NO_LEDGER);
  if (planned.asks.size > 0 && !last) return { asks: planned.asks, waits };
  const done = { quote: settle(planned), lines: opened.request.lines, to: opened.request.destination };
  // Goods that are parted may have asked more by then.
  return { done, carriersAsked: planned.asks.size > 0 || answers.size > 0 };
}

/**
 * The same of what a checkout sends, written as it is sent.
 * @param until when the edition ends, where that is near
 * @throws HttpProblem as `quoteStep` does
 */
export function quoteTextStep(from: QuotedFrom, request: PublicRequest, until: string | undefined, known: KnownByNow): Step<QuoteText> {
  const { carriers, language, buyerId: _buyer, ...cart } = request;
  const step = quoteStep(from, cart, known, carriers !== 'later');
  if ('asks' in step) return step;
  const { quote, to } = step.done;
  const { edition } = from;
  const text = JSON.stringify(
    toPublicQuote(quote, from.book.book, { edition, ...(until !== undefined && { until }), language, near: to.point }),
  );
  return { done: { text, tag: hash('sha1', text, 'base64url').slice(0, 16) }, carriersAsked: step.carriersAsked };
}
