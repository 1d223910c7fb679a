import { centroidOf } from '@ostrakon/core/centroids';
import { expect, test } from 'vitest';
import table from './townPoints.generated.json';
import { townChoices, townsIn, townsOf } from './townPoints.ts';

// The middles of postal areas come from another table than the towns: both are to say the same of where a town is.
test.each([
  ['CA', 'Halifax', 'CA-NS', 'B3J 1A1'],
  ['CA', 'Moncton', 'CA-NB', 'E1C 1A1'],
  ['CA', 'Winnipeg', 'CA-MB', 'R3C 1A1'],
  ['US', 'Portland', 'US-OR', '97204'],
  ['US', 'Portland', 'US-ME', '04101'],
])('in %s, %s of %s lies about where %s does', (country, name, subdivision, postalCode) => {
  const there = townsOf(table, country).find((town) => town.name === name && town.subdivision === subdivision);
  const middle = centroidOf(country, postalCode)?.point;
  expect(middle).toBeDefined();
  expect(Math.abs((there?.latitude ?? 0) - (middle?.latitude ?? 0))).toBeLessThan(0.1);
  expect(Math.abs((there?.longitude ?? 0) - (middle?.longitude ?? 0))).toBeLessThan(0.1);
});

// Provinces by ISO 3166-2, whose own names are not those of the table of towns.
test.each([
  ['DE', 'Munich', 'DE-BY'],
  ['AT', 'Graz', 'AT-6'],
  ['JP', 'Tokyo', 'JP-13'],
  ['AU', 'Hobart', 'AU-TAS'],
  ['FR', 'Lyon', 'FR-ARA'],
])('in %s, %s is in %s', (country, name, subdivision) => {
  expect(townsOf(table, country).find((town) => town.name === name)?.subdivision).toBe(subdivision);
});

test('of towns in a view the largest are shown, and none over another', () => {
  const canada = townsOf(table, 'CA');
  const shown = townsIn(canada, [-64.5, 44.2, -62.5, 46], 8).map(({ name }) => name);
  expect(shown[0]).toBe('Halifax');
  expect(shown).toContain('Truro');
  expect(shown).not.toContain('Dartmouth');
  expect(townsIn(canada, [0, 0, 1, 1], 8)).toEqual([]);
  expect(townChoices(canada.slice(0, 1), (code) => code)[0]).toMatchObject({ name: 'Toronto', detail: 'CA-ON' });
  expect(townsOf(table, 'ZZ')).toEqual([]);
});
