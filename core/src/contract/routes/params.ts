import { z } from 'zod';

/** A number in an address. */
const PathNumber = z
  .string()
  .regex(/^[1-9]\d{0,8}$/)
  .transform(Number);
export const ById = z.object({ id: PathNumber });
export const BySeq = z.object({ seq: PathNumber });
export const ByNumber = z.object({ number: PathNumber });
/** A body that says nothing. */
export const Nothing = z.strictObject({});
