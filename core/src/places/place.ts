import { z } from 'zod';
import { CountryCode, SubdivisionCode } from './countries.ts';
import { CountryGroupCode } from './countryGroups.ts';
import { PostalCode, PostalPrefix } from './postal.ts';

/** True when the place is cut out of the zone instead of put in. */
const excluded = z.boolean().optional();

/** One place of a zone. Drawn areas, circles and postal ranges join this union in later formats. */
export const Place = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('countryGroup'), group: CountryGroupCode, excluded }),
  z.strictObject({ kind: z.literal('country'), country: CountryCode, excluded }),
  z.strictObject({ kind: z.literal('subdivision'), subdivision: SubdivisionCode, excluded }),
  z.strictObject({ kind: z.literal('postalPrefix'), country: CountryCode, prefix: PostalPrefix, excluded }),
  z.strictObject({ kind: z.literal('postalCode'), country: CountryCode, code: PostalCode, excluded }),
]);
export type Place = z.infer<typeof Place>;

/** Where a cart goes. */
export const Destination = z
  .strictObject({
    country: CountryCode,
    subdivision: SubdivisionCode.optional(),
    postalCode: PostalCode.optional(),
  })
  .refine((to) => to.subdivision === undefined || to.subdivision.startsWith(`${to.country}-`), {
    path: ['subdivision'],
    message: 'This province or state lies in another country',
  });
export type Destination = z.infer<typeof Destination>;
