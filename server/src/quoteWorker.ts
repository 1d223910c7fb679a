import { parentPort } from 'node:worker_threads';
import { compile, type DayLoad, type ProductFacts } from '@ostrakon/core';
import { publicRoutes } from '@ostrakon/core/contract';
import { type QuotedFrom, type QuoteText, quoteTextStep, type Step } from './features/public-quote/quoteStep.ts';
import type { Lesson, QuoteAsk, SentQuestion } from './features/public-quote/quoteThread.ts';
import { answering } from './threadAsker.ts';

// A thread that quotes what checkouts ask, from a copy of what is live.

const { body: Asked } = publicRoutes['POST /quotes'];

let edition: Pick<QuotedFrom, 'edition' | 'book'> | undefined;
let products: ReadonlyMap<string, ProductFacts> = new Map();
let loads: readonly DayLoad[] = [];

function learn(lesson: Lesson): void {
  if (lesson.edition) edition = { edition: lesson.edition.number, book: compile(lesson.edition.book) };
  if (lesson.goods) {
    const known = new Map(products);
    for (const id of lesson.goods.gone) known.delete(id);
    for (const product of lesson.goods.put) known.set(product.id, product);
    products = known;
  }
  if (lesson.loads) loads = lesson.loads;
}

/** Null where the door must look for itself: to say what is wrong with a question, or who a buyer is. */
function made({ text, until, history, ...known }: SentQuestion): Step<QuoteText> | null {
  if (!edition) return null;
  try {
    const request = Asked.parse(text === '' ? {} : JSON.parse(text));
    if (request.buyerId !== undefined || (request.lastOrderAt !== undefined && !history)) return null;
    return quoteTextStep({ ...edition, products, loads }, request, until, known);
  } catch {
    return null;
  }
}

parentPort?.on(
  'message',
  answering(
    (told) => parentPort?.postMessage(told),
    async (ask: QuoteAsk) => ('question' in ask ? made(ask.question) : learn(ask.lesson)),
  ),
);
