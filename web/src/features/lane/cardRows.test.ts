import type { TieredCard, TierResult } from '@ostrakon/core';
import { Card, emptyBook } from '@ostrakon/core';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cellsOf } from '../../ui/pastedCells.ts';
import { readMass, readMoney, readResult } from '../../ui/readers.ts';
import { cardRows, nextBound, withBound, withoutRow, withPasted, withResult, withTier, withWriting } from './cardRows.ts';

const { shop } = emptyBook();
const amount = (minor: number): TierResult => ({ kind: 'amount', amount: minor });
const weights: TieredCard = {
  kind: 'weightTiers',
  measure: 'itemsWeight',
  bands: 'whole',
  floor: null,
  cap: null,
  tiers: [
    { upTo: '2 kg', result: amount(990) },
    { upTo: '5 kg', result: amount(1160) },
  ],
  above: { kind: 'notOffered' },
};
const values: Extract<TieredCard, { kind: 'valueTiers' }> = {
  kind: 'valueTiers',
  measure: 'valueAfterDiscounts',
  bands: 'whole',
  floor: null,
  cap: null,
  writing: 'from',
  tiers: [
    { upTo: 5999, result: amount(700) },
    { upTo: 11_999, result: amount(1100) },
  ],
  above: { kind: 'free' },
};
const shown = (card: TieredCard) =>
  cardRows(card).map((row) => [row.bound, row.result.kind === 'amount' ? row.result.amount : row.result.kind]);
const good = (edited: { ok: boolean; card?: TieredCard }) => {
  expect(edited.ok).toBe(true);
  return edited.card!;
};

test('written by upper bounds, and by lower bounds: 50.00 reached is reached', () => {
  expect(shown(weights)).toEqual([
    ['2 kg', 990],
    ['5 kg', 1160],
    [null, 'notOffered'],
  ]);
  expect(shown(values)).toEqual([
    [null, 700],
    [6000, 1100],
    [12_000, 'free'],
  ]);
  const upTo = withWriting(values, 'upTo') as TieredCard;
  expect(shown(upTo)).toEqual([
    [5999, 700],
    [11_999, 1100],
    [null, 'free'],
  ]);
  expect(upTo.tiers).toEqual(values.tiers);
});

describe('edits', () => {
  test('a new tier goes where its bound belongs; a known bound gets the new price', () => {
    expect(shown(withTier(weights, '3000 g', amount(1050)))).toEqual([
      ['2 kg', 990],
      ['3000 g', 1050],
      ['5 kg', 1160],
      [null, 'notOffered'],
    ]);
    expect(shown(withTier(weights, '2000 g', amount(1)))).toEqual([
      ['2 kg', 1],
      ['5 kg', 1160],
      [null, 'notOffered'],
    ]);
    expect(shown(withTier(values, 9000, amount(900)))).toEqual([
      [null, 700],
      [6000, 1100],
      [9000, 900],
      [12_000, 'free'],
    ]);
    expect(shown(withTier(values, 0, amount(800)))).toEqual([
      [null, 800],
      [6000, 1100],
      [12_000, 'free'],
    ]);
  });

  test('bounds keep their order', () => {
    expect(withBound(weights, 0, '5 kg')).toMatchObject({ ok: false });
    expect(withBound(weights, 1, '2 kg')).toMatchObject({ ok: false });
    expect(shown(good(withBound(values, 1, 8000)))[1]).toEqual([8000, 1100]);
    expect(withBound(values, 1, 0)).toMatchObject({ ok: false });
  });

  test('removing a row gives its stretch to a neighbour; one tier stays', () => {
    expect(shown(good(withoutRow(weights, 0)))).toEqual([
      ['5 kg', 1160],
      [null, 'notOffered'],
    ]);
    expect(shown(good(withoutRow(values, 1)))).toEqual([
      [null, 700],
      [12_000, 'free'],
    ]);
    expect(shown(good(withoutRow(values, 0)))).toEqual([
      [null, 1100],
      [12_000, 'free'],
    ]);
    expect(withoutRow(good(withoutRow(weights, 0)), 0)).toMatchObject({ ok: false });
    expect(withoutRow(weights, 2)).toMatchObject({ ok: false });
  });

  test('every edit that is taken leaves a card the schema takes', () => {
    const edit = fc.oneof(
      fc.tuple(fc.constant('tier' as const), fc.integer({ min: 0, max: 20_000 })),
      fc.tuple(fc.constant('bound' as const), fc.integer({ min: 0, max: 20_000 })),
      fc.tuple(fc.constant('remove' as const), fc.integer({ min: 0, max: 3 })),
    );
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 12 }), fc.constantFrom('from' as const, 'upTo' as const), (edits, writing) => {
        let card = withWriting(values, writing) as TieredCard;
        for (const [kind, number] of edits) {
          const rows = cardRows(card).length;
          const edited =
            kind === 'tier'
              ? { ok: true as const, card: withTier(card, number, amount(1)) }
              : kind === 'bound'
                ? withBound(card, writing === 'from' ? 1 : 0, number)
                : withoutRow(card, number % rows);
          if (edited.ok) card = edited.card;
          expect(Card.safeParse(card).success).toBe(true);
        }
      }),
    );
  });
});

