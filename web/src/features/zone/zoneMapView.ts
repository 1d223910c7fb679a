import {
  boundsOf,
  distanceToMillimetres,
  groupMembers,
  laneOf,
  postalRulesOf,
  type RateBook,
  subdivisionOfPostal,
  type Zone,
} from '@ostrakon/core';
import { circleRing } from '../../map/mercator.ts';
import { ringsOf } from '../../map/RoundRings.tsx';
import { WITH_SHAPES } from '../../map/useZoneFill.ts';
import type { MapPoint, View } from '../../map/ZoneMap.tsx';

/** What the map opens on: the zone's areas and circles where it has any, else its countries and provinces. */
export function viewOf(zone: Zone, locations: ReadonlyMap<string, MapPoint>): View | null {
  const boxes = zone.places.flatMap((place): View[] => {
    if (place.kind === 'area') return [boundsOf(place.outline)];
    const centre = place.kind === 'circle' ? locations.get(place.location) : undefined;
    return place.kind === 'circle' && centre ? [boundsOf([[circleRing(centre, distanceToMillimetres(place.within) / 1000, 12)]])] : [];
  });
  if (boxes.length === 0) return null;
  const edge = (at: 0 | 1 | 2 | 3, pick: (...values: number[]) => number) => pick(...boxes.map((box) => box[at]));
  const [west, south, east, north] = [edge(0, Math.min), edge(1, Math.min), edge(2, Math.max), edge(3, Math.max)];
  const margin = Math.max(0.05, (east - west) * 0.4, (north - south) * 0.4);
  return [west - margin, south - margin, east + margin, north + margin];
}

/** The countries and provinces that the places of a zone are or lie in, as they were when the map opened. */
export function focusOf(zone: Zone): (code: string) => boolean {
  const codes = new Set(
    zone.places.flatMap((place): readonly string[] => {
      if (place.excluded) return [];
      if (place.kind === 'countryGroup') return groupMembers(place.group);
      if (place.kind === 'subdivision') return [place.subdivision];
      if (place.kind === 'country') return [place.country];
      if (place.kind !== 'postal') return [];
      const parts = postalRulesOf(place.rules).map(({ line }) => subdivisionOfPostal(place.country, line) ?? place.country);
      return [...new Set(parts)];
    }),
  );
  const left = new Set(zone.places.flatMap((place) => (place.kind === 'country' && place.excluded ? [place.country] : [])));
  // Where parts of a country have no shapes, the country stands for them.
  const whole = new Set([...codes].map((code) => code.slice(0, 2)).filter((country) => !WITH_SHAPES.includes(country)));
  return (code) => !left.has(code) && (codes.has(code) || whole.has(code) || (code.length > 2 && codes.has(code.slice(0, 2))));
}

/** The rings of the rounds that drive through a zone, and its counters. */
export function onTheMap(zone: Zone, { services, locations }: RateBook) {
  const rounds = services.flatMap(({ id, kind, round }) => {
    const lane = laneOf(zone, id);
    const centre = (locations.find((location) => location.id === round?.centre) ?? locations[0])?.point;
    return kind === 'round' && lane && centre ? [{ id, centre, rings: ringsOf(lane.card) }] : [];
  });
  const counters = services.flatMap(({ id, name, kind, counter }) =>
    kind === 'counter' && counter?.point && laneOf(zone, id) ? [{ id, name, point: counter.point }] : [],
  );
  return { rounds, counters };
}
