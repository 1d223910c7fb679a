import type { Zone } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { rowByName, type SheetRow, sheetRows } from './sheetRows.ts';

const zone = (name: string, country: string | null, label = ''): Zone => ({
  id: name,
  name,
  places: country === null ? [] : country.split(' ').map((code) => ({ kind: 'country', country: code })),
  taxRate: 0,
  label,
  lanes: {},
});
const zones = [zone('Köln', 'DE', 'west'), zone('Paris', 'FR'), zone('Berlin', 'DE'), zone('Alps', 'AT CH', 'west'), zone('Nowhere', null)];
const plain = { find: '', gathering: 'none', folded: new Set<string>(), locale: 'en' } as const;
const names = (rows: readonly SheetRow[]) => rows.map((row) => (row.kind === 'zone' ? row.zone.name : `${row.name}: ${row.zones.length}`));

test('zones are found by name and label, with or without their marks', () => {
  expect(names(sheetRows(zones, plain))).toEqual(['Köln', 'Paris', 'Berlin', 'Alps', 'Nowhere']);
  expect(names(sheetRows(zones, { ...plain, find: 'koln' }))).toEqual(['Köln']);
  expect(names(sheetRows(zones, { ...plain, find: 'West' }))).toEqual(['Köln', 'Alps']);
  expect(sheetRows(zones, { ...plain, find: 'x' })).toEqual([]);
});

test('gathered by country or label they keep their order, and fold away; what is looked for is never folded', () => {
  const byCountry = { ...plain, gathering: 'country' } as const;
  expect(names(sheetRows(zones, byCountry))).toEqual([
    ...['Germany: 2', 'Köln', 'Berlin'],
    ...['France: 1', 'Paris'],
    ...['Several countries: 1', 'Alps'],
    ...['No country: 1', 'Nowhere'],
  ]);
  const folded = new Set(['Germany']);
  expect(names(sheetRows(zones, { ...byCountry, folded })).slice(0, 3)).toEqual(['Germany: 2', 'France: 1', 'Paris']);
  expect(names(sheetRows(zones, { ...byCountry, folded, find: 'berlin' }))).toEqual(['Germany: 1', 'Berlin']);
  expect(names(sheetRows(zones, { ...plain, gathering: 'label' })).filter((name) => name.includes(':'))).toEqual([
    'west: 2',
    'Without a label: 3',
  ]);
});

test('typing leads to the next zone of that name, and round again', () => {
  const rows = sheetRows(zones, plain);
  expect([rowByName(rows, 'b', 0), rowByName(rows, 'kö', 3), rowByName(rows, 'k', 0), rowByName(rows, 'zz', 0)]).toEqual([
    2,
    0,
    0,
    undefined,
  ]);
});
