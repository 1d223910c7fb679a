import { type Instant, msToInstant } from './calendar.ts';
import { civilOf, dayOf } from './plainDate.ts';
import { instantOf } from './timeZone.ts';

/** In which order a date that stands in slashes is written. */
export type SlashOrder = 'dayFirst' | 'monthFirst';

const ISO = /^(\d{4})-(\d{2})-(\d{2})(?:[T ](\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?)?\s*(Z|[+-]\d{2}:?\d{2})?$/i;
const PARTED = /^(\d{1,2})([./-])(\d{1,2})\2(\d{4})(?:[,\s]+(\d{1,2}):(\d{2})(?::(\d{2}))?\s*([ap]\.?m\.?)?)?$/i;
const YEAR_FIRST = /^(\d{4})[/.](\d{1,2})[/.](\d{1,2})(?:[,\s]+(\d{1,2}):(\d{2})(?::(\d{2}))?)?$/;

interface Clock {
  readonly year: number;
  readonly month: number;
  readonly date: number;
  readonly hour: number;
  readonly minute: number;
  readonly second: number;
}

/** Minutes a text such as "-03:30" is ahead of UTC. */
const offsetIn = (text: string): number =>
  text.toUpperCase() === 'Z' ? 0 : (text.startsWith('-') ? -1 : 1) * (Number(text.slice(1, 3)) * 60 + Number(text.slice(-2)));

const clockOf = ([year, month, date, hour = 0, minute = 0, second = 0]: readonly number[]): Clock => ({
  ...{ year: year ?? 0, month: month ?? 0, date: date ?? 0 },
  ...{ hour, minute, second },
});

function partedClock(text: string, slashes: SlashOrder): Clock | null {
  const first = YEAR_FIRST.exec(text);
  if (first) return clockOf(first.slice(1).map((part) => Number(part ?? 0)));
  const parted = PARTED.exec(text);
  if (!parted) return null;
  const [, one = '', sign, two = '', year = '', hours = '0', minute = '0', second = '0', half] = parted;
  // Points are written between day, month and year only.
  const [date, month] = sign === '.' || slashes === 'dayFirst' ? [one, two] : [two, one];
  const hour = half === undefined ? Number(hours) : (Number(hours) % 12) + (half.toLowerCase().startsWith('p') ? 12 : 0);
  return clockOf([Number(year), Number(month), Number(date), hour, Number(minute), Number(second)]);
}

/** Whether there is such a day and time of day. */
const exists = ({ year, month, date, hour, minute, second }: Clock): boolean => {
  if (month < 1 || month > 12 || date < 1 || date > 31 || hour > 23 || minute > 59 || second > 59 || year < 1970) return false;
  const civil = civilOf(dayOf(year, month, date));
  return civil.month === month && civil.date === date;
};

/**
 * A moment as files have it: ISO 8601 with or without an offset, or a date as people write it, with a time or without. Without
 * an offset it is by the clock of `timeZone`; without a time it is noon, which is the same day nearly everywhere.
 * @param slashes which of two numbers is the day where both could be
 */
export function readMoment(text: string, timeZone: string, slashes: SlashOrder): Instant | null {
  const typed = text.trim();
  const iso = ISO.exec(typed);
  const clock = iso ? clockOf(iso.slice(1, 7).map((part) => Number(part ?? 0))) : partedClock(typed, slashes);
  if (!clock || !exists(clock)) return null;
  const timed = /\d:\d/.test(typed);
  const day = dayOf(clock.year, clock.month, clock.date);
  const minutes = timed ? clock.hour * 60 + clock.minute : 720;
  const ms = iso?.[7] === undefined ? instantOf(day, minutes, timeZone) : day * 86_400_000 + (minutes - offsetIn(iso[7])) * 60_000;
  return msToInstant(ms + clock.second * 1000);
}

/** What dates in slashes say of their order; null where all of them could be either, or they do not agree. */
export function slashOrderIn(texts: Iterable<string>): SlashOrder | null {
  let found: SlashOrder | null = null;
  for (const text of texts) {
    const [, first, sign, second] = PARTED.exec(text.trim()) ?? [];
    if (first === undefined || sign === '.') continue;
    const says: SlashOrder | null = Number(first) > 12 ? 'dayFirst' : Number(second) > 12 ? 'monthFirst' : null;
    if (says === null || says === found) continue;
    if (found !== null) return null;
    found = says;
  }
  return found;
}
