import { z } from 'zod';
import { CountryCode, SubdivisionCode } from './countries.ts';
import { Point } from './point.ts';
import { PostalCode } from './postal.ts';

const line = z.string().trim().max(120, 'At most 120 characters');

/** Where something of the shop's own stands. */
export const addressFields = {
  street: line,
  city: line,
  country: CountryCode,
  subdivision: SubdivisionCode.nullable(),
  postalCode: PostalCode.nullable(),
  /** Needed for circles and distances; null where it was not given. */
  point: Point.nullable(),
};

/** A province or state lies in its country. */
export const inOwnCountry = [
  ({ subdivision, country }: { subdivision: string | null; country: string }) =>
    subdivision === null || subdivision.startsWith(`${country}-`),
  { path: ['subdivision'], message: 'This province or state lies in another country' },
] satisfies [unknown, { path: string[]; message: string }];
