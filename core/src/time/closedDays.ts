import { z } from 'zod';
import { DateWindow } from './calendar.ts';
import { type DayNumber, dayOf, toDay } from './plainDate.ts';

/** Calendars are worked out from 2010-01-01 to 2038-12-31: as far as time zones are known, and a year on. */
export const FIRST_DAY: DayNumber = dayOf(2010, 1, 1);
export const LAST_DAY: DayNumber = dayOf(2038, 12, 31);
const [FIRST_YEAR, LAST_YEAR] = [2010, 2038];

/** Days from the first to the last, both closed: of one year, or of every year where written without one. */
export const ClosedStretch = DateWindow.refine(({ from, until }) => from !== null && until !== null, {
  path: ['until'],
  message: 'Write the first and the last closed day',
});

/** Days on which nothing happens, under one name. */
export const ClosedDays = z.strictObject({
  name: z.string().trim().min(1, 'Write why it is closed').max(80, 'At most 80 characters'),
  days: z.array(ClosedStretch).min(1, 'Write a day').max(400, 'At most 400 days'),
});
export type ClosedDays = z.infer<typeof ClosedDays>;

export const ClosedList = z.array(ClosedDays).max(200, 'At most 200 entries');
export type ClosedList = z.infer<typeof ClosedList>;

/** A day of a year that has it: 29 February stands for 1 March elsewhere. */
const inYear = (year: number, day: string) => dayOf(year, Number(day.slice(0, 2)), Number(day.slice(3, 5)));

function stretchesOf({ from, until }: DateWindow): (readonly [DayNumber, DayNumber])[] {
  if (from === null || until === null) return [];
  if (from.length > 5) return [[toDay(from), toDay(until)]];
  const overYearEnd = until < from ? 1 : 0;
  return Array.from({ length: LAST_YEAR - FIRST_YEAR + 2 }, (_, at) => {
    const year = FIRST_YEAR - 1 + at;
    return [inYear(year, from), inYear(year + overYearEnd, until)] as const;
  });
}

/** The names of closed days by day number, first to last day of the calendars; the first name in the list counts. */
export function namesOfClosed(list: ClosedList): Map<DayNumber, string> {
  const names = new Map<DayNumber, string>();
  for (const { name, days } of list) {
    for (const [from, until] of days.flatMap(stretchesOf)) {
      for (let day = Math.max(from, FIRST_DAY); day <= Math.min(until, LAST_DAY); day += 1) if (!names.has(day)) names.set(day, name);
    }
  }
  return names;
}
