import { expect, test } from 'vitest';
import { RateBook } from '../rate-book/rateBook.ts';
import { amount, byWeight, canada, lane } from '../testing/bookOf.ts';
import { documentPath } from './documentPath.ts';

test('a fault of a book is told by the ids of what it lies in, and an amount with decimals by its minor units', () => {
  const good = canada({ ground: lane(byWeight([['2 kg', amount(990)]])) });
  const book = JSON.parse(JSON.stringify(good).replace('"amount":990', '"amount":9.9'));
  const issues = (document: unknown) =>
    (RateBook.safeParse(document).error?.issues ?? []).map(({ path, message }) => `${documentPath(document, path)}: ${message}`);
  expect(issues(book)).toEqual([
    'zones[canada].lanes.ground.card.tiers 1.result.amount: 9.9 is not a whole number of minor units (cents, fils); write 990',
  ]);
});

test('entries without an id go by number, and a path beyond the document by its keys', () => {
  expect(documentPath({ lines: [{}, {}] }, ['lines', 1, 'weight'])).toBe('lines 2.weight');
  expect(documentPath(null, ['zones', 0, 'name'])).toBe('zones 1.name');
});
