import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { inOutline, type Position } from './area.ts';
import { groupMembers } from './countryGroups.ts';
import { geodesicDistance } from './geodesic.ts';
import { outlineOfRing, readGeoJson, writeGeoJson } from './geoJson.ts';
import type { Destination, Place } from './place.ts';
import { explainZones, findZone, indexPlaces } from './placeIndex.ts';
import { normalizePostal } from './postal.ts';
import { orderOf, readPostalRule, shapeOf } from './postalRule.ts';
import { subdivisionOfPostal } from './postalStart.ts';

const HALIFAX = { latitude: 44.6488, longitude: -63.5752 };

const rules = fc.uniqueArray(
  fc.oneof(
    fc.constantFrom('B3H 4R2', 'B3K 1A1', 'B4V 2L5'),
    fc.constantFrom('B*', 'B3*', 'B3H*', 'B4*'),
    fc.constantFrom('B3A-B3S', 'B3G-B3K', 'B3A-B4Z', 'B3H1A1-B3H9Z9'),
  ),
  { minLength: 1, maxLength: 4 },
);
const plainPlace: fc.Arbitrary<Place> = fc.oneof(
  fc.constantFrom<Place>(
    { kind: 'countryGroup', group: '021' },
    { kind: 'countryGroup', group: '019' },
    { kind: 'countryGroup', group: '001' },
  ),
  fc.constantFrom<Place>({ kind: 'country', country: 'CA' }, { kind: 'country', country: 'US' }),
  fc.constantFrom<Place>({ kind: 'subdivision', subdivision: 'CA-NS' }, { kind: 'subdivision', subdivision: 'CA-NB' }),
  rules.map((lines): Place => ({ kind: 'postal', country: 'CA', rules: lines.join('\n') })),
  fc
    .tuple(fc.constantFrom(null, '5 km', '10 km'), fc.constantFrom('12 km', '40 km'))
    .map(([beyond, within]): Place => ({ kind: 'circle', location: 'shop', beyond, within })),
  fc.constantFrom(-64, -63.7, -63.5).map(
    (west): Place => ({
      kind: 'area',
      name: 'Box',
      outline: [
        [
          [
            [west, 44.5],
            [west + 0.3, 44.5],
            [west + 0.3, 44.8],
            [west, 44.8],
            [west, 44.5],
          ],
        ],
      ],
    }),
  ),
);
const place = fc.tuple(plainPlace, fc.boolean(), fc.boolean()).map(([one, a, b]): Place => (a && b ? { ...one, excluded: true } : one));
const destination: fc.Arbitrary<Destination> = fc.record(
  {
    country: fc.constantFrom('CA', 'CA', 'CA', 'US', 'FR'),
    postalCode: fc.constantFrom('B3H 4R2', 'b3k1a1', 'B4V 2L5', 'B3T 1A1', 'H2X 1Y4', 'B3'),
    point: fc.record({
      latitude: fc.double({ min: 44.3, max: 45, noNaN: true }),
      longitude: fc.double({ min: -64.2, max: -63, noNaN: true }),
    }),
  },
  { requiredKeys: ['country'] },
);

/** How closely one rule of a list names a code: plainly, rule by rule. */
function ruleRank(line: string, code: string): number | undefined {
  const read = readPostalRule(line);
  if (!read.ok) return undefined;
  const { rule } = read;
  if (rule.kind === 'code') return rule.code === code ? 9e9 : undefined;
  if (rule.kind === 'prefix') return code.startsWith(rule.prefix) ? 6e9 + rule.prefix.length : undefined;
  const head = code.slice(0, rule.from.length);
  const inside = shapeOf(head) === shapeOf(rule.from) && orderOf(head) >= orderOf(rule.from) && orderOf(head) <= orderOf(rule.upTo);
  return inside ? 5e9 + 9e8 - (orderOf(rule.upTo) - orderOf(rule.from)) : undefined;
}

