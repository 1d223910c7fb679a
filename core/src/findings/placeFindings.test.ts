import { expect, test } from 'vitest';
import type { Place } from '../places/place.ts';
import { emptyBook, type RateBook } from '../rate-book/rateBook.ts';
import { location } from '../testing/bookOf.ts';
import { placeFindings } from './placeFindings.ts';

const shop = location('shop', { point: { latitude: 44.65, longitude: -63.57 } });

function find(served: string[], ...zones: Place[][]) {
  const empty = emptyBook();
  const book: RateBook = {
    ...empty,
    shop: { ...empty.shop, served },
    locations: [shop],
    zones: zones.map((places, at) => ({ id: `z${at}`, name: `Zone ${at}`, places, taxRate: 0, lanes: {} })),
  };
  return placeFindings(book);
}
const country = (code: string): Place => ({ kind: 'country', country: code });
const ring = (beyond: string | null, within: string): Place => ({ kind: 'circle', location: 'shop', beyond, within });
const box = (name: string, west: number, east: number): Place => ({
  kind: 'area',
  name,
  outline: [
    [
      [
        [west, 44],
        [east, 44],
        [east, 45],
        [west, 45],
        [west, 44],
      ],
    ],
  ],
});

test('a served country in no zone, and the parts of one', () => {
  expect(find(['CL', 'FR'], [country('FR')])).toEqual([
    {
      code: 'leftOver',
      severity: 'turnedAway',
      where: { zones: [] },
      facts: { country: 'CL' },
      witness: { destination: { country: 'CL' } },
    },
  ]);
  const [parts] = find(['CA'], [{ kind: 'subdivision', subdivision: 'CA-NS' }]);
  expect(parts).toMatchObject({ code: 'leftOverParts', facts: { country: 'CA' }, witness: { destination: { subdivision: 'CA-AB' } } });
  expect(parts?.code === 'leftOverParts' && parts.facts.subdivisions).toHaveLength(12);
  // A country that is served by postal codes alone is meant so.
  expect(find(['CA'], [{ kind: 'postal', country: 'CA', rules: 'B3*' }])).toEqual([]);
});

test('one country or one postal rule in two zones', () => {
  expect(find(['FR'], [country('FR')], [country('FR')])).toMatchObject([
    { code: 'overlap', where: { zones: ['z0', 'z1'] }, facts: { place: { country: 'FR' } } },
  ]);
  expect(find(['FR'], [country('FR')], [{ kind: 'countryGroup', group: '150' }])).toEqual([]);
  expect(
    find([], [{ kind: 'postal', country: 'CA', rules: 'B3H 4R2\nB3*' }], [{ kind: 'postal', country: 'CA', rules: 'b3h4r2\nB4*' }]),
  ).toMatchObject([
    {
      code: 'overlapPostal',
      where: { zones: ['z0', 'z1'] },
      facts: { country: 'CA', rules: ['b3h4r2'] },
      witness: { destination: { country: 'CA', postalCode: 'B3H4R2' } },
    },
  ]);
});

test('rings that follow each other do not overlap, areas that share an edge do not either', () => {
  expect(find([], [ring(null, '12 km')], [ring('12 km', '35 km')])).toEqual([]);
  expect(find([], [ring(null, '12.1 km')], [ring('12 km', '35 km')])).toMatchObject([
    { code: 'overlapShapes', facts: { names: ['12.1 km', '35 km'] } },
  ]);
  expect(find([], [box('west', -64, -63)], [box('east', -63, -62)])).toEqual([]);
  expect(find([], [box('west', -64, -62.9)], [box('east', -63, -62)])).toMatchObject([
    { code: 'overlapShapes', facts: { names: ['west', 'east'] } },
  ]);
  expect(find([], [box('outer', -64, -62)], [box('inner', -63.5, -63)])).toHaveLength(1);
  // What a zone leaves out overlaps nothing.
  expect(find([], [box('outer', -64, -62)], [{ ...box('inner', -63.5, -63), excluded: true }])).toEqual([]);
  expect(find([], [ring(null, '20 km')], [{ ...ring(null, '12 km'), excluded: true }])).toEqual([]);
});

const polygons = (name: string, ...rings: [number, number][][]): Place => ({
  kind: 'area',
  name,
  outline: rings.map((corners) => [[...corners, corners[0] as [number, number]]]),
});
const square = (west: number, south: number): [number, number][] => [
  [west, south],
  [west + 1, south],
  [west + 1, south + 1],
  [west, south + 1],
];

test('areas whose bounds meet overlap only where they do themselves, whichever of their parts it is', () => {
  // Two halves of a square share its diagonal, and no ground.
  const [under, over] = [
    polygons('under', [
      [-64, 44],
      [-62, 44],
      [-62, 46],
    ]),
    polygons('over', [
      [-64, 44],
      [-62, 46],
      [-64, 46],
    ]),
  ];
  expect(find([], [under], [over])).toEqual([]);
  // Two islands each; one of them lies in one of the other zone, or none does.
  const islands = polygons('islands', square(-64, 44), square(-60, 44));
  expect(find([], [islands], [polygons('far', square(-62, 44), square(-60.5, 44.5))])).toHaveLength(1);
  expect(find([], [polygons('far', square(-62, 44), square(-60.5, 44.5))], [islands])).toHaveLength(1);
  expect(find([], [islands], [polygons('between', square(-62.5, 44))])).toEqual([]);
  // One corner alone reaches over.
  expect(find([], [polygons('a', square(-64, 44))], [polygons('b', square(-63.001, 44.999))])).toHaveLength(1);
});
