import { expect, test } from 'vitest';
import { readPostalLines } from './postalLines.ts';

test('codes and starts of codes, one a line; faults by line', () => {
  const { places, faults } = readPostalLines('b3h 4r2\n\n B3* \nB3H-4R2\nB3%\n*', 'CA');
  expect(places).toEqual([
    { kind: 'postalCode', country: 'CA', code: 'B3H 4R2' },
    { kind: 'postalPrefix', country: 'CA', prefix: 'B3' },
  ]);
  expect(faults.map(({ line }) => line)).toEqual([4, 5, 6]);
  expect(faults[0]?.message).toBe('Stands on line 1 already');
});
