import { MOST_CORNERS, type Outline, type Position } from './area.ts';
import { findCrossing } from './ringCrossing.ts';

/** Why a GeoJSON text or one of its shapes was not taken. */
export type GeoJsonProblem =
  | 'notJson'
  | 'notGeoJson'
  | 'noArea'
  | 'otherSystem'
  | 'notANumber'
  | 'latitude'
  | 'longitude'
  | 'tooFewCorners'
  | 'notClosed'
  | 'crossesItself'
  | 'tooManyCorners';

export interface ReadArea {
  /** The `name` property of the feature; empty where it has none. */
  readonly name: string;
  readonly outline: Outline;
}

export interface ReadGeoJson {
  readonly areas: readonly ReadArea[];
  /** What was not taken; `feature` counts from 1, 0 is the whole text. */
  readonly problems: readonly { readonly feature: number; readonly problem: GeoJsonProblem; readonly at?: Position }[];
}

class Refused extends Error {
  readonly problem: GeoJsonProblem;
  readonly at: Position | undefined;
  constructor(problem: GeoJsonProblem, at?: Position) {
    super(problem);
    this.problem = problem;
    this.at = at;
  }
}

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);
const list = (value: unknown): unknown[] => {
  if (!Array.isArray(value)) throw new Refused('notGeoJson');
  return value;
};

function readPosition(value: unknown): Position {
  const [longitude, latitude] = list(value);
  if (typeof longitude !== 'number' || typeof latitude !== 'number') throw new Refused('notANumber');
  if (Math.abs(latitude) > 90) throw new Refused('latitude', [longitude, latitude]);
  // Some writers go on counting past the antimeridian; farther than once around is no place on earth.
  if (Math.abs(longitude) > 540) throw new Refused('longitude', [longitude, latitude]);
  return [longitude, latitude];
}

/** Longitudes that go on past 180 where a ring crosses the antimeridian, so that no edge jumps around the globe. */
function unwrapped(ring: readonly Position[]): Position[] {
  let shift = 0;
  return ring.map(([longitude, latitude], at) => {
    const before = ring[at - 1];
    if (before && longitude - before[0] > 180) shift -= 360;
    if (before && longitude - before[0] < -180) shift += 360;
    return [longitude + shift, latitude];
  });
}

function readRing(value: unknown): Position[] {
  const ring = list(value).map(readPosition);
  if (ring.length < 4) throw new Refused('tooFewCorners', ring[0]);
  const [first, last] = [ring[0], ring.at(-1)];
  if (first?.[0] !== last?.[0] || first?.[1] !== last?.[1]) throw new Refused('notClosed', first);
  return unwrapped(ring);
}

/** Signed area in square degrees; above 0 against the clock. */
const signedArea = (ring: readonly Position[]): number =>
  ring.slice(1).reduce((sum, [x, y], at) => {
    const [px, py] = ring[at] as Position;
    return sum + px * y - x * py;
  }, 0) / 2;

const wound = (ring: Position[], leftHanded: boolean): Position[] => (signedArea(ring) > 0 === leftHanded ? ring : [...ring].reverse());

/** The part of a ring on one side of a meridian (Sutherland and Hodgman, 1974). */
function clipped(ring: readonly Position[], meridian: number, keepEast: boolean): Position[] {
  const inside = ([longitude]: Position) => (keepEast ? longitude >= meridian : longitude <= meridian);
  if (ring.every(inside)) return [...ring];
  const kept: Position[] = [];
  ring.slice(1).forEach((end, at) => {
    const start = ring[at] as Position;
    if (inside(start) !== inside(end)) {
      const share = (meridian - start[0]) / (end[0] - start[0]);
      kept.push([meridian, start[1] + share * (end[1] - start[1])]);
    }
    if (inside(end)) kept.push(end);
  });
  return kept.length < 3 ? [] : [...kept, kept[0] as Position];
}

/** A polygon cut where it crosses the antimeridian; each part within -180 and 180 (RFC 7946, section 3.1.9). */
function cutAtAntimeridian(rings: readonly (readonly Position[])[]): Position[][][] {
  const longitudes = rings.flat().map(([longitude]) => longitude);
  const from = Math.floor((Math.min(...longitudes) + 180) / 360);
  const upTo = Math.ceil((Math.max(...longitudes) + 180) / 360) - 1;
  const parts: Position[][][] = [];
  for (let turnAround = from; turnAround <= Math.max(from, upTo); turnAround += 1) {
    const offset = turnAround * 360;
    const part = rings
      .map((ring) => clipped(clipped(ring, offset - 180, true), offset + 180, false))
      .map((ring) => ring.map(([longitude, latitude]): Position => [longitude - offset, latitude]));
    const [outer, ...holes] = part;
    if (outer && outer.length >= 4)
      parts.push([wound(outer, true), ...holes.filter((hole) => hole.length >= 4).map((hole) => wound(hole, false))]);
  }
  return parts;
}

/** Brings a hole that was counted from the other side of the globe back beside its outer ring. */
function besides(ring: Position[], outer: readonly Position[]): Position[] {
  const middle = (some: readonly Position[]) => some.reduce((sum, [longitude]) => sum + longitude, 0) / some.length;
  const shift = Math.round((middle(outer) - middle(ring)) / 360) * 360;
  return ring.map(([longitude, latitude]) => [longitude + shift, latitude]);
}

