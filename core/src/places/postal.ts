import { z } from 'zod';

/** A postal code as compared: upper case, without spaces and hyphens. */
export function normalizePostal(code: string): string {
  return code.toUpperCase().replace(/[\s-]+/g, '');
}

/** A Canadian rural code: the middle of its area, a hundred kilometres wide, says little. */
export const isRuralCode = (country: string, postalCode: string): boolean => country === 'CA' && normalizePostal(postalCode)[1] === '0';

/** A postal code as typed. */
export const PostalCode = z
  .string()
  .trim()
  .min(1, 'Write a postal code')
  .max(16, 'A postal code has at most 16 characters')
  .regex(/^[\p{L}\p{N} -]*$/u, 'A postal code has only letters, digits, spaces and hyphens')
  .refine((text) => normalizePostal(text) !== '', 'Write a postal code');
