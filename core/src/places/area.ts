import inPolygon from 'point-in-polygon-hao';
import { z } from 'zod';
import type { Point } from './point.ts';

/** The most corners one drawn area has. */
export const MOST_CORNERS = 20_000;

const Position = z.tuple([z.number().min(-180).max(180), z.number().min(-90).max(90)]);
const Ring = z.array(Position).min(4, 'A ring has at least three corners');

/**
 * The outline of a drawn area as the coordinates of a GeoJSON MultiPolygon (RFC 7946): longitude first, rings closed,
 * outer rings against the clock and holes with it, nothing across the antimeridian. Edges are straight in longitude and latitude.
 */
export const Outline = z
  .array(z.array(Ring).min(1))
  .min(1, 'An area has at least one ring')
  .max(500)
  .superRefine((outline, context) => {
    const corners = outline.flat().reduce((sum, ring) => sum + ring.length, 0);
    if (corners > MOST_CORNERS)
      context.addIssue({ code: 'custom', message: `An area has at most ${MOST_CORNERS} corners`, input: corners });
    const open = outline.flat().find((ring) => ring[0]?.[0] !== ring.at(-1)?.[0] || ring[0]?.[1] !== ring.at(-1)?.[1]);
    if (open) context.addIssue({ code: 'custom', message: 'A ring ends where it begins', input: open[0] });
  });
export type Outline = z.infer<typeof Outline>;
export type Position = z.infer<typeof Position>;

/** Whether a point lies in an area; its edges belong to it. */
export function inOutline(outline: Outline, { longitude, latitude }: Point): boolean {
  return outline.some((polygon) => inPolygon([longitude, latitude], polygon) !== false);
}

/** West, south, east, north. */
export type Bounds = readonly [number, number, number, number];

export function boundsOf(outline: Outline): Bounds {
  let [west, south, east, north] = [180, 90, -180, -90];
  for (const [longitude, latitude] of outline.flat(2)) {
    west = Math.min(west, longitude);
    east = Math.max(east, longitude);
    south = Math.min(south, latitude);
    north = Math.max(north, latitude);
  }
  return [west, south, east, north];
}
