import { emptyBook } from '@ostrakon/core';
import { describe, expect, test } from 'vitest';
import { readAgo } from '../bench/Circumstances.tsx';
import { instantAt, localTime } from '../bench/shopTime.ts';
import { readDay } from '../rules/readDay.ts';
import { readCoupons } from './readers.ts';
import { readRaise } from './readRaise.ts';

const { shop } = emptyBook();
const value = (read: { ok: boolean; value?: unknown }) => (read.ok ? read.value : 'refused');

describe('what people type', () => {
  test.each([
    ['2026-11-01', '2026-11-01'],
    ['1 Nov 2026', '2026-11-01'],
    ['nov 1', '11-01'],
    ['1. November', '11-01'],
    ['11-01', '11-01'],
    ['29 Feb', '02-29'],
    ['29 Feb 2026', 'refused'],
    ['31 April', 'refused'],
    ['2026-13-01', 'refused'],
    ['1 Nuv', 'refused'],
    ['tomorrow', 'refused'],
  ])('the day %s', (typed, day) => expect(value(readDay(typed))).toBe(day));

  test.each([
    ['3', 180],
    ['3 hours ago', 180],
    ['40 min', 40],
    ['2d', 2880],
    ['never', null],
    ['', null],
    ['yesterday', 'refused'],
    ['-3', 'refused'],
    ['999 days', 'refused'],
  ])('so long ago: %s', (typed, minutes) => expect(value(readAgo(typed))).toBe(minutes));

  test.each([
    ['5 %', { kind: 'percent', basisPoints: 500 }],
    ['−2,5%', { kind: 'percent', basisPoints: -250 }],
    ['+0.50', { kind: 'amount', amount: 50 }],
    ['-0.50', { kind: 'amount', amount: -50 }],
    ['-150 %', 'refused'],
    ['lots', 'refused'],
    ['', 'refused'],
  ])('raised by %s', (typed, by) => expect(value(readRaise(typed, shop))).toEqual(by));

  test('coupons between commas, none with spaces', () => {
    expect(value(readCoupons(' CLUB, friend;CLUB '))).toEqual(['CLUB', 'friend']);
    expect(value(readCoupons('two words'))).toBe('refused');
    expect(value(readCoupons(''))).toEqual([]);
  });
});

// Source: the IANA time zone data, America/Halifax: UTC-4, summer time from 8 March to 1 November 2026.
test.each([
  ['2026-11-23T09:30', '2026-11-23T13:30:00Z'],
  ['2026-07-01T09:30', '2026-07-01T12:30:00Z'],
  ['2026-03-08T01:59', '2026-03-08T05:59:00Z'],
  ['2026-03-08T03:00', '2026-03-08T06:00:00Z'],
])('%s on the shop’s clock', (local, instant) => {
  expect(instantAt(local, 'America/Halifax')).toBe(instant);
  expect(localTime(instant, 'America/Halifax')).toBe(local);
});
