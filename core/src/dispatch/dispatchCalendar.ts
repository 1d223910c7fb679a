import { z } from 'zod';
import { Id } from '../names/naming.ts';
import { Weekday } from '../time/calendar.ts';
import { ClosedList } from '../time/closedDays.ts';
import { TimeOfDay } from '../time/timeOfDay.ts';
import { WEEK, weekOfCountry } from '../time/weekOfCountry.ts';

/** Something for each day of the week, Monday first. */
export const weekOf = <S extends z.ZodType>(entry: S) => z.tuple([entry, entry, entry, entry, entry, entry, entry]);

/** Cut-offs of the week: an order before the cut-off counts today. Null is a day without packing. */
export const CutOffs = weekOf(TimeOfDay.nullable());
export type CutOffs = z.infer<typeof CutOffs>;

/** Days, least and most. */
const DayRange = z
  .strictObject({
    least: z.int().min(0, 'At least 0 days').max(120, 'At most 120 days'),
    most: z.int().min(0).max(120, 'At most 120 days'),
  })
  .refine(({ least, most }) => least <= most, { message: 'At most is less than at least', path: ['most'] });

/** Days on the way, least and most, as the service counts them. */
export const Transit = DayRange;
export type Transit = z.infer<typeof Transit>;

/** When a location packs what was ordered, and lets it go. */
export const DispatchCalendar = z
  .strictObject({
    cutOffs: CutOffs,
    /** Services with cut-offs of their own; null is the location's. */
    ownCutOffs: z.array(z.strictObject({ service: Id, cutOffs: CutOffs })).max(60),
    /** Packing days from the day an order counts for to the day it is packed. */
    lead: DayRange,
    /** The most orders packed in a day; null for any number. */
    capacity: z.int().min(1, 'At least 1 order').max(1_000_000).nullable(),
    closed: ClosedList,
    /** When carriers and rounds take away here what waits for them, by service; absent where nothing is known of it. */
    collections: z
      .array(z.strictObject({ service: Id, at: TimeOfDay }))
      .max(60)
      .optional(),
  })
  .superRefine(({ cutOffs, ownCutOffs, collections = [] }, context) => {
    if (new Set(collections.map(({ service }) => service)).size < collections.length)
      context.addIssue({ code: 'custom', message: 'A service is collected once a day', path: ['collections'], input: collections });
    if (cutOffs.every((cutOff) => cutOff === null)) {
      context.addIssue({ code: 'custom', message: 'Choose a day on which orders are packed', path: ['cutOffs'], input: cutOffs });
    }
    const services = ownCutOffs.map(({ service }) => service);
    if (new Set(services).size === services.length) return;
    context.addIssue({ code: 'custom', message: 'A service has one row of cut-offs', path: ['ownCutOffs'], input: ownCutOffs });
  });
export type DispatchCalendar = z.infer<typeof DispatchCalendar>;

/** One day of the week or more, each once. */
const Weekdays = z
  .array(Weekday)
  .min(1, 'Choose a day')
  .max(7)
  .refine((days) => new Set(days).size === days.length, 'A day of the week stands once');

/** How a service counts the days between leaving and arriving. */
export const ServiceDays = z.strictObject({
  /** Days on the way where a lane says nothing else. */
  transit: Transit.nullable(),
  /** Days of the week that count on the way. */
  counts: Weekdays,
  /** Days of the week on which it delivers: what would arrive on another comes on the next of them. */
  delivers: Weekdays,
  /** Days of the week on which parcels are taken away. */
  collects: Weekdays,
  /** Days on which the carrier neither collects nor delivers; they do not count. */
  closed: ClosedList,
  /** Nothing is delivered on public holidays of the place a parcel goes to, as far as the shop lists them. */
  skipsHolidays: z.boolean(),
});
export type ServiceDays = z.infer<typeof ServiceDays>;

/** Monday to Friday, no days on the way known. */
export const PLAIN_DAYS: ServiceDays = {
  transit: null,
  counts: [1, 2, 3, 4, 5],
  delivers: [1, 2, 3, 4, 5],
  collects: [1, 2, 3, 4, 5],
  closed: [],
  skipsHolidays: false,
};

/** No days on the way known; taken away, counted and delivered on the working days of a country. */
export function daysOfCountry(country: string): ServiceDays {
  const working = [...weekOfCountry(country).working];
  return { ...PLAIN_DAYS, counts: working, delivers: working, collects: working };
}

/** A cut-off on each of some days of the week, and no packing on the others. */
export const cutOffsOn = (days: readonly Weekday[], cutOff: TimeOfDay): CutOffs =>
  WEEK.map((day) => (days.includes(day) ? cutOff : null)) as CutOffs;

/** Orders taken so far for a day's packing at a location, or for a window of a round. */
const PackingDay = z.strictObject({ kind: z.literal('packing'), location: Id, date: z.iso.date() });
const RoundWindow = z.strictObject({ kind: z.literal('round'), service: Id, date: z.iso.date(), from: TimeOfDay });
const orders = z.int().min(0).max(1_000_000);
export const DayLoad = z.discriminatedUnion('kind', [PackingDay.extend({ orders }), RoundWindow.extend({ orders })]);
export type DayLoad = z.infer<typeof DayLoad>;

const by = z.int().min(-1000).max(1000);
/** So many orders more, or fewer, on a day: what is there already is counted by whoever keeps it. */
export const LoadCount = z.discriminatedUnion('kind', [PackingDay.extend({ by }), RoundWindow.extend({ by })]);
export type LoadCount = z.infer<typeof LoadCount>;
