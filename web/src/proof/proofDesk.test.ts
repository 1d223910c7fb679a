import { emptyBook, type RateBook } from '@ostrakon/core';
import { beforeEach, expect, test } from 'vitest';
import type { Looked, ProofAnswer, ProofAsk } from './proof.worker.ts';
import { ProofDesk } from './proofDesk.ts';

const NOW = '2026-11-29T12:00:00.000Z';
const sources = { products: [], live: null, survey: null, trials: [] };
const LOOKED: Looked = { told: [], lookedAt: { zones: 0, services: 0, kinds: 0, regions: 0 }, addresses: {}, live: null };

let asks: ProofAsk[];
let desk: ProofDesk;
let answer: (answer: ProofAnswer) => void;

beforeEach(() => {
  asks = [];
  const worker: Pick<Worker, 'postMessage' | 'onmessage' | 'terminate'> = {
    postMessage: (ask: ProofAsk) => void asks.push(ask),
    onmessage: null,
    terminate: () => undefined,
  };
  answer = (data) => worker.onmessage?.call(worker as Worker, { data } as MessageEvent);
  desk = new ProofDesk(() => worker);
});

const looks = () => asks.filter((ask) => ask.kind === 'look');
const named = (name: string): RateBook => ({ ...emptyBook(), shop: { ...emptyBook().shop, name } });
const done = () => {
  const last = looks().at(-1);
  answer({ kind: 'looked', number: last?.number ?? 0, looked: LOOKED });
};

test('of edits that come while one is looked at only the newest is looked at next', () => {
  const [first, passedOver, newest] = [named('a'), named('b'), named('c')];
  for (const book of [first, passedOver, newest]) desk.look(book, NOW, NOW, sources);
  expect(looks().map(({ book }) => book)).toEqual([first]);
  expect(desk.getSnapshot()).toMatchObject({ looked: null, checking: true });
  done();
  expect(looks().map(({ book }) => book)).toEqual([first, newest]);
  expect(desk.getSnapshot()).toMatchObject({ of: first, checking: true });
  done();
  expect(looks().length).toBe(2);
  expect(desk.getSnapshot()).toMatchObject({ of: newest, checking: false });
});

test('goods, the live edition, surveys and trials are sent once, and again only when they are others', () => {
  desk.look(named('a'), NOW, NOW, sources);
  done();
  desk.look(named('b'), NOW, NOW, sources);
  expect(asks.map(({ kind }) => kind)).toEqual(['products', 'live', 'survey', 'trials', 'look', 'look']);
  done();
  desk.look(named('c'), NOW, NOW, { ...sources, live: named('live') });
  expect(asks.slice(6).map(({ kind }) => kind)).toEqual(['live', 'look']);
});

test('what is said of goods is sent when it is another, apart from the book it belongs to; that it is gone, too', () => {
  const goodsRules = { wheel: { delivered: false } };
  const ruled = (name: string) => ({ ...named(name), goodsRules });
  for (const book of [ruled('a'), ruled('b'), named('c'), named('d')]) {
    desk.look(book, NOW, NOW, sources);
    done();
  }
  const sent = asks.flatMap((ask) => (ask.kind === 'rules' ? [ask.rules ?? 'none'] : ask.kind === 'look' ? [ask.book.shop.name] : []));
  expect(sent).toEqual([goodsRules, 'a', 'b', 'none', 'c', 'd']);
  expect(looks().some(({ book }) => 'goodsRules' in book)).toBe(false);
  // Whoever asks gets the whole book back as the one that was looked at.
  expect(desk.getSnapshot().of).toEqual(named('d'));
});

test('each question gets its own answer, in whatever order they come; listeners hear of what was looked at', async () => {
  let heard = 0;
  const stop = desk.subscribe(() => {
    heard += 1;
  });
  const [one, other, effect] = [desk.tryRepairs('one', []), desk.tryRepairs('other', []), desk.effect()];
  const numbers = asks.flatMap((ask) => ('number' in ask ? [ask.number] : []));
  expect(new Set(numbers).size).toBe(3);
  const nothing = { regions: [], moved: [], dates: [], others: [] };
  answer({ kind: 'effect', number: numbers[2] ?? 0, effect: nothing });
  answer({ kind: 'tried', number: numbers[1] ?? 0, tried: [{ mends: true, brings: [], effect: nothing }] });
  answer({ kind: 'tried', number: numbers[0] ?? 0, tried: [] });
  expect([await one, (await other).length, await effect]).toEqual([[], 1, nothing]);
  expect(heard).toBe(0);
  desk.look(named('a'), NOW, NOW, sources);
  done();
  expect(heard).toBe(2);
  stop();
  desk.look(named('b'), NOW, NOW, sources);
  expect(heard).toBe(2);
});
