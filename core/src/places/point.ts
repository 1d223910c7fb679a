import { z } from 'zod';

/** A point on the WGS84 ellipsoid, in decimal degrees. */
export const Point = z.strictObject({
  latitude: z.number().min(-90, 'Latitude runs from -90 to 90').max(90, 'Latitude runs from -90 to 90'),
  longitude: z.number().min(-180, 'Longitude runs from -180 to 180').max(180, 'Longitude runs from -180 to 180'),
});
export type Point = z.infer<typeof Point>;