/** How closely a place names a destination, without any index; undefined where it does not. */
function rankOf(one: Place, to: Destination): number | undefined {
  switch (one.kind) {
    case 'countryGroup':
      return groupMembers(one.group).includes(to.country) ? 3e9 - groupMembers(one.group).length : undefined;
    case 'country':
      return one.country === to.country ? 3e9 : undefined;
    case 'subdivision': {
      const subdivision = to.subdivision ?? (to.postalCode && subdivisionOfPostal(to.country, to.postalCode));
      return one.subdivision === subdivision ? 4e9 : undefined;
    }
    case 'postal': {
      if (one.country !== to.country || to.postalCode === undefined) return undefined;
      const code = normalizePostal(to.postalCode);
      const ranks = one.rules.split('\n').flatMap((line) => ruleRank(line, code) ?? []);
      return ranks.length > 0 ? Math.max(...ranks) : undefined;
    }
    case 'area':
      return to.point && inOutline(one.outline, to.point) ? 8e9 : undefined;
    case 'circle': {
      if (!to.point) return undefined;
      const kilometres = Math.round(geodesicDistance(HALIFAX, to.point) * 1000) / 1e6;
      const beyond = one.beyond === null ? -1 : Number.parseFloat(one.beyond);
      return kilometres > beyond && kilometres <= Number.parseFloat(one.within) ? 7e9 : undefined;
    }
  }
}

/** The zone a destination falls in, by asking every place of every zone. */
function plainly(zones: readonly (readonly Place[])[], to: Destination): number | undefined {
  const claims = zones.flatMap((places, zone) =>
    places.flatMap((one) => {
      const rank = rankOf(one, to);
      return rank === undefined ? [] : [{ zone, rank, excluded: one.excluded === true }];
    }),
  );
  const standing = claims.filter(
    (claim) => !claim.excluded && !claims.some((other) => other.excluded && other.zone === claim.zone && other.rank >= claim.rank),
  );
  return standing.sort((a, b) => b.rank - a.rank || a.zone - b.zone)[0]?.zone;
}

test('the index finds the zone that asking every place one by one finds', () => {
  const zones = fc.array(fc.array(place, { maxLength: 4 }), { minLength: 1, maxLength: 5 });
  fc.assert(
    fc.property(zones, destination, (some, to) => {
      const index = indexPlaces(some, () => HALIFAX);
      const found = findZone(index, to);
      expect(found?.zone).toBe(plainly(some, to));
      // What explains the answer agrees with it: the first claim that stands is the one that wins.
      expect(explainZones(index, to).find(({ cutOut }) => !cutOut)?.zone).toBe(found?.zone);
      expect(found?.rivals.every((rival) => rival > found.zone) ?? true).toBe(true);
    }),
    { numRuns: 3000 },
  );
});

describe('areas, drawn and written', () => {
  /** A star: corners around a middle, one in every direction, so that it never crosses itself. */
  const star = fc.record({
    middle: fc.tuple(fc.double({ min: -150, max: 150, noNaN: true }), fc.double({ min: -60, max: 60, noNaN: true })),
    reach: fc.array(fc.double({ min: 1, max: 15, noNaN: true }), { minLength: 3, maxLength: 12 }),
  });
  const cornersOf = ({ middle: [x, y], reach }: { middle: readonly [number, number]; reach: readonly number[] }, shift = 0): Position[] =>
    reach.map((far, at) => {
      const angle = (2 * Math.PI * at) / reach.length;
      return [x + shift + far * Math.cos(angle), y + far * Math.sin(angle)];
    });

  test('what is written is read back the same, whichever way round it was drawn', () => {
    fc.assert(
      fc.property(star, fc.boolean(), (one, backwards) => {
        const corners = cornersOf(one);
        const drawn = outlineOfRing(backwards ? [...corners].reverse() : corners);
        expect(drawn.ok).toBe(true);
        if (!drawn.ok) return;
        const areas = [{ name: 'Star', outline: drawn.outline }];
        expect(readGeoJson(writeGeoJson(areas))).toEqual({ areas, problems: [] });
        const [longitude, latitude] = one.middle;
        expect(inOutline(drawn.outline, { longitude, latitude })).toBe(true);
      }),
    );
  });

  test('an area pushed across the antimeridian holds the same points, pushed along', () => {
    const probe = fc.tuple(fc.double({ min: -18, max: 18, noNaN: true }), fc.double({ min: -18, max: 18, noNaN: true }));
    fc.assert(
      fc.property(star, probe, (one, [east, north]) => {
        const here = outlineOfRing(cornersOf(one));
        const pushed = outlineOfRing(cornersOf(one, 180 - one.middle[0]));
        if (!here.ok || !pushed.ok) throw new Error('a star is always taken');
        const [x, y] = one.middle;
        const longitude = 180 + east > 180 ? east - 180 : 180 + east;
        // A hair beside an edge rounding may decide either way.
        const near = [-1e-9, 1e-9].map((hair) => inOutline(here.outline, { longitude: x + east + hair, latitude: y + north }));
        fc.pre(near[0] === near[1]);
        expect(inOutline(pushed.outline, { longitude, latitude: y + north })).toBe(near[0]);
      }),
      { numRuns: 500 },
    );
  });
});
