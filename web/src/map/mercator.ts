/** Map units are degrees of longitude; north is up, so y grows to the south. */

const MOST_LATITUDE = 84;

/** Mercator: straight lines keep their bearing, and every place keeps its shape. */
export function project(longitude: number, latitude: number): readonly [number, number] {
  const clamped = Math.max(-MOST_LATITUDE, Math.min(MOST_LATITUDE, latitude));
  return [longitude, -(180 / Math.PI) * Math.log(Math.tan(Math.PI / 4 + (clamped * Math.PI) / 360))];
}

export function unproject(x: number, y: number): readonly [number, number] {
  const longitude = Math.max(-180, Math.min(180, x));
  return [longitude, (360 / Math.PI) * (Math.atan(Math.exp((-y * Math.PI) / 180)) - Math.PI / 4)];
}

const round = (value: number) => Math.round(value * 1000) / 1000;

/** Longitudes that go on past 180 where a ring crosses the antimeridian, so that no line runs around the globe. */
function unwrapped(ring: readonly (readonly number[])[]): [number, number][] {
  let shift = 0;
  return ring.map(([longitude = 0, latitude = 0], at) => {
    const before = ring[at - 1]?.[0] ?? longitude;
    if (longitude - before > 180) shift -= 360;
    if (longitude - before < -180) shift += 360;
    return [longitude + shift, latitude];
  });
}

/** A ring as an SVG path. */
export const ringPath = (ring: readonly (readonly number[])[]): string =>
  `M${unwrapped(ring)
    .map(([longitude = 0, latitude = 0]) => project(longitude, latitude).map(round).join(','))
    .join('L')}Z`;

/** Left, top, right and bottom of a ring, in map units. */
export function ringBounds(ring: readonly (readonly number[])[]): readonly [number, number, number, number] {
  const points = unwrapped(ring).map(([longitude, latitude]) => project(longitude, latitude));
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}

export const outlinePath = (polygons: readonly (readonly (readonly (readonly number[])[])[])[]): string =>
  polygons.flatMap((rings) => rings.map(ringPath)).join('');

/** A circle on the ground as a ring of points, by moving `metres` from the centre in all directions (on the mean sphere). */
export function circleRing(centre: { latitude: number; longitude: number }, metres: number, corners = 72): [number, number][] {
  const angle = metres / 6_371_008.8;
  const latitude = (centre.latitude * Math.PI) / 180;
  return Array.from({ length: corners + 1 }, (_, at) => {
    const bearing = (2 * Math.PI * at) / corners;
    const to = Math.asin(Math.sin(latitude) * Math.cos(angle) + Math.cos(latitude) * Math.sin(angle) * Math.cos(bearing));
    const east = Math.atan2(Math.sin(bearing) * Math.sin(angle) * Math.cos(latitude), Math.cos(angle) - Math.sin(latitude) * Math.sin(to));
    return [centre.longitude + (east * 180) / Math.PI, (to * 180) / Math.PI];
  });
}
