import type { DateWindow } from './calendar.ts';
import { type DayNumber, dayOf, fromDay, toDay } from './plainDate.ts';
import { instantOf } from './timeZone.ts';

/** Days a window holds, both included; an open end is null. */
export interface WindowDays {
  readonly from: DayNumber | null;
  readonly until: DayNumber | null;
}

const isLeap = (year: number) => (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;

/** A day of the year in one year; one that year does not have is the day after as a first day, and the day before as a last one. */
function dayIn(year: number, day: string, end: 'from' | 'until'): DayNumber {
  if (day === '02-29' && !isLeap(year)) return end === 'from' ? dayOf(year, 3, 1) : dayOf(year, 2, 28);
  return toDay(`${year}-${day}`);
}

/** The days of a window that hold at a day, or else those that come next; null where it is over. */
export function windowDays({ from, until }: DateWindow, at: DayNumber): WindowDays | null {
  const yearly = from !== null && until !== null && from.length === 5;
  if (!yearly) {
    const days = { from: from === null ? null : toDay(from), until: until === null ? null : toDay(until) };
    return days.until !== null && days.until < at ? null : days;
  }
  const year = Number(fromDay(at).slice(0, 4));
  const overEnd = from > until ? 1 : 0;
  // Begun last year it may hold still; of a leap day alone the next one may be years away.
  for (let begin = year - 1; begin <= year + 8; begin += 1) {
    const days = { from: dayIn(begin, from, 'from'), until: dayIn(begin + overEnd, until, 'until') };
    if (days.from <= days.until && days.until >= at) return days;
  }
  return null;
}

/** The first instant of the first day and the last minute of the last, in milliseconds since 1970; an open end is null. */
export function windowMoments(
  { from, until }: WindowDays,
  timeZone: string,
): { readonly from: number | null; readonly until: number | null } {
  return {
    from: from === null ? null : instantOf(from, 0, timeZone),
    until: until === null ? null : instantOf(until + 1, 0, timeZone) - 60_000,
  };
}
