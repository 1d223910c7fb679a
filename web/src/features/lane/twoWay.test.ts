import type { TierResult, TwoWay } from '@ostrakon/core';
import { emptyBook } from '@ostrakon/core';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { readBound, readResult } from '../../ui/readers.ts';
import { headings, withBoundAdded, withCell, withHeading, withMeasure, withoutHeading, withPastedGrid } from './twoWay.ts';

const amount = (minor: number): TierResult => ({ kind: 'amount', amount: minor });
const card: TwoWay = {
  kind: 'twoWay',
  rows: { measure: 'packedWeight', bounds: ['2 kg', '5 kg'] },
  columns: { measure: 'valueAfterDiscounts', bounds: [9999] },
  results: [
    [amount(500), amount(400)],
    [amount(900), amount(800)],
    [amount(1500), { kind: 'notOffered' }],
  ],
  floor: null,
  cap: null,
};
const { shop } = emptyBook();
const readers = {
  rows: readBound('packedWeight', shop),
  columns: readBound('valueAfterDiscounts', shop),
  result: readResult(shop, 'packedWeight'),
};
const paste = (text: string, row = 0, column = 0) =>
  withPastedGrid(
    card,
    text.split('\n').map((line) => line.split('\t')),
    row,
    column,
    readers,
  );

test('weights are headed by upper bounds, values by lower ones', () => {
  expect(headings(card.rows)).toEqual(['2 kg', '5 kg', null]);
  expect(headings(card.columns)).toEqual([null, 10_000]);
});

test('a bound is changed between its neighbours alone', () => {
  expect(withHeading(card, 'rows', 0, '4 kg')).toMatchObject({ ok: true, card: { rows: { bounds: ['4 kg', '5 kg'] } } });
  expect(withHeading(card, 'rows', 0, '5000 g')).toEqual({ ok: false, message: 'Must stay below the next one.' });
  expect(withHeading(card, 'rows', 1, '2 kg')).toEqual({ ok: false, message: 'Must reach further than the one before it.' });
  expect(withHeading(card, 'columns', 1, 5000)).toMatchObject({ ok: true, card: { columns: { bounds: [4999] } } });
  expect(withHeading(card, 'columns', 1, 0)).toMatchObject({ ok: false });
});

test('a stretch that is cut in two keeps its prices on both sides; taken out, it is gone, and one bound stays', () => {
  const cut = withBoundAdded(card, 'rows', '3 kg');
  expect(cut).toMatchObject({
    ok: true,
    card: { rows: { bounds: ['2 kg', '3 kg', '5 kg'] }, results: [{}, card.results[1], card.results[1], {}] },
  });
  expect(cut.ok && withoutHeading(cut.card, 'rows', 1)).toEqual({ ok: true, card });
  expect(withBoundAdded(card, 'columns', 10_000)).toMatchObject({ ok: false, message: 'There is one with this bound already.' });
  expect(withoutHeading(card, 'columns', 1)).toEqual({ ok: false, message: 'Each side keeps at least one bound.' });
});

test('a grid pasted with headings takes the place of the card; without an open row nothing is offered above', () => {
  const whole = paste('kg\t0\t50\t100\n1 kg\t5\t4\tfree\n3 kg\t7\t6\t5');
  expect(whole).toMatchObject({
    ok: true,
    card: {
      rows: { bounds: ['1 kg', '3 kg'] },
      columns: { bounds: [4999, 9999] },
      results: [
        [{}, {}, { kind: 'free' }],
        [{}, {}, { amount: 500 }],
        [{ kind: 'notOffered' }, { kind: 'notOffered' }, { kind: 'notOffered' }],
      ],
    },
  });
  expect(paste('\t10\t50\n1 kg\t5\t4')).toMatchObject({ ok: false, message: expect.stringContaining('the first value must be 0') });
  expect(paste('\t0\t50\n1 kg\t5')).toMatchObject({ ok: false, message: expect.stringContaining('has 1 prices, not 2') });
  expect(paste('\t0\t50\nheavy\t5\t4')).toMatchObject({ ok: false, message: expect.stringContaining('“heavy”') });
});

test('prices alone are filled in from a cell, all or none of them', () => {
  expect(paste('1\t2\n3\t4', 1)).toMatchObject({
    ok: true,
    card: { results: [card.results[0], [amount(100), amount(200)], [amount(300), amount(400)]] },
  });
  expect(paste('1\t2\n3\t4', 2)).toEqual({ ok: false, message: 'What you pasted reaches past the grid. Nothing was pasted.' });
  expect(paste('1\t2\n3\tx', 1)).toMatchObject({ ok: false, message: expect.stringContaining('Row 2, column 2') });
});

test('however it is edited, every row keeps a result in every column', () => {
  const edit = fc.record({
    what: fc.nat(3),
    side: fc.constantFrom('rows' as const, 'columns' as const),
    at: fc.nat(4),
    figure: fc.integer({ min: 1, max: 90 }),
  });
  fc.assert(
    fc.property(fc.array(edit, { maxLength: 12 }), (edits) => {
      const after = edits.reduce<TwoWay>((held, { what, side, at, figure }) => {
        const typed = side === 'rows' ? `${figure} kg` : figure * 100;
        const next =
          what === 0
            ? withBoundAdded(held, side, typed)
            : what === 1
              ? withoutHeading(held, side, Math.min(at, held[side].bounds.length))
              : what === 2
                ? withHeading(held, side, Math.max(1, Math.min(at, held[side].bounds.length)) - (side === 'rows' ? 1 : 0), typed)
                : ({ ok: true, card: withCell(held, Math.min(at, held.rows.bounds.length), 0, amount(figure)) } as const);
        return next.ok ? next.card : held;
      }, card);
      expect(after.results).toHaveLength(after.rows.bounds.length + 1);
      for (const line of after.results) expect(line).toHaveLength(after.columns.bounds.length + 1);
      expect(after.columns.bounds).toEqual([...after.columns.bounds].sort((a, b) => Number(a) - Number(b)));
    }),
  );
});

test('a side that reads another dimension begins anew with its first and last prices', () => {
  const counted = withMeasure(card, 'rows', { measure: 'itemCount', bounds: [1] });
  expect(counted.results).toEqual([card.results[0], card.results[2]]);
  expect(withMeasure(card, 'rows', { measure: 'billableWeight', bounds: ['1 kg'] }).rows).toEqual({
    measure: 'billableWeight',
    bounds: ['2 kg', '5 kg'],
  });
});
