import type { Card } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { stepShape } from './chartPoints.ts';

const kilo = 1_000_000_000;
const card: Card = {
  kind: 'weightTiers',
  measure: 'itemsWeight',
  tiers: [
    { upTo: '2 kg', result: { kind: 'amount', amount: 990 } },
    { upTo: '5 kg', result: { kind: 'free' } },
  ],
  above: { kind: 'refer' },
};

test('steps meet at their bounds; stretches without a price are named; the cart is in view', () => {
  const shape = stepShape(card, [{ measure: 'itemsWeight', from: '500 g', upTo: '4 kg' }], () => 20 * kilo);
  expect(shape.points.slice(0, 4)).toEqual([
    { x: 0, y: 990 },
    { x: 2 * kilo, y: 990 },
    { x: 2 * kilo, y: 0 },
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
  const shape = stepShape({ kind: 'flat', result: { kind: 'amount', amount: 500 } }, [], () => 0);
  expect(shape).toMatchObject({ measure: 'itemsWeight', gaps: [] });
  expect(shape.points).toEqual([
    { x: 0, y: 500 },
    { x: shape.end, y: 500 },
  ]);
});
