import { z } from 'zod';

/** What an owner says of a finding that is no fault: kept with what was known of it, so that it speaks up when that changes. */
export const Meant = z.strictObject({
  /** Which finding: the same from edit to edit. */
  finding: z.string().min(1).max(4000),
  /** What was known of it. */
  facts: z.string().max(8000),
  note: z.string().trim().max(400, 'A note has at most 400 characters'),
});
export type Meant = z.infer<typeof Meant>;
