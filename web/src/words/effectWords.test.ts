import { type Answered, type EffectRegion, emptyBook, PLAIN_SERVICE, type RateBook } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { effectWords, regionWords } from './effectWords.ts';
import type { FindingNames } from './findingWords.ts';
import { formatFor } from './format.ts';

const NOW = '2026-11-29T12:00:00Z';
const empty = emptyBook();
const book: RateBook = {
  ...empty,
  services: [{ ...PLAIN_SERVICE, days: { ...PLAIN_SERVICE.days }, id: 'ground', name: 'Ground parcel' }] as RateBook['services'],
  zones: [{ id: 'ns', name: 'Nova Scotia', places: [], taxRate: 0, label: '', lanes: {} }],
};
const names: FindingNames = { book, format: formatFor(book.shop), subdivision: (code) => code, products: new Map() };
const price = (low: number, high = low): Answered => ({ status: 'priced', low, high });
const region = (before: Answered, after: Answered, more: Partial<EffectRegion> = {}): EffectRegion => ({
  zone: 'ns',
  service: 'ground',
  groups: null,
  within: [{ measure: 'itemsWeight', over: 10e9, upTo: 15e9 }],
  kind: { groups: [null], coupons: [], moment: NOW, origin: null, destination: { country: 'CA' } },
  before,
  after,
  mixed: false,
  ...more,
});

const HEAD = 'Ground parcel to Nova Scotia, over 10 kg and up to 15 kg';
test.each<[Answered, Answered, string]>([
  [price(1590), price(1690), '$16.90, was $15.90'],
  [price(0), price(500, 900), 'from $5.00, was Free'],
  [{ status: 'withheld' }, price(1400), '$14.00, was not offered'],
  [{ status: 'refer' }, price(1400), '$14.00, was “ask us”'],
  [price(4690), { status: 'withheld' }, 'no longer offered, was $46.90'],
  [{ status: 'withheld' }, { status: 'refer' }, '“ask us”, was not offered'],
  [{ status: 'withheld' }, { status: 'withheld' }, 'still not offered, for another reason'],
  [price(900), { status: 'carrier' }, 'the carrier’s price, was $9.00'],
])('%o to %o', (before, after, words) => {
  expect(regionWords(region(before, after), NOW, names)).toBe(`${HEAD}: ${words}`);
});

test('what holds of any cart now is told first; coupons, orders before, other days and other reasons after it', () => {
  const [was, is] = [price(900), price(950)];
  const kind = region(was, is).kind;
  const regions = [
    region({ status: 'withheld' }, { status: 'withheld' }),
    region(was, is),
    region(was, is, { kind: { ...kind, coupons: ['CLUB'] } }),
    region(was, is, { kind: { ...kind, lastOrderAt: NOW } }),
    region(was, is, { kind: { ...kind, moment: '2027-01-07T12:00:00Z' } }),
    region(was, is, { mixed: true }),
  ];
  const told = effectWords({ regions, moved: [], dates: [{ zone: 'ns', service: 'ground' }], others: ['texts'] }, NOW, names);
  expect(told.plain).toEqual([
    `${HEAD}: $9.50, was $9.00`,
    'Ground parcel: other dates to Nova Scotia',
    'What buyers read where there is no price is different.',
  ]);
  expect(told.more.length).toBe(5);
  expect(told.more.join('\n')).toMatch(/with the coupon CLUB: [\s\S]*soon after an order: [\s\S]*on Jan 7, 2027: /);
});
