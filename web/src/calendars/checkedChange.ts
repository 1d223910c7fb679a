import type { z } from 'zod';
import type { Taken } from '../ui/useTypedField.ts';
import { sentence } from './readDays.ts';

/**
 * Changes some parts of something held: what does not fit its schema is refused in words, the rest is sent.
 * @param send takes the whole, and may still refuse it
 */
export const checkedChange =
  <T extends object>(schema: z.ZodType<T>, held: T, send: (next: T) => { ok: true } | { ok: false; message: string }) =>
  (more: Partial<T>): Taken => {
    const parsed = schema.safeParse({ ...held, ...more });
    return sentence(parsed.success ? send(parsed.data) : { ok: false, message: parsed.error.issues[0]?.message ?? '' });
  };
