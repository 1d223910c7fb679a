import { expect, test } from 'vitest';
import { knownCentroids } from './centroids.ts';
import type { Place } from './place.ts';
import { findZone, indexPlaces } from './placeIndex.ts';
import { sampleAddresses } from './sampleAddresses.ts';

const provinces = (...codes: string[]): Place[] => codes.map((code) => ({ kind: 'subdivision', subdivision: `CA-${code}` }));
const zones: Place[][] = [
  [{ kind: 'postal', country: 'CA', rules: 'B3H\nB2*\nB3K 1A1' }],
  provinces('NS', 'NB'),
  [{ kind: 'country', country: 'US' }],
  [{ kind: 'countryGroup', group: '150' }],
  [{ kind: 'country', country: 'JP' }],
];
const index = indexPlaces(zones);

test('every sample lies in its zone, no two are the same, and all places have a share', () => {
  zones.forEach((places, zone) => {
    const samples = sampleAddresses(knownCentroids, index, places, zone, 12);
    expect(samples.length).toBe(zone === 4 ? 1 : 12);
    for (const sample of samples) expect(findZone(index, sample)?.zone).toBe(zone);
    expect(new Set(samples.map((sample) => JSON.stringify(sample))).size).toBe(samples.length);
  });
  const [, near] = zones;
  expect(new Set(sampleAddresses(knownCentroids, index, near!, 1, 6).map(({ subdivision }) => subdivision))).toEqual(
    new Set(['CA-NS', 'CA-NB']),
  );
});

test('what does not part evenly is spread, not given to the first place', () => {
  const three = [provinces('NS', 'NB', 'ON')];
  const samples = sampleAddresses(knownCentroids, indexPlaces(three), three[0]!, 0, 5);
  const each = ['CA-NS', 'CA-NB', 'CA-ON'].map((code) => samples.filter(({ subdivision }) => subdivision === code).length);
  expect([...each].sort()).toEqual([1, 2, 2]);
});

test('a zone that another takes whole has no sample', () => {
  const claimed = [
    [{ kind: 'postal', country: 'CA', rules: 'B3*' }],
    [{ kind: 'postal', country: 'CA', rules: 'B3*' }],
  ] satisfies Place[][];
  expect(sampleAddresses(knownCentroids, indexPlaces(claimed), claimed[1]!, 1, 5)).toEqual([]);
});
