import { expect, test } from 'vitest';
import type { Measure } from '../measures/measure.ts';
import type { Reason } from '../quote/quoteTypes.ts';
import { emptyBook } from '../rate-book/rateBook.ts';
import { buyerReason } from './buyerReasons.ts';

const { shop } = emptyBook();
const kilo = 1_000_000_000;
const limit = (code: 'belowLimit' | 'aboveLimit' | 'aboveTopTier', measure: Measure, bound: number): Reason => ({
  code,
  measure,
  measured: 7,
  bound,
  difference: 3,
});

test.each<[Reason, string | null]>([
  [limit('belowLimit', 'valueAfterDiscounts', 4000), 'Only from $40.00 of goods.'],
  [limit('aboveLimit', 'packedWeight', 30 * kilo), 'Only up to 30 kg packed.'],
  [limit('aboveTopTier', 'itemCount', 12), 'Only up to 12 items.'],
  [limit('aboveLimit', 'longestSide', 1_200_000), 'Only up to 120 cm along the longest side.'],
  [limit('aboveLimit', 'distance', 35_000_000), 'Only up to 35 km from us.'],
  [{ code: 'tierNotOffered', measure: 'parcels', measured: 2 }, 'Not for an order of this size.'],
  [{ code: 'goodsRefused', groups: ['secret-group'] }, 'Not for all of these goods.'],
  [{ code: 'couponNeeded' }, 'Only with a coupon.'],
  [{ code: 'outsideDates', dates: { from: '11-15', until: '01-06' }, date: '2026-10-01' }, 'Only from Nov 15 to Jan 6.'],
  [{ code: 'outsideDates', dates: { from: null, until: '2026-12-24' }, date: null }, 'Only until Dec 24, 2026.'],
  [{ code: 'wrongWeekday', weekdays: [2], weekday: 1 }, 'Not on this day of the week.'],
  [{ code: 'noOrigin' }, 'Not for these goods.'],
  [{ code: 'noLane' }, null],
  [{ code: 'noZone' }, null],
])('%j reads: %s', (reason, words) => {
  expect(buyerReason(reason, shop)).toBe(words);
  // Nothing of what was measured, and no name of the shop's own.
  expect(words ?? '').not.toMatch(/7|secret/);
});