describe('pasting from a spreadsheet', () => {
  const read = { bound: readMass(shop), result: readResult(shop) };
  test('two columns are tiers', () => {
    const cells = cellsOf('1 kg\t8,50\r\n2\t9.90\r\n\r\n10kg\tfree\n');
    expect(shown(good(withPasted(weights, cells, 0, read)))).toEqual([
      ['1 kg', 850],
      ['2 kg', 990],
      ['5 kg', 1160],
      ['10 kg', 'free'],
      [null, 'notOffered'],
    ]);
  });
  test('one column fills down', () => {
    expect(shown(good(withPasted(weights, cellsOf('12\nask us'), 1, read)))).toEqual([
      ['2 kg', 990],
      ['5 kg', 1200],
      [null, 'refer'],
    ]);
    expect(withPasted(weights, cellsOf('1\n2\n3\n4'), 0, read)).toMatchObject({
      ok: false,
      message: expect.stringContaining('only 3 rows'),
    });
  });
  test('one bad row, and nothing is pasted', () => {
    expect(withPasted(weights, cellsOf('1 kg\t8.50\n2 kg\tcheap'), 0, read)).toMatchObject({
      ok: false,
      message: expect.stringContaining('Row 2'),
    });
  });
});

test.each([
  ['9,90', amount(990)],
  [' Free ', { kind: 'free' }],
  ['not offered', { kind: 'notOffered' }],
  ['–', { kind: 'notOffered' }],
  ['ask us', { kind: 'refer' }],
])('the result %j is understood', (typed, result) => {
  expect(readResult(shop)(typed)).toEqual({ ok: true, value: result });
});

test('results keep their place', () => {
  expect(shown(withResult(weights, 2, { kind: 'refer' }))[2]).toEqual([null, 'refer']);
  expect(readMoney(shop)('abc').ok).toBe(false);
});

test('the next tier goes on as the last ones do', () => {
  const upTo = (...bounds: string[]): TieredCard =>
    ({ ...weights, tiers: bounds.map((bound) => ({ upTo: bound, result: amount(100) })) }) as TieredCard;
  expect(
    [['2 kg'], ['2 kg', '5 kg'], ['0.1 kg', '0.3 kg'], ['500 g', '2 kg'], ['2 lb 4 oz']].map((one) => nextBound(upTo(...one))),
  ).toEqual(['4 kg', '8 kg', '0.5 kg', '4 kg', '2 lb 4 oz']);
  // "From 60.00, from 120.00" goes on from 180.00.
  expect(nextBound(values)).toBe(18_000);
});

test('the tier that is suggested can be added as it stands, after all others, and suggests another', () => {
  const steps = fc.uniqueArray(fc.integer({ min: 1, max: 4000 }), { minLength: 1, maxLength: 8 }).map((list) => list.sort((a, b) => a - b));
  let met = 0;
  fc.assert(
    fc.property(steps, fc.constantFrom('kg', 'g', 'lb', 'oz'), fc.constantFrom(1, 4, 10), (list, unit, parts) => {
      const upTo = (step: number) => `${step / parts} ${unit}`;
      const card = { ...weights, tiers: list.map((step) => ({ upTo: upTo(step), result: amount(100) })) } as TieredCard;
      if (!Card.safeParse(card).success) return;
      met += 1;
      const added = withTier(card, nextBound(card), amount(700));
      expect(Card.safeParse(added).success, String(nextBound(card))).toBe(true);
      expect(added.tiers.length).toBe(card.tiers.length + 1);
      expect(added.tiers.at(-1)?.upTo).toBe(nextBound(card));
    }),
  );
  expect(met).toBeGreaterThan(50);
});
