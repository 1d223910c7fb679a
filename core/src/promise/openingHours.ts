import type { Counter } from '../counters/counter.ts';
import { numberAt } from '../numbers/entry.ts';
import { oncePer } from '../once/oncePer.ts';
import { FIRST_DAY, LAST_DAY, namesOfClosed } from '../time/closedDays.ts';
import { type DayNumber, weekdayOf } from '../time/plainDate.ts';
import { minutesOf, type TimeSpan } from '../time/timeOfDay.ts';
import { instantOf, localAt } from '../time/timeZone.ts';

/** A stretch in which a counter is open, in milliseconds since 1970. */
export interface OpenStretch {
  readonly from: number;
  readonly until: number;
}

interface DayHours {
  readonly spans: readonly TimeSpan[];
  readonly exception?: string;
}

const sorted = (spans: readonly TimeSpan[]) => [...spans].sort((a, b) => (a.from < b.from ? -1 : 1));

/** Days with hours of their own; the first entry that names a day counts. */
const exceptionsOf = oncePer((counter: Counter) => {
  const exceptions = new Map<DayNumber, DayHours>();
  for (const { name, days, hours } of counter.exceptions) {
    const held: DayHours = { spans: sorted(hours), exception: name };
    for (const day of namesOfClosed([{ name, days }]).keys()) if (!exceptions.has(day)) exceptions.set(day, held);
  }
  return exceptions;
});

const weekOf = oncePer(({ hours }: Counter): readonly DayHours[] => hours.map((spans) => ({ spans: sorted(spans) })));

/** When a counter is open on a day. */
export function openOn(counter: Counter, day: DayNumber): DayHours {
  return exceptionsOf(counter).get(day) ?? (weekOf(counter)[weekdayOf(day) - 1] as DayHours);
}

/** The days on which a counter opens at all, ascending: closed ones are passed over at once. */
const openDaysOf = oncePer((counter: Counter): Int32Array => {
  const days = new Int32Array(LAST_DAY - FIRST_DAY + 1);
  let count = 0;
  for (let day = FIRST_DAY; day <= LAST_DAY; day += 1) {
    if (openOn(counter, day).spans.length === 0) continue;
    days[count] = day;
    count += 1;
  }
  return days.subarray(0, count);
});

/** The place of the first open day that is a day or comes after it. */
function placeOf(days: Int32Array, day: DayNumber): number {
  let [low, high] = [0, days.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (numberAt(days, middle) < day) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The same as instants: a day with a change of the clock is as long as it is. */
export function stretchesOn(counter: Counter, day: DayNumber): OpenStretch[] {
  const stretches: OpenStretch[] = [];
  for (const span of openOn(counter, day).spans) {
    const from = instantOf(day, minutesOf(span.from), counter.timeZone);
    const until = instantOf(day, minutesOf(span.until), counter.timeZone);
    if (from < until) stretches.push({ from, until });
  }
  return stretches;
}

const MINUTE = 60_000;
const FARTHEST = 800;

/** When so many minutes of opening time have passed since a moment and the counter is open; null where it never is. */
export function afterOpeningTime(counter: Counter, moment: number, minutes: number): number | null {
  const days = openDaysOf(counter);
  let left = minutes * MINUTE;
  const { day: today } = localAt(moment, counter.timeZone);
  for (let at = placeOf(days, today); at < days.length && numberAt(days, at) <= today + FARTHEST; at += 1) {
    for (const { from, until } of stretchesOn(counter, numberAt(days, at))) {
      const begin = Math.max(from, moment);
      if (begin + left < until) return begin + left;
      left -= Math.max(0, until - begin);
    }
  }
  return null;
}

/**
 * The last moment from which so many minutes of opening time pass until another, at which the counter is open.
 * @param ready milliseconds since 1970
 */
export function lastStartFor(counter: Counter, ready: number, minutes: number): number | null {
  const days = openDaysOf(counter);
  let left = minutes * MINUTE;
  const { day: last } = localAt(ready, counter.timeZone);
  for (let at = placeOf(days, last + 1) - 1; at >= 0 && numberAt(days, at) >= last - FARTHEST; at -= 1) {
    for (const { from, until } of stretchesOn(counter, numberAt(days, at)).reverse()) {
      const end = Math.min(until, ready);
      if (end < from) continue;
      if (left <= end - from) return end - left;
      left -= end - from;
    }
  }
  return null;
}

/** The moment before which so many minutes of opening time begin in order to pass before a day's last closing. */
export function beforeLastClosing(counter: Counter, day: DayNumber, minutes: number): number | null {
  const days = openDaysOf(counter);
  let left = minutes * MINUTE;
  for (let at = placeOf(days, day + 1) - 1; at >= 0 && numberAt(days, at) >= day - FARTHEST; at -= 1) {
    for (const { from, until } of stretchesOn(counter, numberAt(days, at)).reverse()) {
      if (left < until - from) return until - left;
      left -= until - from;
    }
  }
  return null;
}

/** The last day up to a day on which a counter opens at all; null where there is none in the two years before. */
export function lastOpenDay(counter: Counter, day: DayNumber): DayNumber | null {
  const days = openDaysOf(counter);
  const open = days[placeOf(days, day + 1) - 1];
  return open === undefined || day - open > FARTHEST ? null : open;
}

/** Days a counter is closed between two, by the name of what closes them. */
export function closedDaysBetween(counter: Counter, from: DayNumber, until: DayNumber): { day: DayNumber; name?: string }[] {
  const closed: { day: DayNumber; name?: string }[] = [];
  for (let day = from; day < until; day += 1) {
    const { spans, exception } = openOn(counter, day);
    if (spans.length === 0) closed.push({ day, ...(exception !== undefined && { name: exception }) });
  }
  return closed;
}