function readPolygon(value: unknown): Position[][][] {
  const [outer, ...holes] = list(value).map(readRing);
  if (!outer) throw new Refused('tooFewCorners');
  const rings = [outer, ...holes.map((hole) => besides(hole, outer))];
  const crossing = findCrossing(rings);
  if (crossing) throw new Refused('crossesItself', crossing);
  return cutAtAntimeridian(rings);
}

function readGeometry(geometry: unknown): Position[][][] {
  if (!isObject(geometry)) throw new Refused('noArea');
  switch (geometry.type) {
    case 'Polygon':
      return readPolygon(geometry.coordinates);
    case 'MultiPolygon':
      return list(geometry.coordinates).flatMap(readPolygon);
    case 'GeometryCollection':
      return list(geometry.geometries).flatMap((part) =>
        isObject(part) && /Polygon$|Collection$/.test(String(part.type)) ? readGeometry(part) : [],
      );
    case 'Point':
    case 'MultiPoint':
    case 'LineString':
    case 'MultiLineString':
      throw new Refused('noArea');
    default:
      throw new Refused('notGeoJson');
  }
}

/** Coordinate systems of before RFC 7946; only longitude and latitude can be taken as they are. */
function isOtherSystem(document: Record<string, unknown>): boolean {
  if (document.crs === undefined || document.crs === null) return false;
  return !/CRS:?:?84|4326/.test(JSON.stringify(document.crs));
}

function nameOf(feature: Record<string, unknown>): string {
  const properties = isObject(feature.properties) ? feature.properties : {};
  return typeof properties.name === 'string' ? properties.name.trim().slice(0, 80) : '';
}

function featuresOf(document: Record<string, unknown>): Record<string, unknown>[] {
  if (document.type === 'FeatureCollection') return list(document.features).map((feature) => (isObject(feature) ? feature : {}));
  if (document.type === 'Feature') return [document];
  return [{ type: 'Feature', geometry: document, properties: {} }];
}

function parsed(text: string): Record<string, unknown> {
  let document: unknown;
  try {
    document = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    throw new Refused('notJson');
  }
  if (!isObject(document)) throw new Refused('notGeoJson');
  if (isOtherSystem(document)) throw new Refused('otherSystem');
  return document;
}

function readFeature(feature: Record<string, unknown>): ReadArea {
  const outline = readGeometry(feature.geometry);
  if (outline.length === 0) throw new Refused('noArea');
  const corners = outline.flat().reduce((sum, ring) => sum + ring.length, 0);
  if (corners > MOST_CORNERS) throw new Refused('tooManyCorners');
  return { name: nameOf(feature), outline };
}

/** Runs a step and gives what it refused, if it did. */
function attempt<T>(step: () => T): T | Refused {
  try {
    return step();
  } catch (error) {
    if (error instanceof Refused) return error;
    throw error;
  }
}

/**
 * Reads the areas of a GeoJSON text (RFC 7946): collections, features or bare geometries. Rings wound the wrong way
 * are turned, shapes across the antimeridian are cut there. What cannot be taken is named, feature by feature.
 */
export function readGeoJson(text: string): ReadGeoJson {
  const document = attempt(() => featuresOf(parsed(text)));
  if (document instanceof Refused) return { areas: [], problems: [{ feature: 0, problem: document.problem }] };
  const read = document.map((feature) => attempt(() => readFeature(feature)));
  const areas = read.filter((one): one is ReadArea => !(one instanceof Refused));
  const problems = read.flatMap((one, at) =>
    one instanceof Refused ? [{ feature: at + 1, problem: one.problem, ...(one.at && { at: one.at }) }] : [],
  );
  return areas.length === 0 && problems.length === 0 ? { areas, problems: [{ feature: 0, problem: 'noArea' }] } : { areas, problems };
}

/** The areas as a GeoJSON FeatureCollection (RFC 7946), indented. */
export function writeGeoJson(areas: readonly ReadArea[]): string {
  const features = areas.map(({ name, outline }) => ({
    type: 'Feature',
    properties: { name },
    geometry: outline.length === 1 ? { type: 'Polygon', coordinates: outline[0] } : { type: 'MultiPolygon', coordinates: outline },
  }));
  return `${JSON.stringify({ type: 'FeatureCollection', features }, null, 2)}\n`;
}

/** A drawn ring, in the order of the clicks, as an outline; or what is wrong with it. */
export function outlineOfRing(corners: readonly Position[]): { ok: true; outline: Outline } | { ok: false; problem: GeoJsonProblem } {
  const read = attempt(() => readPolygon([[...corners, corners[0]]]));
  return read instanceof Refused ? { ok: false, problem: read.problem } : { ok: true, outline: read };
}

/** An outline whose corners were moved, brought into order again; or what is wrong with it. */
export function orderOutline(outline: Outline): { ok: true; outline: Outline } | { ok: false; problem: GeoJsonProblem } {
  const read = attempt(() => outline.flatMap(readPolygon));
  return read instanceof Refused ? { ok: false, problem: read.problem } : { ok: true, outline: read };
}
