import { emptyBook } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { NO_MARKUP, readMarkup, type TypedMarkup } from './MarkupForm.tsx';

const { shop } = emptyBook();
const read = (typed: Partial<TypedMarkup>) => readMarkup({ ...NO_MARKUP, ...typed }, shop);

test('a markup as typed, with days or without', () => {
  expect(read({ percent: '8 %', amount: '1.50', most: '9' })).toEqual({
    faults: {},
    markup: { basisPoints: 800, amount: 150, least: null, most: 900 },
    dates: null,
  });
  expect(read({ percent: '0', from: '1 Nov', until: '31 Dec' })).toMatchObject({
    markup: { basisPoints: 0 },
    dates: { from: '11-01', until: '12-31' },
  });
  expect(read({ amount: '2', until: '2027-01-06' }).dates).toEqual({ from: null, until: '2027-01-06' });
});

test.each<[Partial<TypedMarkup>, keyof TypedMarkup]>([
  [{}, 'percent'],
  [{ percent: 'eight' }, 'percent'],
  [{ percent: '8', amount: 'x' }, 'amount'],
  [{ percent: '8', least: '5', most: '4' }, 'most'],
  [{ percent: '8', from: '1 Nov' }, 'until'],
  [{ percent: '8', from: 'soon' }, 'from'],
  [{ percent: '8', from: '2027-02-01', until: '2027-01-01' }, 'until'],
])('%o is told at %s, and makes nothing', (typed, field) => {
  const { faults, markup } = read(typed);
  expect(faults[field]).toBeDefined();
  expect(markup).toBeNull();
});
