import { z } from 'zod';

/** A postal code as compared: upper case, without spaces and hyphens. */
export function normalizePostal(code: string): string {
  return code.toUpperCase().replace(/[\s-]+/g, '');
}

const postalText = (what: string) =>
  z
    .string()
    .trim()
    .min(1, `Write ${what}`)
    .max(16, `${what} has at most 16 characters`)
    .regex(/^[\p{L}\p{N} -]*$/u, 'A postal code has only letters, digits, spaces and hyphens')
    .refine((text) => normalizePostal(text) !== '', `Write ${what}`);

/** A postal code as typed. */
export const PostalCode = postalText('A postal code');
/** The first characters of a postal code, as typed and without the star. */
export const PostalPrefix = postalText('The start of a postal code');
