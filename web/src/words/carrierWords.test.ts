import {
  type CarrierSide,
  emptyBook,
  type Offer,
  PLAIN_CARRIAGE,
  PLAIN_SERVICE,
  PLAIN_TERMS,
  plainLane,
  type Service,
  Silence,
  type Unanswered,
} from '@ostrakon/core';
import { describe, expect, test } from 'vitest';
import { marginWords, ratesWords } from '../features/rate-book/sheetCell.ts';
import { carriedWords, isSilence, markupWords, sideWords, silenceWords, termsWords } from './carrierWords.ts';
import { formatFor } from './format.ts';
import { laneSentence } from './laneSentence.ts';

const { shop } = emptyBook();
const format = formatFor(shop);
const markup = (basisPoints: number, amount = 0, least: number | null = null, most: number | null = null) => ({
  basisPoints,
  amount,
  least,
  most,
});

test.each([
  [markup(0), 'nothing'],
  [markup(800), '8%'],
  [markup(0, 200), '$2.00'],
  [markup(1250, 150), '12.5% and $1.50'],
  [markup(1200, 0, 100), '12%, at least $1.00'],
  [markup(1200, 50, 100, 900), '12% and $0.50, at least $1.00, at most $9.00'],
])('%o is "plus %s"', (terms, words) => expect(markupWords(terms, format)).toBe(words));

const ground: Service = { ...PLAIN_SERVICE, id: 'ground', name: 'Ground parcel' };
const express: Service = {
  ...PLAIN_SERVICE,
  id: 'express',
  name: 'Express',
  kind: 'carrier',
  carriage: { account: 'g', carrier: 'Gannet Air', service: 'DAY', ...PLAIN_CARRIAGE },
  terms: { ...PLAIN_TERMS, markup: markup(800) },
};
const book = { services: [ground, express] };
const terms = (unanswered: Unanswered) => termsWords({ ...PLAIN_TERMS, markup: markup(800), unanswered }, book, format);

test('terms are one sentence: what is added, and what holds without an answer', () => {
  expect(terms({ kind: 'withhold' })).toBe('at its price plus 8%; without an answer it is not offered');
  expect(terms({ kind: 'card' })).toBe('at its price plus 8%; without an answer the prices set for that hold');
  expect(terms({ kind: 'service', service: 'ground' })).toBe('at its price plus 8%; without an answer it costs what Ground parcel does');
  expect(terms({ kind: 'service', service: 'gone' })).toContain('another service does');
  expect(carriedWords(express, book, format)).toBe(
    'carried by Gannet Air (DAY), at its price plus 8%; without an answer it is not offered',
  );
  expect(carriedWords({ ...express, kind: 'card' }, book, format)).toBe('carried by Gannet Air (DAY), at own prices');
  expect(carriedWords(ground, book, format)).toBe('no carrier is named');
});

test('every kind of silence has words of its own that follow a carrier’s name', () => {
  const all = Silence.options.map((why) => silenceWords[why]);
  expect(new Set(all).size).toBe(Silence.options.length);
  for (const words of all) expect(words).toMatch(/^(took|could|failed|answered|asks|does|has|charges|was|is) /);
  expect([isSilence('timeout'), isSilence('constructor'), isSilence('A parcel weighs 40 kg')]).toEqual([true, false, false]);
});

describe('the margin in a cell', () => {
  const said = { account: 'g', carrier: 'Gannet Air', service: 'DAY' };
  const rate = (amount: number): CarrierSide => ({ ...said, kind: 'rate', name: 'Air day', amount, rows: [], parcels: [] });
  const offer = (price: number, carriers?: CarrierSide[], tax = 0): Offer => ({
    status: 'priced',
    service: 'express',
    price,
    ledger: [],
    ...(carriers && { carriers }),
    ...(tax > 0 && { tax: { mode: 'included' as const, basisPoints: 1500, amount: tax } }),
  });
  test.each<[string, Offer, string, string, string]>([
    ['what is left', offer(2160, [rate(2000)]), '+$1.60', 'cost $20.00', 'price'],
    ['tax is no income', offer(2300, [rate(2000)], 300), '+$0.00', 'cost $20.00', 'price'],
    ['a loss', offer(1500, [rate(2059)]), '−$5.59', 'cost $20.59', 'loss'],
    ['several consignments', offer(4000, [rate(1500), rate(1700)]), '+$8.00', 'cost $32.00', 'price'],
    ['on its way', offer(990, [{ ...said, kind: 'silent', why: 'waiting' }]), 'asking…', 'Gannet Air', 'refer'],
    ['not known', offer(990, [{ ...said, kind: 'silent', why: 'down' }]), 'Cost not known', 'Gannet Air could not be reached', 'refer'],
    [
      'one of two not known',
      offer(990, [rate(1), { ...said, kind: 'declined', message: 'x' }]),
      'Cost not known',
      'Gannet Air declines',
      'refer',
    ],
    ['nobody carries it', offer(990), '–', 'no carrier named', 'refer'],
  ])('%s', (_name, answer, main, detail, tone) => expect(marginWords(answer, format)).toEqual({ main, detail, tone }));

  test('what a carrier said, in a few words', () => {
    expect(sideWords(rate(2000), format)).toBe('Gannet Air asks $20.00');
    expect(sideWords({ ...said, kind: 'declined', message: 'Only within CA.' }, format)).toBe('Gannet Air declined: Only within CA.');
    expect(sideWords({ ...said, kind: 'silent', why: 'timeout' }, format)).toBe('Gannet Air took too long to answer');
  });
});

test('a carrier’s lane read back: its price, what holds without an answer, and the card where that is what holds', () => {
  const lane = {
    ...plainLane({ kind: 'flat', result: { kind: 'amount', amount: 2500 } }),
    limits: [{ measure: 'itemsWeight' as const, upTo: '20 kg' }],
  };
  const names = { ...book, zones: [], goodsGroups: [] };
  const read = (unanswered: Unanswered) =>
    laneSentence(lane, format, names, { ...express, terms: { ...PLAIN_TERMS, markup: markup(800), unanswered } })
      .map(({ text }) => text)
      .join('');
  const limit = 'Offered only for items weight up to 20 kg.';
  const plain = laneSentence(lane, format, names, { ...express, terms: PLAIN_TERMS });
  expect(plain.map(({ text }) => text).join('')).toBe(`Priced by asking Gannet Air; without an answer it is not offered. ${limit}`);
  expect(read({ kind: 'withhold' })).toBe(`Priced by asking Gannet Air, plus 8%; without an answer it is not offered. ${limit}`);
  expect(read({ kind: 'card' })).toBe(
    `Priced by asking Gannet Air, plus 8%; without an answer the prices set for that hold. Those prices: Delivery costs $25.00. ${limit}`,
  );
  expect(
    laneSentence(lane, format, names, ground)
      .map(({ text }) => text)
      .join(''),
  ).toBe(`Delivery costs $25.00. ${limit}`);
});

test('the rates of a carrier’s lane are its name and what is added, whatever card may stand in', () => {
  const lane = plainLane({ kind: 'flat', result: { kind: 'amount', amount: 2500 } });
  expect(ratesWords(lane, format, express)).toEqual({ main: 'Gannet Air', detail: 'plus 8%', tone: 'live' });
  expect(ratesWords(lane, format, ground)).toMatchObject({ main: '$25.00', tone: 'price' });
});
