import { oncePer } from '../once/oncePer.ts';
import type { CentroidTables } from './centroidTables.ts';
import type { CountryCode } from './countries.ts';
import { groupMembers } from './countryGroups.ts';
import type { Destination, Place } from './place.ts';
import { findZone, type PlaceIndex } from './placeIndex.ts';
import { subdivisionOfPostal } from './postalStart.ts';

export { centroidTables, type PackedCentroids } from './centroidTables.ts';
export { pointedBy } from './pointedBy.ts';

const WITH_CODES: readonly CountryCode[] = ['CA', 'US'];

/** Where a postal area lies, as a full address: Canadian areas are told by three signs, to which any ending may follow. */
function inArea(centroids: CentroidTables, country: CountryCode, code: string): Destination {
  const subdivision = subdivisionOfPostal(country, code);
  const point = centroids(country)?.pointOf(code);
  const postalCode = country === 'CA' ? `${code} 1A1` : code;
  return { country, ...(subdivision !== undefined && { subdivision }), postalCode, ...(point && { point }) };
}

const codesOf = (centroids: CentroidTables, country: CountryCode): string[] => centroids(country)?.codes() ?? [];

/** Postal areas by region, of the countries asked for so far. */
const regionsOf = oncePer((_centroids: CentroidTables) => new Map<CountryCode, ReadonlyMap<string, readonly string[]>>());

function codesIn(centroids: CentroidTables, subdivision: string): readonly string[] {
  const country = subdivision.slice(0, 2) as CountryCode;
  const byRegion = regionsOf(centroids);
  const held = byRegion.get(country);
  if (held) return held.get(subdivision) ?? [];
  const regions = new Map<string, string[]>();
  // Of tens of thousands of areas some thousands are enough to find a few in every region.
  for (const code of spread(codesOf(centroids, country), 6000)) {
    const region = subdivisionOfPostal(country, code) ?? '';
    const codes = regions.get(region);
    if (codes) codes.push(code);
    else regions.set(region, [code]);
  }
  byRegion.set(country, regions);
  return regions.get(subdivision) ?? [];
}

const tried = 200;

/** Addresses in some of a country's postal areas, spread over all that are wanted. */
const areasOf = (centroids: CentroidTables, country: CountryCode, wanted: (code: string) => boolean = () => true): Destination[] =>
  spread(codesOf(centroids, country).filter(wanted), tried).map((code) => inArea(centroids, country, code));

/** So many entries spread evenly over a list. */
function spread<T>(list: readonly T[], most: number): T[] {
  if (list.length <= most) return [...list];
  return Array.from({ length: most }, (_, at) => list[Math.floor(((at + 0.5) * list.length) / most)] as T);
}

const codeOfRule = (rule: string): string => {
  const first = (rule.split('-')[0] ?? '').trim();
  return first.endsWith('*') ? first.slice(0, -1) : first;
};

function candidates(centroids: CentroidTables, place: Place): Destination[] {
  switch (place.kind) {
    case 'country':
      return WITH_CODES.includes(place.country) ? areasOf(centroids, place.country) : [{ country: place.country }];
    case 'countryGroup':
      return groupMembers(place.group).map((country) => ({ country }));
    case 'subdivision': {
      const country = place.subdivision.slice(0, 2) as CountryCode;
      const areas = WITH_CODES.includes(country)
        ? spread(codesIn(centroids, place.subdivision), tried).map((code) => inArea(centroids, country, code))
        : [];
      return areas.length > 0 ? areas : [{ country, subdivision: place.subdivision }];
    }
    case 'postal': {
      const { country } = place;
      const codes = place.rules.split('\n').map((rule) => codeOfRule(rule).replaceAll(' ', '').toUpperCase());
      const near = WITH_CODES.includes(country)
        ? areasOf(centroids, country, (area) => codes.some((code) => area.startsWith(code.slice(0, 3))))
        : [];
      return near.length > 0 ? near : codes.map((postalCode) => ({ country, postalCode }));
    }
    case 'area':
    case 'circle':
      return WITH_CODES.flatMap((country) => areasOf(centroids, country));
  }
}

/**
 * Addresses that lie in a zone, spread over its places: postal areas of Canada and the United States, else a region or a
 * country. Every one of them is seen to fall in this zone and no other.
 * @param centroids where postal areas lie
 * @param zone the place of the zone in the book
 */
export function sampleAddresses(
  centroids: CentroidTables,
  index: PlaceIndex,
  places: readonly Place[],
  zone: number,
  most: number,
): Destination[] {
  const found = places
    .filter(({ excluded }) => excluded !== true)
    .map((place) => candidates(centroids, place).filter((address) => findZone(index, address)?.zone === zone));
  // A fair share of each place, the rest from wherever there is more.
  const each = Math.max(1, Math.ceil(most / Math.max(1, found.filter((list) => list.length > 0).length)));
  const shared = found.flatMap((list) => spread(list, each));
  const seen = new Set<string>();
  const distinct = [...spread(shared, most), ...found.flat()].filter((address) => {
    const key = `${address.country} ${address.subdivision} ${address.postalCode}`;
    const fresh = !seen.has(key);
    seen.add(key);
    return fresh;
  });
  return distinct.slice(0, most);
}
