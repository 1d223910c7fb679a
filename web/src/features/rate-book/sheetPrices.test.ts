import { applyCommand, emptyBook, PLAIN_SERVICE, type RateBook } from '@ostrakon/core';
import { describe, expect, test } from 'vitest';
import { pastedPrices, readOnePrice } from './sheetPrices.ts';
import { sheetRows } from './sheetRows.ts';

const begun = ['near', 'far'].reduce(
  (book: RateBook, id) => applyCommand(book, { name: 'addZone', args: { id, name: id, places: [] } }),
  ['letter', 'parcel'].reduce(
    (book: RateBook, id) => applyCommand(book, { name: 'addService', args: { ...PLAIN_SERVICE, id, name: id } }),
    emptyBook(),
  ),
);
const tiers = {
  kind: 'weightTiers',
  measure: 'packedWeight',
  writing: 'upTo',
  bands: 'whole',
  tiers: [{ upTo: '1 kg', result: { kind: 'amount', amount: 500 } }],
  above: { kind: 'notOffered' },
  floor: null,
  cap: null,
} as const;
const withTiers = applyCommand(begun, {
  name: 'setCards',
  args: { cards: [{ zone: 'far', service: 'parcel', card: { ...tiers, tiers: [...tiers.tiers] } }] },
});
const paste = (book: RateBook, block: string[][], row = 1, column = 1) =>
  pastedPrices(block, {
    book,
    rows: sheetRows(book.zones, { find: '', gathering: 'none', folded: new Set(), locale: 'en-CA' }),
    row,
    column,
  });

describe('a block of prices pasted on the sheet', () => {
  test('offers what was not offered, replaces single prices, and passes over empty cells', () => {
    const pasted = paste(begun, [
      ['4.90', ''],
      ['free', 'ask us'],
    ]);
    expect(pasted).toMatchObject({ ok: true, count: 3 });
    const after = pasted.ok ? applyCommand(begun, pasted.command) : begun;
    expect(after.zones.map(({ lanes }) => Object.values(lanes).map(({ card }) => card))).toEqual([
      [{ kind: 'flat', result: { kind: 'amount', amount: 490 } }],
      [
        { kind: 'flat', result: { kind: 'free' } },
        { kind: 'flat', result: { kind: 'refer' } },
      ],
    ]);
  });

  test.each([
    ['beyond the sheet', begun, [['1', '2', '3']], /reaches beyond the sheet.*Nothing was pasted/],
    ['over tiers', withTiers, [['1'], ['2', '3']], /parcel to far has more than one price.*Nothing was pasted/],
    ['with a word', begun, [['1'], ['cheap']], /letter to far, “cheap”: .*Nothing was pasted/],
    ['with a rate', begun, [['5 %']], /Nothing was pasted/],
    ['of nothing', begun, [['', '']], /no prices/],
  ])('%s is refused as a whole', (_what, book, block, words) => {
    expect(paste(book, block)).toMatchObject({ ok: false, message: expect.stringMatching(words) });
  });
});

test('one price is an amount, free or ask us', () => {
  const read = readOnePrice(begun.shop);
  expect(read('9.90')).toMatchObject({ ok: true, value: { kind: 'amount', amount: 990 } });
  expect(read('not offered')).toMatchObject({ ok: false, message: expect.stringContaining('A single price is an amount') });
});
