import { z } from 'zod';
import { Id } from '../names/naming.ts';
import { Place } from '../places/place.ts';
import { Weekday } from '../time/calendar.ts';
import { ClosedList } from '../time/closedDays.ts';
import { overlapIn, TimeOfDay } from '../time/timeOfDay.ts';

/** A window in which the van comes. */
export const RoundWindow = z
  .strictObject({
    weekday: Weekday,
    from: TimeOfDay,
    until: TimeOfDay,
    /** The most orders it takes; null for any number. */
    capacity: z.int().min(1, 'At least 1 order').max(10_000).nullable(),
  })
  .refine(({ from, until }) => from < until, { path: ['until'], message: 'The window ends before it starts' });
export type RoundWindow = z.infer<typeof RoundWindow>;

/** An own-van delivery round. What it costs, and how heavy or large it takes, is in its lanes. */
export const Round = z
  .strictObject({
    /** The location that rings and distances are measured from; null is where the goods leave from. */
    centre: Id.nullable(),
    /** Postal rules and drawn areas it goes to within its zones; empty is all of them. */
    area: z.array(Place).max(200),
    windows: z.array(RoundWindow).max(60),
    /** The last order for a round: so many days before it, by the clock. */
    lastOrder: z.strictObject({ days: z.int().min(0).max(30, 'At most 30 days'), at: TimeOfDay }),
    closed: ClosedList,
    /** For the buyer, such as where the driver leaves goods. */
    notes: z.string().trim().max(300, 'At most 300 characters'),
  })
  .superRefine(({ windows, area }, context) => {
    for (let weekday = 1; weekday <= 7; weekday += 1) {
      const ofDay = windows.filter((held) => held.weekday === weekday);
      const at = overlapIn(ofDay);
      if (at < 0) continue;
      const path = ['windows', windows.indexOf(ofDay[at] as RoundWindow), 'from'];
      context.addIssue({ code: 'custom', message: 'It overlaps another window of that day', path, input: ofDay[at] });
    }
    area.forEach((place, at) => {
      if (place.kind === 'postal' || place.kind === 'area') return;
      const message = 'A round goes to postal rules and drawn areas; rings are its distance tiers';
      context.addIssue({ code: 'custom', message, path: ['area', at, 'kind'], input: place.kind });
    });
  });
export type Round = z.infer<typeof Round>;

/** A round without days: ordered until the evening before. */
export const PLAIN_ROUND: Round = { centre: null, area: [], windows: [], lastOrder: { days: 1, at: '18:00' }, closed: [], notes: '' };
