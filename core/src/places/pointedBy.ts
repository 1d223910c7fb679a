import type { CentroidTables } from './centroidTables.ts';
import type { Destination } from './place.ts';
import type { PlaceIndex } from './placeIndex.ts';
import { normalizePostal } from './postal.ts';

/** Gives a destination the middle of its postal area, where zones ask for a point and none is given; a given point always wins. */
export const pointedBy =
  (tables: CentroidTables) =>
  (places: Pick<PlaceIndex, 'needsPoint'>, to: Destination): Destination => {
    if (!places.needsPoint || to.point || to.postalCode === undefined) return to;
    const point = tables(to.country)?.pointOf(normalizePostal(to.postalCode).slice(0, to.country === 'CA' ? 3 : 5));
    return point ? { ...to, point } : to;
  };
