import { z } from 'zod';

export const Id = z.string().regex(/^[a-z0-9][a-z0-9-]{0,39}$/, 'An id has small letters, digits and hyphens, 40 at most');
export type Id = z.infer<typeof Id>;

/** A name people read, 1 to 80 characters. */
export const Name = z.string().trim().min(1, 'Write a name').max(80, 'A name has at most 80 characters');
