import { groupMembers } from './countryGroups.ts';
import type { Destination, Place } from './place.ts';
import { normalizePostal } from './postal.ts';

/** One place of one zone, ready to be compared. */
interface Claim {
  readonly zone: number;
  readonly place: Place;
  /** Greater is more specific: exact code, longer prefix, subdivision, country, smaller group, larger group. */
  readonly rank: number;
}

/** Places of all zones by the key a destination looks them up with. */
export interface PlaceIndex {
  readonly claims: ReadonlyMap<string, readonly Claim[]>;
  /** Lengths of the postal prefixes in use, by country. */
  readonly prefixLengths: ReadonlyMap<string, readonly number[]>;
}

export interface ZoneMatch {
  readonly zone: number;
  readonly place: Place;
  /** Other zones that claim the destination just as specifically, in order. */
  readonly rivals: readonly number[];
}

const RANK = { exact: 1000, prefix: 500, subdivision: 400, country: 300 } as const;

function keysAndRank(place: Place): { keys: readonly string[]; rank: number } {
  switch (place.kind) {
    case 'postalCode':
      return { keys: [`=${place.country}${normalizePostal(place.code)}`], rank: RANK.exact };
    case 'postalPrefix': {
      const prefix = normalizePostal(place.prefix);
      return { keys: [`^${place.country}${prefix}`], rank: RANK.prefix + prefix.length };
    }
    case 'subdivision':
      return { keys: [place.subdivision], rank: RANK.subdivision };
    case 'country':
      return { keys: [place.country], rank: RANK.country };
    case 'countryGroup': {
      const countries = groupMembers(place.group);
      return { keys: countries, rank: RANK.country - countries.length };
    }
  }
}

/** Builds the index; `zones` are lists of places, near to far. */
export function indexPlaces(zones: readonly (readonly Place[])[]): PlaceIndex {
  const claims = new Map<string, Claim[]>();
  const lengths = new Map<string, Set<number>>();
  zones.forEach((places, zone) => {
    for (const place of places) {
      const { keys, rank } = keysAndRank(place);
      for (const key of keys) {
        const held = claims.get(key);
        if (held) held.push({ zone, place, rank });
        else claims.set(key, [{ zone, place, rank }]);
      }
      if (place.kind === 'postalPrefix') {
        const held = lengths.get(place.country) ?? new Set();
        lengths.set(place.country, held.add(normalizePostal(place.prefix).length));
      }
    }
  });
  return { claims, prefixLengths: new Map([...lengths].map(([country, set]) => [country, [...set]])) };
}

function claimsOn(index: PlaceIndex, to: Destination): Claim[] {
  const found: Claim[] = [];
  const take = (key: string) => {
    for (const claim of index.claims.get(key) ?? []) found.push(claim);
  };
  take(to.country);
  if (to.subdivision) take(to.subdivision);
  const code = to.postalCode === undefined ? '' : normalizePostal(to.postalCode);
  if (code !== '') {
    take(`=${to.country}${code}`);
    for (const length of index.prefixLengths.get(to.country) ?? []) {
      if (length <= code.length) take(`^${to.country}${code.slice(0, length)}`);
    }
  }
  return found;
}

/**
 * The zone a destination lies in: the most specific claim wins; of equals, the zone listed first.
 * A zone does not hold a destination when it excludes a place at least as specific as the one that puts it in.
 */
export function findZone(index: PlaceIndex, to: Destination): ZoneMatch | undefined {
  const claims = claimsOn(index, to);
  let best: Claim | undefined;
  let rivals: number[] = [];
  for (const claim of claims) {
    if (claim.place.excluded || isCutOut(claims, claim)) continue;
    if (!best || claim.rank > best.rank) {
      best = claim;
      rivals = [];
    } else if (claim.rank === best.rank && claim.zone !== best.zone) {
      rivals.push(Math.max(claim.zone, best.zone));
      if (claim.zone < best.zone) best = claim;
    }
  }
  return best && { zone: best.zone, place: best.place, rivals: [...new Set(rivals)].sort((a, b) => a - b) };
}

function isCutOut(claims: readonly Claim[], included: Claim): boolean {
  return claims.some((claim) => claim.place.excluded && claim.zone === included.zone && claim.rank >= included.rank);
}
