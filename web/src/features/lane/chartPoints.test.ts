import { type Card, MEASURES, type Measures } from '@ostrakon/core';
import fc from 'fast-check';
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

test('the chart ends where the line does, or where the cart or a limit lies', () => {
  const closed: Card = { ...card, above: { kind: 'notOffered' } } as Card;
  const endOf = (one: Card, weight: number) => stepShape(one, [], cartOf(weight * kilo)).end / kilo;
  expect(endOf(closed, 1)).toBe(5);
  expect(endOf(closed, 8)).toBeGreaterThan(8);
  // "Ask us" is an answer, and shown.
  expect(endOf(card, 1)).toBeGreaterThan(5);
  expect(stepShape(closed, [], cartOf(kilo)).gaps).toEqual([]);
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

test('whatever the prices, the line is told from nothing to the end, and the cart and every bound with a price lie on the chart', () => {
  let met = 0;
  const tiers = fc.uniqueArray(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 6 }).map((list) => list.sort((a, b) => a - b));
  const result = fc.oneof(
    fc.integer({ min: 0, max: 5000 }).map((minor) => ({ kind: 'amount' as const, amount: minor })),
    fc.constant({ kind: 'notOffered' as const }),
    fc.constant({ kind: 'refer' as const }),
  );
  fc.assert(
    fc.property(tiers, fc.array(result, { minLength: 7, maxLength: 7 }), fc.integer({ min: 0, max: 90 }), (list, results, weight) => {
      const made = { ...card, tiers: list.map((step, at) => ({ upTo: `${step} kg`, result: results[at] })), above: results[6] } as Card;
      const shape = stepShape(made, [], cartOf(weight * kilo));
      expect([shape.points[0]?.x, shape.points.at(-1)?.x]).toEqual([0, shape.end]);
      expect(shape.end).toBeGreaterThanOrEqual(weight * kilo);
      expect(shape.end).toBeGreaterThanOrEqual((list.at(-1) ?? 0) * kilo);
      for (const [at, point] of shape.points.entries()) expect(point.x).toBeGreaterThanOrEqual(shape.points[at - 1]?.x ?? 0);
      // Where the line has no price a gap says why.
      for (const { x, y } of shape.points) {
        if (y !== null) continue;
        met += 1;
        expect(shape.gaps.some(({ from, to }) => from <= x && x <= to + 1000)).toBe(true);
      }
    }),
  );
  expect(met).toBeGreaterThan(50);
});
