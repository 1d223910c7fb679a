import { distanceToMillimetres } from '../measures/distance.ts';
import type { Id } from '../names/naming.ts';
import type { Millimetres } from '../numbers/units.ts';
import { type Bounds, boundsOf, inOutline } from './area.ts';
import { groupMembers } from './countryGroups.ts';
import { geodesicDistance } from './geodesic.ts';
import type { Destination, Place } from './place.ts';
import type { Point } from './point.ts';
import { lookUpPostal, type PostalHit, type PostalLookup, postalLookup } from './postalLookup.ts';
import { subdivisionOfAddress } from './postalStart.ts';
import { depthOf, withHolders } from './subdivisionTree.ts';

/** One place of one zone that holds a destination. */
export interface Claim {
  readonly zone: number;
  readonly place: Place;
  /** Greater is more specific. */
  readonly rank: number;
  /** The line of a postal list that matched. */
  readonly rule?: string;
  /** Distance from the location of a circle, in millimetres. */
  readonly distance?: Millimetres;
}

interface Entry<P extends Place> {
  readonly zone: number;
  readonly place: P;
}
type Of<K extends Place['kind']> = Extract<Place, { kind: K }>;

/** The lists of one country, looked up together; a hit names its list by its place in `entries`. */
interface PostalLists {
  readonly entries: readonly Entry<Of<'postal'>>[];
  readonly lookup: PostalLookup;
}

/** Places of all zones by what a destination looks them up with. */
export interface PlaceIndex {
  /** Countries, groups and subdivisions by code. */
  readonly regions: ReadonlyMap<string, readonly Claim[]>;
  /** Countries of which some zone has a subdivision. */
  readonly divided: ReadonlySet<string>;
  /** Postal lists by country. */
  readonly postal: ReadonlyMap<string, PostalLists>;
  readonly areas: readonly (Entry<Of<'area'>> & { readonly bounds: Bounds })[];
  readonly circles: readonly (Entry<Of<'circle'>> & { readonly centre: Point; readonly beyond: number; readonly within: number })[];
  /** Zones ask for a point: there are areas or circles. */
  readonly needsPoint: boolean;
}

export interface ZoneMatch {
  readonly zone: number;
  readonly place: Place;
  readonly rule?: string;
  readonly distance?: Millimetres;
  /** Other zones that claim the destination just as specifically, in order. */
  readonly rivals: readonly number[];
}

/**
 * Most specific first: exact code, drawn area, circle, longer prefix, narrower range, subdivision (a part of another before
 * that), country, smaller group, larger group. Of circles the smaller ring counts no more than the larger: that is a finding.
 */
const RANK = { code: 9e9, area: 8e9, circle: 7e9, prefix: 6e9, range: 5e9, subdivision: 4e9, country: 3e9 } as const;
const WIDEST = 9e8;

function postalRank(hit: PostalHit): number {
  switch (hit.kind) {
    case 'code':
      return RANK.code;
    case 'prefix':
      return RANK.prefix + hit.length;
    case 'range':
      return RANK.range + WIDEST - Math.min(hit.width, WIDEST);
  }
}

function regionKeys(place: Of<'countryGroup' | 'country' | 'subdivision'>): { keys: readonly string[]; rank: number } {
  if (place.kind === 'subdivision') return { keys: [place.subdivision], rank: RANK.subdivision + depthOf(place.subdivision) };
  if (place.kind === 'country') return { keys: [place.country], rank: RANK.country };
  const keys = groupMembers(place.group);
  return { keys, rank: RANK.country - keys.length };
}

function push<T>(map: Map<string, T[]>, key: string, entry: T): void {
  const held = map.get(key);
  if (held) held.push(entry);
  else map.set(key, [entry]);
}

const lately: PostalLists[] = [];
const MOST_LATELY = 12;

/** The look-up of some lists; the same lists in the same zones are not gathered again. */
function postalLists(entries: readonly Entry<Of<'postal'>>[]): PostalLists {
  const same = lately.find(
    (held) =>
      held.entries.length === entries.length &&
      held.entries.every(({ zone, place }, at) => zone === entries[at]?.zone && place === entries[at]?.place),
  );
  if (same) return same;
  const lists = { entries, lookup: postalLookup(entries.map(({ place }) => place.rules)) };
  if (lately.length >= MOST_LATELY) lately.shift();
  lately.push(lists);
  return lists;
}

