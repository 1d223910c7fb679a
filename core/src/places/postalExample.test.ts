import { expect, test } from 'vitest';
import { listCountries } from './countries.ts';
import { postalExample, postalLinesExample } from './postalExample.ts';
import { checkPostalList } from './postalList.ts';
import { isPostalShape } from './postalShape.ts';

test('every example has the shape of its country, and its lines can be typed as they stand', () => {
  let met = 0;
  for (const country of listCountries()) {
    const example = postalExample(country);
    if (example === undefined) continue;
    met += 1;
    expect(isPostalShape(country, example), `${country} ${example}`).toBe(true);
    const lines = postalLinesExample(country).replace(/ {3}.*$/gm, '');
    expect(checkPostalList(lines, country).problems, lines).toEqual([]);
  }
  expect(met).toBeGreaterThan(100);
});
