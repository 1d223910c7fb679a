import { PACKED_CENTROIDS } from './centroids.generated.ts';
import { type CentroidTables, centroidTables } from './centroidTables.ts';
import type { CountryCode } from './countries.ts';
import type { Point } from './point.ts';
import { pointedBy } from './pointedBy.ts';
import { isRuralCode, normalizePostal } from './postal.ts';

export { PACKED_CENTROIDS };

/** Where a postal code lies, roughly: the middle of its area. */
export interface Centroid {
  readonly point: Point;
  /** A rural code: its area may be a hundred kilometres wide. */
  readonly rough: boolean;
}

/** Middles of all postal areas of Canada and the United States. */
export const knownCentroids: CentroidTables = centroidTables(PACKED_CENTROIDS);

/** The middle of a Canadian or US postal code's area; undefined for other countries and for codes nothing is known of. */
export function centroidOf(country: CountryCode, postalCode: string): Centroid | undefined {
  const code = normalizePostal(postalCode);
  const point = knownCentroids(country)?.pointOf(code.slice(0, country === 'CA' ? 3 : 5));
  return point && { point, rough: isRuralCode(country, code) };
}

export const withCentroid = pointedBy(knownCentroids);