/** Builds the index; `zones` are lists of places, near to far. `pointOf` gives the point of a location, where it has one. */
export function indexPlaces(zones: readonly (readonly Place[])[], pointOf: (location: Id) => Point | null = () => null): PlaceIndex {
  const regions = new Map<string, Claim[]>();
  const postal = new Map<string, Entry<Of<'postal'>>[]>();
  const areas: (Entry<Of<'area'>> & { bounds: Bounds })[] = [];
  const circles: (Entry<Of<'circle'>> & { centre: Point; beyond: number; within: number })[] = [];
  const add = (place: Place, zone: number) => {
    if (place.kind === 'postal') return push(postal, place.country, { zone, place });
    if (place.kind === 'area') return areas.push({ zone, place, bounds: boundsOf(place.outline) });
    if (place.kind === 'circle') {
      const centre = pointOf(place.location);
      const beyond = place.beyond === null ? -1 : distanceToMillimetres(place.beyond);
      return centre && circles.push({ zone, place, centre, beyond, within: distanceToMillimetres(place.within) });
    }
    const { keys, rank } = regionKeys(place);
    for (const key of keys) push(regions, key, { zone, place, rank });
  };
  zones.forEach((places, zone) => {
    for (const place of places) add(place, zone);
  });
  const needsPoint = zones.some((places) => places.some(({ kind }) => kind === 'area' || kind === 'circle'));
  const divided = new Set([...regions.keys()].filter((key) => key.length > 2).map((key) => key.slice(0, 2)));
  return {
    regions,
    divided,
    postal: new Map([...postal].map(([country, entries]) => [country, postalLists(entries)])),
    areas,
    circles,
    needsPoint,
  };
}

function claimsOfPoint(index: PlaceIndex, point: Point, found: Claim[]): void {
  for (const { zone, place, bounds } of index.areas) {
    const [west, south, east, north] = bounds;
    if (point.longitude < west || point.longitude > east || point.latitude < south || point.latitude > north) continue;
    if (inOutline(place.outline, point)) found.push({ zone, place, rank: RANK.area });
  }
  for (const { zone, place, centre, beyond, within } of index.circles) {
    // Whole millimetres: no point falls between two rings.
    const distance = Math.round(geodesicDistance(centre, point) * 1000);
    if (distance > beyond && distance <= within) found.push({ zone, place, rank: RANK.circle, distance });
  }
}

function claimsOn(index: PlaceIndex, to: Destination): Claim[] {
  const found: Claim[] = (index.regions.get(to.country) ?? []).slice();
  const subdivision = index.divided.has(to.country) ? subdivisionOfAddress(to) : undefined;
  if (subdivision) for (const code of withHolders(subdivision)) found.push(...(index.regions.get(code) ?? []));
  const lists = index.postal.get(to.country);
  if (to.postalCode !== undefined && lists) {
    for (const hit of lookUpPostal(lists.lookup, to.postalCode, to.country)) {
      const entry = lists.entries[hit.list];
      if (entry) found.push({ zone: entry.zone, place: entry.place, rank: postalRank(hit), rule: hit.line });
    }
  }
  if (to.point) claimsOfPoint(index, to.point, found);
  return found;
}

function isCutOut(claims: readonly Claim[], included: Claim): boolean {
  return claims.some((claim) => claim.place.excluded && claim.zone === included.zone && claim.rank >= included.rank);
}

/** Everything that puts a destination into a zone, most specific first, for explaining. */
export function explainZones(index: PlaceIndex, to: Destination): (Claim & { readonly cutOut: boolean })[] {
  const claims = claimsOn(index, to);
  // Of several rules of one list only the most specific one counts.
  const best = (claim: Claim) =>
    claims.every((other) => other.place !== claim.place || other.zone !== claim.zone || other.rank <= claim.rank);
  return claims
    .filter((claim) => !claim.place.excluded && best(claim))
    .map((claim) => ({ ...claim, cutOut: isCutOut(claims, claim) }))
    .sort((a, b) => b.rank - a.rank || a.zone - b.zone);
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
  if (!best) return undefined;
  const { zone, place, rule, distance } = best;
  const found = { zone, place, rivals: [...new Set(rivals)].sort((a, b) => a - b) };
  return { ...found, ...(rule !== undefined && { rule }), ...(distance !== undefined && { distance }) };
}
