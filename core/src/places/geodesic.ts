import type { Point } from './point.ts';

/** WGS84: equatorial radius in metres and flattening. Source: NGA.STND.0036, World Geodetic System 1984. */
const RADIUS = 6_378_137;
const FLATTENING = 1 / 298.257_223_563;
/** Mean radius in metres, for the sphere that stands in where the series does not settle. */
const MEAN_RADIUS = 6_371_008.8;

const radians = (degrees: number) => (degrees * Math.PI) / 180;

function onSphere(a: Point, b: Point): number {
  const [first, second] = [radians(a.latitude), radians(b.latitude)];
  const across = Math.sin((second - first) / 2) ** 2;
  const along = Math.sin(radians(b.longitude - a.longitude) / 2) ** 2;
  return 2 * MEAN_RADIUS * Math.asin(Math.min(1, Math.sqrt(across + Math.cos(first) * Math.cos(second) * along)));
}

/**
 * The distance of two points on the WGS84 ellipsoid in metres, to the millimetre except for points nearly opposite on
 * the globe, where the sphere is taken (within 0.6 %). Source: Vincenty, Direct and inverse solutions of geodesics on
 * the ellipsoid with application of nested equations, Survey Review XXIII (1975).
 */
export function geodesicDistance(a: Point, b: Point): number {
  const polar = RADIUS * (1 - FLATTENING);
  const reducedA = Math.atan((1 - FLATTENING) * Math.tan(radians(a.latitude)));
  const reducedB = Math.atan((1 - FLATTENING) * Math.tan(radians(b.latitude)));
  const [sinA, cosA, sinB, cosB] = [Math.sin(reducedA), Math.cos(reducedA), Math.sin(reducedB), Math.cos(reducedB)];
  let difference = b.longitude - a.longitude;
  if (difference > 180) difference -= 360;
  if (difference < -180) difference += 360;
  const longitude = radians(difference);
  let lambda = longitude;
  for (let step = 0; step < 200; step += 1) {
    const sinLambda = Math.sin(lambda);
    const cosLambda = Math.cos(lambda);
    const sinSigma = Math.hypot(cosB * sinLambda, cosA * sinB - sinA * cosB * cosLambda);
    if (sinSigma === 0) return 0;
    const cosSigma = sinA * sinB + cosA * cosB * cosLambda;
    const sigma = Math.atan2(sinSigma, cosSigma);
    const sinAlpha = (cosA * cosB * sinLambda) / sinSigma;
    const cos2Alpha = 1 - sinAlpha * sinAlpha;
    const cos2Sigma = cos2Alpha === 0 ? 0 : cosSigma - (2 * sinA * sinB) / cos2Alpha;
    const c = (FLATTENING / 16) * cos2Alpha * (4 + FLATTENING * (4 - 3 * cos2Alpha));
    const next =
      longitude + (1 - c) * FLATTENING * sinAlpha * (sigma + c * sinSigma * (cos2Sigma + c * cosSigma * (2 * cos2Sigma * cos2Sigma - 1)));
    if (Math.abs(next - lambda) > 1e-12 && Math.abs(next) <= Math.PI) {
      lambda = next;
      continue;
    }
    if (Math.abs(next) > Math.PI) break;
    const u2 = (cos2Alpha * (RADIUS * RADIUS - polar * polar)) / (polar * polar);
    const first = 1 + (u2 / 16_384) * (4096 + u2 * (-768 + u2 * (320 - 175 * u2)));
    const second = (u2 / 1024) * (256 + u2 * (-128 + u2 * (74 - 47 * u2)));
    const squared = 2 * cos2Sigma * cos2Sigma - 1;
    const cubic = (second / 6) * cos2Sigma * (4 * sinSigma * sinSigma - 3) * (4 * cos2Sigma * cos2Sigma - 3);
    const change = second * sinSigma * (cos2Sigma + (second / 4) * (cosSigma * squared - cubic));
    return polar * first * (sigma - change);
  }
  return onSphere(a, b);
}
