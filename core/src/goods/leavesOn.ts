import { z } from 'zod';
import { DateWindow, Weekday } from '../time/calendar.ts';

/** Within a season, goods leave only on these days of the week. */
export const LeavesOn = z.strictObject({
  weekdays: z.array(Weekday).min(1, 'Choose a day').max(7),
  /** Null is all year. */
  season: DateWindow.nullable(),
});
export type LeavesOn = z.infer<typeof LeavesOn>;
