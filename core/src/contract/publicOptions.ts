import { z } from 'zod';
import { Currency } from '../money/currency.ts';
import { CountryCode, SubdivisionCode } from '../places/countries.ts';
import { ServiceKind } from '../rate-book/rateBook.ts';
import { PublicQuote } from './publicQuote.ts';

/** An option as it is in general, for some part of a country. */
export const GeneralOption = z.strictObject({
  service: z.string(),
  name: z.string(),
  kind: ServiceKind,
  note: z.string(),
  /** The least it costs with one of the shop's own goods, in minor units; null where that is not known beforehand. */
  from: z.int().min(0).nullable(),
  /** Goods for so much make it free, in minor units. */
  freeFrom: z.int().min(0).optional(),
  /** Days on the way, the least and the most. */
  days: z.strictObject({ least: z.int().min(0), most: z.int().min(0) }).optional(),
});

export type GeneralOption = z.infer<typeof GeneralOption>;

/** What is delivered to a country in general. */
export const PublicOptions = z.strictObject({
  edition: PublicQuote.shape.edition,
  until: PublicQuote.shape.until,
  country: CountryCode,
  currency: Currency,
  minorDigits: z.int(),
  /** Parts of the country that are treated alike; none where nothing is delivered to it. */
  parts: z.array(
    z.strictObject({
      /** All of the country that no other part names; else provinces, or places by postal code or distance. */
      rest: z.boolean(),
      subdivisions: z.array(SubdivisionCode),
      /** Some of it is told by postal codes or distances: a quote says whether an address lies in it. */
      byAddress: z.boolean(),
      options: z.array(GeneralOption),
    }),
  ),
});
export type PublicOptions = z.infer<typeof PublicOptions>;
