import { z } from 'zod';
import { type Instant, instantToMs, msToInstant, Weekday } from '../time/calendar.ts';
import { weekdayOf } from '../time/plainDate.ts';
import { minutesOf, TimeOfDay } from '../time/timeOfDay.ts';
import { instantOf, localAt } from '../time/timeZone.ts';

/** A moment that moves with the present, by the shop's clock, so that a trial does not age. */
export const TrialMoment = z.discriminatedUnion('kind', [
  /** The first such weekday and time that is still to come. */
  z.strictObject({ kind: z.literal('nextWeekday'), weekday: Weekday, time: TimeOfDay }),
  /** So many days from today at a time. */
  z.strictObject({ kind: z.literal('inDays'), days: z.int().min(0, 'At least 0 days').max(400, 'At most 400 days'), time: TimeOfDay }),
]);
export type TrialMoment = z.infer<typeof TrialMoment>;

/** The moment of a trial as seen from the present. */
export function momentFrom(moment: TrialMoment, now: Instant, timeZone: string): Instant {
  const present = instantToMs(now);
  const { day } = localAt(present, timeZone);
  const minute = minutesOf(moment.time);
  if (moment.kind === 'inDays') return msToInstant(instantOf(day + moment.days, minute, timeZone));
  const ahead = (moment.weekday - weekdayOf(day) + 7) % 7;
  const first = instantOf(day + ahead, minute, timeZone);
  return msToInstant(first > present ? first : instantOf(day + ahead + 7, minute, timeZone));
}

/** The cart of a trial with its moment as seen from the present. */
export const cartOfTrial = <C extends object>(
  { cart, when }: { readonly cart: C; readonly when?: TrialMoment | undefined },
  now: Instant,
  timeZone: string,
): C => (when === undefined ? cart : { ...cart, moment: momentFrom(when, now, timeZone) });
