import { expect, test } from 'vitest';
import { roundFigure } from './roundFigure.ts';

const KG = 1e9;

test.each([
  ['itemsWeight', 2 * KG + 500, 2.2 * KG - 499, 'metric', '2.1 kg'],
  ['itemsWeight', 10 * KG + 500, Number.POSITIVE_INFINITY, 'metric', '12 kg'],
  ['itemsWeight', 0, 0.5 * KG, 'metric', '200 g'],
  ['packedWeight', 453_592_371, 907_184_740, 'imperial', '1.5 lb'],
  ['valueAfterDiscounts', 10_000, 12_000, 'metric', '10000'],
  ['valueAfterDiscounts', 10_001, 12_000, 'metric', '11000'],
  ['itemsWeight', 0, Number.POSITIVE_INFINITY, 'imperial', '1 lb'],
  ['valueAfterDiscounts', 12_000, Number.POSITIVE_INFINITY, 'metric', '12000'],
  ['itemCount', 5, Number.POSITIVE_INFINITY, 'metric', '5'],
  ['itemCount', 3, Number.POSITIVE_INFINITY, 'metric', '3'],
  ['longestSide', 900_001, 1_000_000, 'metric', '95 cm'],
] as const)('%s from %d to %d', (measure, from, below, units, text) => {
  const figure = roundFigure(measure, { from, below }, units);
  expect(figure?.text).toBe(text);
  expect(figure && figure.value >= from && figure.value < below).toBe(true);
});

test('where nothing round fits there is still a milligram; where nothing at all fits there is none', () => {
  expect(roundFigure('itemsWeight', { from: 1_000_500, below: 1_001_500 }, 'metric')).toEqual({ value: 1_001_000, text: '1001 mg' });
  expect(roundFigure('itemsWeight', { from: 5, below: 5 }, 'metric')).toBeNull();
});
