import { z } from 'zod';
import { DistanceText, distanceToMillimetres } from '../measures/distance.ts';
import { Id, Name } from '../names/naming.ts';
import { Outline } from './area.ts';
import { CountryCode, SubdivisionCode } from './countries.ts';
import { CountryGroupCode } from './countryGroups.ts';
import { Point } from './point.ts';
import { PostalCode } from './postal.ts';
import { PostalRules } from './postalList.ts';

/** True when the place is cut out of the zone instead of put in. */
const excluded = z.boolean().optional();

/** The ring between two distances from a location: beyond the inner one, up to and including the outer one. */
const Circle = z
  .strictObject({ kind: z.literal('circle'), location: Id, beyond: DistanceText.nullable(), within: DistanceText, excluded })
  .refine(({ beyond, within }) => beyond === null || distanceToMillimetres(beyond) < distanceToMillimetres(within), {
    path: ['within'],
    message: 'The ring ends before it begins',
  });

/** One place of a zone. */
export const Place = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('countryGroup'), group: CountryGroupCode, excluded }),
  z.strictObject({ kind: z.literal('country'), country: CountryCode, excluded }),
  z.strictObject({ kind: z.literal('subdivision'), subdivision: SubdivisionCode, excluded }),
  z.strictObject({ kind: z.literal('postal'), country: CountryCode, rules: PostalRules, excluded }),
  z.strictObject({ kind: z.literal('area'), name: Name, outline: Outline, excluded }),
  Circle,
]);
export type Place = z.infer<typeof Place>;

/** Where a cart goes. A point decides drawn areas and circles. */
export const Destination = z
  .strictObject({
    country: CountryCode,
    subdivision: SubdivisionCode.optional(),
    postalCode: PostalCode.optional(),
    point: Point.optional(),
  })
  .refine((to) => to.subdivision === undefined || to.subdivision.startsWith(`${to.country}-`), {
    path: ['subdivision'],
    message: 'This province or state lies in another country',
  });
export type Destination = z.infer<typeof Destination>;
