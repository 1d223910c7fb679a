import { emptyBook, type PlaceAnswer, type PostalLineProblem, type RateBook, type Reason } from '@ostrakon/core';
import { describe, expect, test } from 'vitest';
import { readCorners } from '../places/AreaForm.tsx';
import { postalProblemWords } from '../places/postalWords.ts';
import { formatFor } from './format.ts';
import { placeAnswerWords, placeWords, reasonWords, stretch } from './quoteWords.ts';

const empty = emptyBook();
const book: RateBook = {
  ...empty,
  zones: [
    { id: 'near', name: 'Near', places: [], taxRate: 0, label: '', lanes: {} },
    { id: 'far', name: 'Far', places: [], taxRate: 0, label: '', lanes: {} },
  ],
};
const metric = formatFor(book.shop);
const imperial = formatFor({ ...book.shop, units: 'imperial' });
const same = (code: string) => code;

describe('why an address falls into a zone', () => {
  const ring = { kind: 'circle', location: 'shop', beyond: '12 km', within: '35 km' } as const;
  const area = { kind: 'area', name: 'Harbour', outline: [] } as unknown as Extract<PlaceAnswer, { status: 'zone' }>['place'];
  const postal = { kind: 'postal', country: 'CA', rules: 'B3*\nB4*\nB5*\nB6*' } as const;
  const answer = (more: Partial<Extract<PlaceAnswer, { status: 'zone' }>>): PlaceAnswer => ({
    status: 'zone',
    zone: 'near',
    place: postal,
    rivals: [],
    ...more,
  });
  test.each<[PlaceAnswer, string]>([
    [answer({ rule: 'B3*' }), 'Matched by the line of postal codes B3*.'],
    [answer({ place: area }), 'Matched by the drawn area Harbour.'],
    [answer({ place: ring, distance: 17_450_000 }), 'Matched by the distance of 17.5 km, beyond 12 km and within 35 km.'],
    [
      answer({ place: { ...ring, beyond: null }, distance: 400_000, rivals: ['far'] }),
      'Matched by the distance of 0.4 km, within 35 km. Far claims it just as closely; the zone listed first wins.',
    ],
    [{ status: 'noZone' }, 'Canada is served, but this address lies in no zone.'],
  ])('%j', (some, words) => {
    expect(placeAnswerWords(some, book, 'CA', metric, same)).toBe(words);
  });
  test('short lists are spelled out, long ones counted; rings keep the unit they were typed in', () => {
    expect(placeWords(postal, metric, same)).toBe('4 lines of postal codes (CA)');
    expect(placeWords({ ...postal, rules: 'B3*\nB4*' }, metric, same)).toBe('B3*, B4* (CA)');
    expect(placeWords({ ...ring, beyond: '7.5 mi' }, imperial, same)).toBe('7.5 mi to 35 km');
  });
});

describe('sizes and weights in both systems', () => {
  const sides = { length: 254_000, width: 203_200, height: 152_400 };
  test('three sides share one unit', () => {
    expect(metric.sides(sides)).toBe('25.4 × 20.32 × 15.24 cm');
    expect(imperial.sides(sides)).toBe('10 × 8 × 6 in');
    expect([metric.distance(12_000_000), imperial.distance(1_609_344)]).toEqual(['12 km', '1 mi']);
  });
  test.each<[Reason, string, string]>([
    [
      { code: 'aboveLimit', measure: 'longestSide', measured: 310_000, bound: 300_000, difference: 10_000 },
      'limited to 30 cm; this cart has 31 cm, 1 cm over',
      'limited to 11.81 in; this cart has 12.2 in, 0.39 in over',
    ],
    [
      { code: 'aboveLimit', measure: 'parcels', measured: 3, bound: 1, difference: 2 },
      'limited to 1 parcel; this cart has 3 parcels, 2 parcels over',
      'limited to 1 parcel; this cart has 3 parcels, 2 parcels over',
    ],
    [
      { code: 'aboveTopTier', measure: 'packedWeight', measured: 3e9, bound: 2e9, difference: 1e9, consignment: 1 },
      'tiers stop at 2 kg; it has 3 kg, 1 kg over',
      'tiers stop at 4.409 lb; it has 6.614 lb, 2.205 lb over',
    ],
    [{ code: 'noOrigin' }, 'no location may ship these goods', 'no location may ship these goods'],
  ])('%o', (reason, inMetric, inImperial) => {
    expect([reasonWords(reason, metric), reasonWords(reason, imperial)]).toEqual([inMetric, inImperial]);
  });
  test('stretches of lengths and of parcels', () => {
    expect(stretch('longestSide', { above: 300_000, upTo: 600_000 }, metric)).toBe('over 30 cm, up to 60 cm');
    expect(stretch('parcels', { above: 1 }, metric)).toBe('from 2 parcels');
  });
});

test.each<[PostalLineProblem['problem'], string]>([
  ['duplicate', 'stands on line 3 already'],
  ['impossible', 'no postal code of Canada looks like this'],
  ['differentShapes', 'the ends of a range have the same length and shape'],
  ['backwards', 'the range ends before it begins'],
  ['starInside', 'the star belongs at the end'],
])('a postal line that is %s', (problem, words) => {
  expect(postalProblemWords({ line: 4, text: 'x', problem, first: 3 }, 'CA', metric)).toBe(words);
});

test.each([
  [
    '44.65, -63.6\n\n 44.7 -63.55 \n44.62;\u221263.5',
    {
      ok: true,
      corners: [
        [-63.6, 44.65],
        [-63.55, 44.7],
        [-63.5, 44.62],
      ],
    },
  ],
  ['44.65, -63.6\nhere', { ok: false, line: 2 }],
  ['44,65, -63,6', { ok: false, line: 1 }],
  ['', { ok: true, corners: [] }],
])('corners typed one a line: %j', (text, read) => {
  expect(readCorners(text)).toEqual(read);
});
