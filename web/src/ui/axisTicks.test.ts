import { formatMass, MEASURES, massToMicrograms } from '@ostrakon/core';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { axisTicks, axisUnit } from './axisTicks.ts';

test('an axis counts in round figures of the units the shop writes', () => {
  const shown = (end: string, units: 'metric' | 'imperial') => {
    const base = massToMicrograms(end);
    return axisTicks(base, 6, axisUnit('itemsWeight', base, units)).map((tick) => formatMass(tick, units, 'en-US', base));
  };
  expect(shown('2.5 lb', 'imperial')).toEqual(['0 lb', '0.5 lb', '1 lb', '1.5 lb', '2 lb', '2.5 lb']);
  expect(shown('12 oz', 'imperial')).toEqual(['0 oz', '2 oz', '4 oz', '6 oz', '8 oz', '10 oz', '12 oz']);
  expect(shown('2 kg', 'metric')).toEqual(['0 kg', '0.5 kg', '1 kg', '1.5 kg', '2 kg']);
  expect(axisTicks(8_046_720, 5, axisUnit('distance', 8_046_720, 'imperial')).map((tick) => tick / 1_609_344)).toEqual([0, 1, 2, 3, 4, 5]);
});

test('every axis begins at nothing, stays within its end and has neither a crowd of figures nor a single one', () => {
  const end = fc.integer({ min: 3, max: 13 }).chain((power) => fc.integer({ min: 10 ** power, max: 10 ** (power + 1) }));
  fc.assert(
    fc.property(fc.constantFrom(...MEASURES), end, fc.constantFrom('metric' as const, 'imperial' as const), (measure, most, units) => {
      const unit = axisUnit(measure, most, units);
      const ticks = axisTicks(most, 6, unit);
      expect(ticks[0]).toBe(0);
      expect(ticks.at(-1)).toBeLessThanOrEqual(most * (1 + 1e-6));
      expect(ticks.length).toBeGreaterThanOrEqual(3);
      expect(ticks.length).toBeLessThanOrEqual(8);
      // A step is 1, 2 or 5 of the unit, or ten, a hundred, a tenth of that.
      const step = (ticks[1] ?? 0) / unit;
      const digit = step / 10 ** Math.floor(Math.log10(step) + 1e-9);
      expect([1, 2, 5].some((one) => Math.abs(one - digit) < 1e-6)).toBe(true);
    }),
  );
});
