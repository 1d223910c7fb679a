import { once } from 'node:events';
import type { Worker } from 'node:worker_threads';
import {
  compile,
  cutOffsOn,
  type DayLoad,
  daysOfCountry,
  type ProductFacts,
  type RateAnswer,
  type RateAsk,
  type RateBook,
} from '@ostrakon/core';
import { publicRoutes } from '@ostrakon/core/contract';
import { anyBook, anyCart, bookOf, carriedShop, flat, freeFrom, lane, Met, rate, said } from '@ostrakon/core/testing';
import fc from 'fast-check';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { LiveQuotes } from './features/public-quote/liveQuotes.ts';
import { quoteTextStep } from './features/public-quote/quoteStep.ts';
import { QuoteThread, type SentQuestion } from './features/public-quote/quoteThread.ts';
import { startThread } from './startThread.ts';
import { clay, NOW } from './testShop.ts';

const { body: Asked } = publicRoutes['POST /quotes'];
const inCanada = (price: number): RateBook =>
  bookOf([
    { id: 'canada', places: [{ kind: 'country', country: 'CA' }], lanes: { ground: lane(flat(price), { freeFrom: freeFrom(9000) }) } },
  ]);
const goods = (...products: ProductFacts[]) => new Map(products.map((product) => [product.id, product]));
const CART = { lines: [{ product: 'clay-10', quantity: 1 }], destination: { country: 'CA', subdivision: 'CA-NS' } };

/** Counts what the thread has answered by itself. */
class Counted extends QuoteThread {
  answers = 0;
  override async ask(question: SentQuestion) {
    const step = await super.ask(question);
    if (step !== null) this.answers += 1;
    return step;
  }
}

let worker: Worker | undefined;
let failures: unknown[];
let thread: Counted;
let live: { number: number; book: RateBook; until: number };
let products: ReadonlyMap<string, ProductFacts>;
let loads: readonly DayLoad[];
let asked: RateAsk[];
let quotes: LiveQuotes;
let nth = 0;

const start = () => {
  worker = startThread(import.meta.url, 'quoteWorker');
  return worker;
};

beforeEach(() => {
  worker = undefined;
  failures = [];
  thread = new Counted(start, (error) => failures.push(error), 2);
  live = { number: 1, book: inCanada(990), until: Number.POSITIVE_INFINITY };
  products = goods(clay);
  loads = [];
  asked = [];
  quotes = new LiveQuotes({
    now: () => NOW,
    live: () => live,
    looked: () => Promise.reject(new Error('nobody looks')),
    before: () => Promise.reject(new Error('nothing was before')),
    products: () => products,
    loads: () => loads,
    lastOrderOf: async () => '2026-11-23T13:00:00Z',
    carriers: async (asks) => {
      asked.push(...asks.values());
      return new Map<string, RateAnswer>([...asks.keys()].map((key) => [key, said(rate(1850))]));
    },
    known: () => new Map(),
    thread,
  });
});
afterEach(() => quotes.close());

/** Asks the same cart as if it were another each time. */
const ask = async (body: object = CART, history = false) => {
  nth += 1;
  const text = JSON.stringify(body);
  const question = { read: () => Asked.parse(body), digest: `${nth}`, sent: { text, history } };
  return JSON.parse((await quotes.answer(question, {})).text);
};

/** Asks until the thread answers. */
async function untilThick(): Promise<void> {
  const before = thread.answers;
  while (thread.answers === before) {
    await ask();
    await new Promise(setImmediate);
  }
}

test('any book and any cart: the thread answers, letter by letter, what is answered without it', async () => {
  const met = new Met();
  const carts = fc.sample(anyCart, 8).map(({ lines, lastOrderAt: _last, cartStartedAt: _started, ...cart }) => ({
    ...cart,
    lines: lines.map(({ delivered: _delivered, ...line }) => line),
  }));
  for (const [at, document] of fc.sample(anyBook, 25).entries()) {
    const from = { edition: at + 1, book: compile(document), products, loads };
    // Nobody asks it before it has caught up.
    while (!thread.knows(from)) await new Promise((resolve) => setTimeout(resolve, 2));
    for (const cart of carts) {
      const known = { now: NOW };
      const text = JSON.stringify(cart);
      const ours = quoteTextStep(from, Asked.parse(JSON.parse(text)), undefined, known);
      expect(await thread.ask({ text, history: false, ...known })).toEqual(ours);
      if (!('done' in ours)) continue;
      const { options, withheld } = JSON.parse(ours.done.text);
      met.note('priced', options.length > 0);
      met.note('withheld', withheld.length > 0);
      met.note('none at all', options.length === 0);
    }
  }
  met.enough(10, 'priced', 'withheld', 'none at all');
});

test('what changed holds from the next quote on', async () => {
  await untilThick();
  live = { ...live, number: 2, book: inCanada(1250) };
  expect(await ask()).toMatchObject({ edition: 2, options: [{ price: 1250 }] });
  await untilThick();
  expect(await ask()).toMatchObject({ edition: 2, options: [{ price: 1250 }] });
  const glaze = { ...clay, id: 'glaze-1', name: 'Glaze' };
  const two = { ...CART, lines: [...CART.lines, { product: 'glaze-1', quantity: 1 }] };
  await expect(ask(two)).rejects.toThrow('No product has the id "glaze-1".');
  products = goods(clay, glaze);
  await untilThick();
  expect(await ask(two)).toMatchObject({ edition: 2, options: [{ price: 1250 }] });
  products = goods(glaze);
  await expect(ask()).rejects.toThrow('No product has the id "clay-10".');
  products = goods({ ...clay, price: 9000 });
  await untilThick();
  expect(await ask()).toMatchObject({ edition: 2, options: [{ price: 0 }] });
  await expect(ask(two)).rejects.toThrow('No product has the id "glaze-1".');
  expect(failures).toEqual([]);
});

