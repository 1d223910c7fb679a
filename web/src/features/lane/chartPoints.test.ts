import { type Card, MEASURES, type Measures } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { stepShape } from './chartPoints.ts';

const kilo = 1_000_000_000;
const cartOf = (itemsWeight: number): Measures => ({
  ...(Object.fromEntries(MEASURES.map((measure) => [measure, 0])) as Measures),
  itemsWeight,
});
const card: Card = {
  kind: 'weightTiers',
  measure: 'itemsWeight',
  bands: 'whole',
  floor: null,
  cap: null,
  tiers: [
    { upTo: '2 kg', result: { kind: 'amount', amount: 990 } },
    { upTo: '5 kg', result: { kind: 'free' } },
  ],
  above: { kind: 'refer' },
};

test('steps meet at their bounds; stretches without a price are named; the cart is in view', () => {
  const shape = stepShape(card, [{ measure: 'itemsWeight', from: '500 g', upTo: '4 kg' }], cartOf(20 * kilo));
  expect(shape.points.slice(0, 4)).toEqual([
    { x: 0, y: 990 },
    { x: 2 * kilo, y: 990 },
    { x: 2 * kilo + 1000, y: 0 },
    { x: 5 * kilo, y: 0 },
  ]);
  expect(shape.points.at(-1)?.y).toBeNull();
  expect(shape.end).toBeGreaterThan(20 * kilo);
  expect(shape.gaps.map(({ from, to, why }) => [from, to === shape.end ? 'end' : to, why])).toEqual([
    [5 * kilo, 'end', 'refer'],
    [0, kilo / 2, 'limit'],
    [4 * kilo, 'end', 'limit'],
  ]);
});

test('one price is drawn over the weight, however light the cart', () => {
  const shape = stepShape({ kind: 'flat', result: { kind: 'amount', amount: 500 } }, [], cartOf(0));
  expect(shape).toMatchObject({ measure: 'itemsWeight', gaps: [], falls: [] });
  expect(shape.points).toEqual([
    { x: 0, y: 500 },
    { x: shape.end, y: 500 },
  ]);
});

test('where more costs less is marked: by weight at once, by value only after a rise', () => {
  expect(stepShape(card, [], cartOf(0)).falls).toEqual([{ at: 2 * kilo, from: 990, to: 0 }]);
  const byValue = (prices: readonly number[]): Card => ({
    kind: 'valueTiers',
    measure: 'valueAfterDiscounts',
    writing: 'upTo',
    bands: 'whole',
    floor: null,
    cap: null,
    tiers: prices.map((amount, at) => ({ upTo: [800, 1500][at]!, result: { kind: 'amount', amount } })),
    above: { kind: 'free' },
  });
  // 4.00 to 8.00, 16.00 to 15.00, free above (common practice, no published source).
  expect(stepShape(byValue([400, 1600]), [], cartOf(0)).falls).toEqual([{ at: 1500, from: 1600, to: 0 }]);
  expect(stepShape(byValue([1600, 400]), [], cartOf(0)).falls).toEqual([]);
});

test('a rate is drawn in its started units', () => {
  const started: Card = {
    kind: 'startedUnits',
    base: 500,
    each: 100,
    per: { measure: 'itemsWeight', unit: '500 g' },
    floor: null,
    cap: 650,
  };
  const { points } = stepShape(started, [], cartOf(0));
  expect([...new Set(points.map(({ y }) => y))]).toEqual([600, 650]);
  expect(points.slice(0, 2)).toEqual([
    { x: 0, y: 600 },
    { x: kilo / 2, y: 600 },
  ]);
});
