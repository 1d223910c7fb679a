import type { RateBook } from '@ostrakon/core';

/** Whether goods to one address may travel in several consignments: from several locations, or parted by group. */
export const mayPart = ({ locations, goodsGroups }: Pick<RateBook, 'locations' | 'goodsGroups'>): boolean =>
  locations.length > 1 || goodsGroups.length > 0;