test('orders taken meanwhile fill a day, and the next one is promised', async () => {
  const plain = carriedShop();
  const dispatch = { cutOffs: cutOffsOn([1, 2, 3, 4, 5], '14:00'), ownCutOffs: [], lead: { least: 0, most: 0 }, capacity: 3, closed: [] };
  const days = { ...daysOfCountry('CA'), transit: { least: 1, most: 1 } };
  const services = plain.services.filter(({ id }) => id === 'ground').map((one) => ({ ...one, days }));
  live = { ...live, book: { ...inCanada(990), services, locations: plain.locations.map((one) => ({ ...one, dispatch })) } };
  const arrives = async () => (await ask()).options[0].promise.last;
  const packed = (orders: number): DayLoad => ({ kind: 'packing', location: 'depot', date: NOW.slice(0, 10), orders });
  for (const [orders, date] of [
    [2, '2026-11-24'],
    [3, '2026-11-25'],
  ] as const) {
    loads = [packed(orders)];
    expect(await arrives()).toBe(date);
    await untilThick();
    const before = thread.answers;
    expect([await arrives(), thread.answers]).toEqual([date, before + 1]);
  }
});

test('what is at fault, or somebody’s own, is seen to at the door', async () => {
  await untilThick();
  const before = thread.answers;
  await expect(ask({ lines: [] })).rejects.toThrow();
  await expect(ask({ ...CART, lines: [{ product: 'gone', quantity: 1 }] })).rejects.toThrow('No product has the id "gone".');
  await expect(ask({ ...CART, moment: '2020-01-01T00:00:00Z' })).rejects.toThrow('days before now');
  expect(await ask({ ...CART, buyerId: 'b-1' }, true)).toMatchObject({ options: [{ price: 990 }] });
  expect(await ask({ ...CART, lastOrderAt: '2026-11-23T12:00:00Z' })).toMatchObject({ options: [{ price: 990 }] });
  expect(thread.answers).toBe(before);
  expect(await ask({ ...CART, lastOrderAt: '2026-11-23T12:00:00Z' }, true)).toMatchObject({ options: [{ price: 990 }] });
  expect(thread.answers).toBe(before + 1);
  expect(failures).toEqual([]);
});

test('carriers are asked by the door, and the thread goes on with what they say', async () => {
  live = { ...live, book: carriedShop() };
  await untilThick();
  asked = [];
  const before = thread.answers;
  const toOntario = { ...CART, destination: { country: 'CA', subdivision: 'CA-ON', postalCode: 'M5V 2T6' } };
  const { options } = await ask(toOntario);
  expect(options).toEqual(expect.arrayContaining([expect.objectContaining({ service: 'express', price: 1850 })]));
  expect(asked).toHaveLength(1);
  expect(await ask({ ...toOntario, carriers: 'later' })).toMatchObject({ pending: ['express'] });
  expect(asked).toHaveLength(1);
  expect(thread.answers - before).toBeGreaterThanOrEqual(4);
});

test('ended in the midst of it, it leaves every question to the door, and another one takes its place', async () => {
  await untilThick();
  const all = Array.from({ length: 20 }, () => ask());
  await worker?.terminate();
  for (const quote of await Promise.all(all)) expect(quote).toMatchObject({ options: [{ price: 990 }] });
  expect(failures).toHaveLength(1);
  await untilThick();
});

test('what comes late, of goods that have changed meanwhile, is not kept for whoever asks next', async () => {
  await untilThick();
  const question = { read: () => Asked.parse(CART), digest: 'the same', sent: { text: JSON.stringify(CART), history: false } };
  const priceOf = async () => JSON.parse((await quotes.answer(question, {})).text).options[0].price;
  const late = priceOf();
  // It is with the thread by now, whose answer cannot come before the next turn.
  for (let at = 0; at < 20; at += 1) await null;
  products = goods({ ...clay, price: 9000 });
  // The thread has not caught up: this one is quoted at once, and before the other comes.
  expect(await priceOf()).toBe(0);
  expect(await late).toBe(990);
  expect(await priceOf()).toBe(0);
});

test('asked again within five minutes it stays; when nobody has asked for so long it goes, and comes again', async () => {
  vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance'] });
  try {
    await untilThick();
    if (!worker) throw new Error('there is no thread');
    const gone = once(worker, 'exit');
    vi.advanceTimersByTime(200_000);
    await ask();
    vi.advanceTimersByTime(200_000);
    const before = thread.answers;
    await ask();
    expect(thread.answers).toBe(before + 1);
    vi.advanceTimersByTime(601_000);
    await gone;
    expect(await ask()).toMatchObject({ options: [{ price: 990 }] });
    expect(thread.answers).toBe(before + 1);
    await untilThick();
    expect(failures).toEqual([]);
  } finally {
    vi.useRealTimers();
  }
});

test('for a few buyers there is none, and none where it would only be in the way', async () => {
  const from = { edition: 1, book: compile(inCanada(990)), products, loads };
  const alone = new QuoteThread(start, (error) => failures.push(error), 1);
  for (let at = 0; at < 200; at += 1) expect(alone.knows(from)).toBe(false);
  for (let at = 0; at < 10; at += 1) expect(thread.knows(from)).toBe(false);
  expect(worker).toBeUndefined();
});
