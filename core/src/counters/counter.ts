import { z } from 'zod';
import { weekOf } from '../dispatch/dispatchCalendar.ts';
import { addressFields, inOwnCountry } from '../places/address.ts';
import { ClosedDays } from '../time/closedDays.ts';
import { overlapIn, TimeSpan } from '../time/timeOfDay.ts';
import { TimeZone } from '../time/timeZone.ts';

/** The opening hours of a day; none is closed. */
export const OpeningHours = z
  .array(TimeSpan)
  .max(4, 'At most 4 stretches a day')
  .superRefine((spans, context) => {
    const at = overlapIn(spans);
    if (at < 0) return;
    context.addIssue({ code: 'custom', message: 'These hours overlap', path: [at, 'from'], input: spans });
  });
export type OpeningHours = z.infer<typeof OpeningHours>;

/** Days with other hours than the week's, or none. The first that names a day counts. */
export const HoursException = z.strictObject({ ...ClosedDays.shape, hours: OpeningHours });
export type HoursException = z.infer<typeof HoursException>;

/** A place where buyers collect. What it costs, its least and greatest order, goods and distance are in its lanes. */
export const Counter = z
  .strictObject({
    ...addressFields,
    timeZone: TimeZone,
    /** Monday first. */
    hours: weekOf(OpeningHours),
    exceptions: z.array(HoursException).max(200, 'At most 200 exceptions'),
    /** Minutes of opening time from the order, or the goods' arrival, until they can be collected. */
    readyAfter: z.int().min(0).max(60_000, 'At most 1,000 hours'),
    /** Its own stock, or sent from where the goods leave, so many packing days more. */
    stock: z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('own') }),
      z.strictObject({ kind: z.literal('sent'), days: z.int().min(0).max(60, 'At most 60 days') }),
    ]),
    /** What the buyer must bring or know. */
    instructions: z.string().trim().max(500, 'At most 500 characters'),
    /** The buyer reads how far away it is. */
    showDistance: z.boolean(),
  })
  .refine(...inOwnCountry);
export type Counter = z.infer<typeof Counter>;
