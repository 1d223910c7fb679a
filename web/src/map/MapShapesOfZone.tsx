import { distanceToMillimetres, type Location, type Place } from '@ostrakon/core';
import { circleRing, outlinePath, project, ringPath } from './mercator.ts';

/** The drawn areas and circles of a zone, over the land. */
export function MapShapesOfZone({
  places,
  locations,
  colour,
  faint,
}: {
  places: readonly Place[];
  locations: readonly Location[];
  colour: string;
  faint: boolean;
}) {
  return places.map((place) => {
    const look = {
      fill: place.excluded ? 'none' : colour,
      fillOpacity: faint ? 0.2 : 0.4,
      stroke: colour,
      strokeOpacity: faint ? 0.5 : 1,
      strokeWidth: 2,
      strokeDasharray: place.excluded ? '4 3' : undefined,
      vectorEffect: 'non-scaling-stroke' as const,
      fillRule: 'evenodd' as const,
      pointerEvents: 'none' as const,
    };
    if (place.kind === 'area') return <path key={`area ${place.name}`} d={outlinePath(place.outline)} {...look} />;
    if (place.kind !== 'circle') return null;
    const centre = locations.find(({ id }) => id === place.location)?.point;
    if (!centre) return null;
    const outer = ringPath(circleRing(centre, distanceToMillimetres(place.within) / 1000));
    const inner = place.beyond === null ? '' : ringPath(circleRing(centre, distanceToMillimetres(place.beyond) / 1000));
    return <path key={`circle ${place.location} ${place.beyond} ${place.within}`} d={outer + inner} {...look} />;
  });
}

/** A dot for an address or a location; `pixel` keeps its size when the map is zoomed. */
export function MapDot({
  point,
  pixel,
  colour,
  label,
}: {
  point: { longitude: number; latitude: number };
  pixel: number;
  colour: string;
  label: string;
}) {
  const [x, y] = project(point.longitude, point.latitude);
  return (
    <circle cx={x} cy={y} r={6 * pixel} fill={colour} stroke="var(--color-paper)" strokeWidth={2} vectorEffect="non-scaling-stroke">
      <title>{label}</title>
    </circle>
  );
}
