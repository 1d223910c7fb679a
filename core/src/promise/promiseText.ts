import { remembered } from '../once/remembered.ts';
import { type Instant, instantToMs } from '../time/calendar.ts';
import { fromDay, toDay } from '../time/plainDate.ts';
import { spanInWords, timeInWords } from '../time/timeInWords.ts';
import { type TimeOfDay, timeText } from '../time/timeOfDay.ts';
import { localAt } from '../time/timeZone.ts';
import type { ArrivalPromise, PlainDate } from './promise.ts';

const DAY = 86_400_000;

const formats = new Map<string, Intl.DateTimeFormat>();

function formatOf(locale: string, shape: 'day' | 'dayOfYear' | 'short'): Intl.DateTimeFormat {
  const key = `${locale} ${shape}`;
  const held = formats.get(key);
  if (held) return held;
  const day = { weekday: 'short', day: 'numeric', month: 'short' } as const;
  const options: Readonly<Record<typeof shape, Intl.DateTimeFormatOptions>> = {
    short: { day: 'numeric', month: 'short' },
    day,
    dayOfYear: { ...day, year: 'numeric' },
  };
  // Plain dates and times of day are read as if in UTC, so that no zone shifts them.
  const format = new Intl.DateTimeFormat(locale, { ...options[shape], timeZone: 'UTC' });
  formats.set(key, format);
  return format;
}

const once = remembered();

/** A day as one of the shapes writes it; asked for with every option, so written once. */
const dayAs = (shape: 'day' | 'dayOfYear' | 'short', date: PlainDate, locale: string): string =>
  once(`${locale} ${shape} ${date}`, () => formatOf(locale, shape).format(toDay(date) * DAY));

const yearOf = (date: PlainDate) => date.slice(0, 4);

/** A day such as "Thu, Nov 26"; with its year where that is not the year it is read in. */
export function dayText(date: PlainDate, locale: string, today: PlainDate): string {
  return dayAs(yearOf(date) === yearOf(today) ? 'day' : 'dayOfYear', date, locale);
}

/** A day, or the days from the first to the last; with years where they are not all the year it is read in. */
export function daysText(first: PlainDate, last: PlainDate, locale: string, today: PlainDate): string {
  if (first === last) return dayText(first, locale, today);
  const shape = yearOf(first) === yearOf(today) && yearOf(last) === yearOf(today) ? 'day' : 'dayOfYear';
  // Joined here and not by formatRange, of which every runtime has its own version.
  return [first, last].map((date) => dayAs(shape, date, locale)).join(' – ');
}

/** A time by the clock of a zone, such as "2:00 p.m.". */
export function clockText(instant: Instant, timeZone: string, locale: string): string {
  return timeInWords(localAt(instantToMs(instant), timeZone).minute, locale);
}

/** The last moment before an instant as people say it: midnight is the end of the day before. */
export function momentBefore(instant: Instant, timeZone: string): { date: PlainDate; time: TimeOfDay } {
  const { day, minute } = localAt(instantToMs(instant), timeZone);
  return minute === 0 ? { date: fromDay(day - 1), time: timeText(1440) } : { date: fromDay(day), time: timeText(minute) };
}

/** The plain date a promise was asked on. */
export function orderedOn({ chain, first }: Pick<ArrivalPromise, 'chain' | 'first'>): PlainDate {
  const [ordered] = chain;
  return ordered?.code === 'ordered' ? ordered.date : first;
}

/** What a buyer reads: "Thu, Nov 26", "Thu, Nov 26 – Mon, Nov 30", "Tue, Nov 24, 9:00 a.m.–12:00 p.m.", "Tue, Nov 24, 10:30 a.m.". */
export function promiseText(promise: ArrivalPromise, locale: string, today: PlainDate): string {
  const days = daysText(promise.first, promise.last, locale, today);
  if (promise.windows) return `${days}, ${promise.windows.map((window) => spanInWords(window, locale)).join(' or ')}`;
  return promise.readyAt === undefined ? days : `${days}, ${clockText(promise.readyAt, promise.timeZone, locale)}`;
}

/** The same without weekdays and without a year, for the space of a cell: "Nov 26 – Nov 30". */
export function daysInShort(first: PlainDate, last: PlainDate, locale: string): string {
  const shown = [first, last].map((date) => dayAs('short', date, locale));
  return first === last ? (shown[0] ?? '') : shown.join(' – ');
}
