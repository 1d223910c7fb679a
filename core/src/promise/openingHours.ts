import type { Counter } from '../counters/counter.ts';
import { oncePer } from '../once/oncePer.ts';
import { namesOfClosed } from '../time/closedDays.ts';
import { type DayNumber, weekdayOf } from '../time/plainDate.ts';
import { minutesOf, type TimeSpan } from '../time/timeOfDay.ts';
import { instantOf, localAt } from '../time/timeZone.ts';

/** A stretch in which a counter is open, in milliseconds since 1970. */
export interface OpenStretch {
  readonly from: number;
  readonly until: number;
}

/** Days with hours of their own; the first entry that names a day counts. */
const exceptionsOf = oncePer((counter: Counter) => {
  const exceptions = new Map<DayNumber, { readonly name: string; readonly hours: readonly TimeSpan[] }>();
  for (const { name, days, hours } of counter.exceptions) {
    for (const day of namesOfClosed([{ name, days }]).keys()) if (!exceptions.has(day)) exceptions.set(day, { name, hours });
  }
  return exceptions;
});

const sorted = (spans: readonly TimeSpan[]) => [...spans].sort((a, b) => (a.from < b.from ? -1 : 1));

/** When a counter is open on a day. */
export function openOn(counter: Counter, day: DayNumber): { spans: TimeSpan[]; exception?: string } {
  const exception = exceptionsOf(counter).get(day);
  if (exception) return { spans: sorted(exception.hours), exception: exception.name };
  return { spans: sorted(counter.hours[weekdayOf(day) - 1] ?? []) };
}

/** The same as instants: a day with a change of the clock is as long as it is. */
export function stretchesOn(counter: Counter, day: DayNumber): OpenStretch[] {
  return openOn(counter, day).spans.flatMap(({ from, until }) => {
    const stretch = {
      from: instantOf(day, minutesOf(from), counter.timeZone),
      until: instantOf(day, minutesOf(until), counter.timeZone),
    };
    return stretch.from < stretch.until ? [stretch] : [];
  });
}

const MINUTE = 60_000;
const FARTHEST = 800;

/** When so many minutes of opening time have passed since a moment and the counter is open; null where it never is. */
export function afterOpeningTime(counter: Counter, moment: number, minutes: number): number | null {
  let left = minutes * MINUTE;
  const { day: today } = localAt(moment, counter.timeZone);
  for (let day = today; day <= today + FARTHEST; day += 1) {
    for (const { from, until } of stretchesOn(counter, day)) {
      const begin = Math.max(from, moment);
      if (begin + left < until) return begin + left;
      left -= Math.max(0, until - begin);
    }
  }
  return null;
}

/** The moment before which so many minutes of opening time begin in order to pass before a day's last closing. */
export function beforeLastClosing(counter: Counter, day: DayNumber, minutes: number): number | null {
  let left = minutes * MINUTE;
  for (let other = day; other >= day - FARTHEST; other -= 1) {
    for (const { from, until } of stretchesOn(counter, other).reverse()) {
      if (left < until - from) return until - left;
      left -= until - from;
    }
  }
  return null;
}
