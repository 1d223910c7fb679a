import { expect, test } from 'vitest';
import { applyCommand } from '../commands/commands.ts';
import { listSubdivisions } from '../places/countries.ts';
import type { Place } from '../places/place.ts';
import { partsOf, withHolders } from '../places/subdivisionTree.ts';
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
    zones: zones.map((places, at) => ({ id: `z${at}`, name: `Zone ${at}`, places, taxRate: 0, label: '', lanes: {} })),
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

test('zones that no postal code leads to, alone, with the parts that are meant', () => {
  const part = (subdivision: string): Place => ({ kind: 'subdivision', subdivision });
  const found = find(
    ['KW', 'DE', 'US'],
    [part('KW-HA'), part('KW-FA'), part('DE-BY'), part('US-PR')],
    [country('KW'), country('DE'), country('US')],
  );
  expect(found.filter(({ code }) => code === 'provinceToSend')).toEqual([
    {
      code: 'provinceToSend',
      severity: 'note',
      where: { zones: ['z0'] },
      facts: { country: 'KW', subdivisions: ['KW-HA', 'KW-FA'] },
      witness: { destination: { country: 'KW', subdivision: 'KW-HA' } },
    },
  ]);
});

test('all parts of a region are as good as the region: nothing is left over', () => {
  const parts = partsOf('FR-COR').length > 0 ? 'FR-COR' : 'FR-20R';
  const others = listSubdivisions('FR').filter((code) => withHolders(code).length === 1 && code !== parts);
  const places = [...others, ...partsOf(parts)].map((subdivision): Place => ({ kind: 'subdivision', subdivision }));
  const leftOver = (some: Place[]) => find(['FR'], some).filter(({ code }) => code.startsWith('leftOver'));
  expect(leftOver(places)).toEqual([]);
  const [last] = places.splice(-1);
  expect(leftOver(places)).toMatchObject([
    { code: 'leftOverParts', facts: { subdivisions: [last?.kind === 'subdivision' ? last.subdivision : '', parts].sort() } },
  ]);
});

test('a zone at no tax beside taxed ones of the same country is found, with the rate to take where they agree', () => {
  const zone = (id: string, places: Place[], taxRate: number) => ({ id, name: id, places, taxRate, label: '', lanes: {} });
  const shopOf = (tax: 'none' | 'included', ...rates: number[]): RateBook => {
    const empty = emptyBook();
    const others = rates.map((rate, at) =>
      zone(`taxed${at}`, [{ kind: 'subdivision', subdivision: ['CA-NS', 'CA-NB'][at] ?? 'CA-ON' }], rate),
    );
    const zones = [...others, zone('plain', [{ kind: 'postal', country: 'CA', rules: 'B3*' }], 0), zone('abroad', [country('US')], 0)];
    return { ...empty, shop: { ...empty.shop, served: ['CA', 'US'], pricing: { ...empty.shop.pricing, tax } }, zones };
  };
  const untaxed = (book: RateBook) => placeFindings(book).filter(({ code }) => code === 'untaxed');
  const [finding, ...more] = untaxed(shopOf('included', 1500));
  expect(more).toEqual([]);
  expect(finding).toMatchObject({ severity: 'moneyLost', where: { zones: ['plain'] }, facts: { rates: [1500] } });
  const mended = finding?.repair?.reduce(applyCommand, shopOf('included', 1500));
  expect(mended && untaxed(mended)).toEqual([]);
  expect(untaxed(shopOf('included', 1500, 1400))).toMatchObject([{ facts: { rates: [1400, 1500] } }]);
  expect(untaxed(shopOf('included', 1500, 1400))[0]).not.toHaveProperty('repair');
  expect(untaxed(shopOf('none', 1500))).toEqual([]);
  expect(untaxed(shopOf('included'))).toEqual([]);
});

test('the first places of a zone bring the tax rate of their country with them, where delivery is taxed and zones there agree', () => {
  const empty = emptyBook();
  const taxed = { id: 'de', name: 'DE', places: [country('DE')], taxRate: 1900, label: '', lanes: {} };
  const book: RateBook = { ...empty, shop: { ...empty.shop, pricing: { ...empty.shop.pricing, tax: 'included' } }, zones: [taxed] };
  const rate = (start: RateBook, ...places: Place[]) => {
    const added = applyCommand(start, { name: 'addZone', args: { id: 'new', name: 'New', places: [] } });
    return applyCommand(added, { name: 'setPlaces', args: { zone: 'new', places } }).zones[1]?.taxRate;
  };
  expect([rate(book, { kind: 'subdivision', subdivision: 'DE-BY' }), rate(book, country('FR'))]).toEqual([1900, 0]);
  expect(rate({ ...book, shop: empty.shop }, country('DE'))).toBe(0);
  // Two rates: the owner is asked.
  const two = { ...book, zones: [taxed, { ...taxed, id: 'low', taxRate: 700 }] };
  const added = applyCommand(two, { name: 'addZone', args: { id: 'new', name: 'New', places: [country('DE')] } });
  expect(added.zones[2]?.taxRate).toBe(0);
});
