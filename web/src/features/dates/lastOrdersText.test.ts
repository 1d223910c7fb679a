import { emptyBook, type LastOrder, PLAIN_SERVICE, type RateBook } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { asText, cellWords, nextEve } from './lastOrdersText.ts';

const zone = (id: string, name: string) => ({ id, name, places: [], taxRate: 0, label: '', lanes: {} });
const book: RateBook = {
  ...emptyBook(),
  services: [
    { ...PLAIN_SERVICE, id: 'ground', name: 'Ground parcel' },
    { ...PLAIN_SERVICE, id: 'post', name: 'Tracked post' },
  ],
  zones: [zone('near', 'Near'), zone('far', 'Far')],
};
const words = { locale: 'en-CA', today: '2026-12-10' };
const now = Date.UTC(2026, 11, 10, 12);
const open: LastOrder = { zone: 'near', service: 'ground', before: '2026-12-18T18:00:00Z', timeZone: 'America/Halifax' };
const past: LastOrder = { ...open, zone: 'far', before: '2026-12-09T18:00:00Z' };
const orders: LastOrder[] = [
  open,
  past,
  { zone: 'near', service: 'post', why: 'noTransit' },
  { zone: 'far', service: 'post', why: 'never' },
];

test('the text has a line for each zone that can still be reached, and no option that cannot', () => {
  expect(asText(book, orders, '2026-12-24', words, now)).toBe(
    'Order in time for Thu, Dec 24\nNear: Ground parcel before Fri, Dec 18, 2:00 p.m.',
  );
});

test('a cell says until when, since when it is too late, or that there is no telling', () => {
  expect([...orders, undefined].map((order) => cellWords(order, words, now).text)).toEqual([
    'Fri, Dec 18, 2:00\u00a0p.m.',
    'too late since Wed, Dec 9, 2:00\u00a0p.m.',
    'no date',
    'not any more',
    '–',
  ]);
});

test('the next 24 December', () => {
  expect(['2026-11-24', '2026-12-24', '2026-12-25'].map(nextEve)).toEqual(['2026-12-24', '2026-12-24', '2027-12-24']);
});
