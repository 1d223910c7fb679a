import { type Expectation, emptyBook } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { emptyRow, readRows, readWhen, rowOf, whenRowOf } from './expectForm.ts';

const { shop } = emptyBook();
const service = 'ground';

test('what is expected is shown as it is typed, and typed back as the same', () => {
  const expects: Expectation[] = [
    { kind: 'price', service, amount: 1690 },
    { kind: 'between', service, least: 0, most: 2500 },
    { kind: 'carrierBetween', service, least: 100, most: 200 },
    { kind: 'withheld', service },
    { kind: 'withheld', service, reason: 'couponNeeded' },
    { kind: 'arrivesBy', service, date: '2026-12-24' },
    { kind: 'arrivesWithin', service, days: 3 },
    { kind: 'cheapest', service },
    { kind: 'nothing', message: 'Write to us' },
    { kind: 'nothing' },
    { kind: 'nothingElse' },
  ];
  expect(
    readRows(
      expects.map((one) => rowOf(one, shop, service)),
      shop,
    ),
  ).toEqual({ ok: true, expects });
});

test('bad input is told at its field, and the other rows are none the worse', () => {
  const row = emptyRow(service);
  const read = readRows(
    [
      row,
      { ...row, least: '9,90,1' },
      { ...row, kind: 'between', least: '5', most: '4' },
      { ...row, kind: 'arrivesBy' },
      { ...row, kind: 'arrivesWithin', days: 'soon' },
      { ...row, least: '5' },
    ],
    shop,
  );
  expect(read.ok ? [] : read.faults.map((faults) => Object.keys(faults))).toEqual([['least'], ['least'], ['most'], ['date'], ['days'], []]);
  expect(!read.ok && [read.faults[0]?.least, read.faults[2]?.most, read.faults[3]?.date]).toEqual([
    'Write an amount',
    'At most is less than at least',
    'Choose a day',
  ]);
});

test('a moment that moves with the present is read, and what is no time is told', () => {
  for (const when of [undefined, { kind: 'nextWeekday', weekday: 5, time: '13:59' }, { kind: 'inDays', days: 2, time: '09:00' }] as const)
    expect(readWhen(whenRowOf(when, shop.locale))).toEqual({ ok: true, when });
  expect(readWhen({ kind: 'inDays', weekday: 5, days: 'two', time: 'noonish' })).toEqual({
    ok: false,
    faults: { time: 'Write a time such as 13:59', days: 'Write whole days, from 0 to 400' },
  });
});
