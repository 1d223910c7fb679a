import {
  daysText,
  dayText,
  type Instant,
  momentBefore,
  type NoPromise,
  type PromiseStep,
  type RateBook,
  type SkippedDay,
  spanInWords,
  type Transit,
  timeInWords,
  type Weekday,
} from '@ostrakon/core';
import { weekdaysShort } from './week.ts';

/** Dates as a shop's language writes them, seen from a day: years only where they differ from that day's. */
export interface DateWords {
  readonly locale: string;
  readonly today: string;
}

/** Where and in what light dates are read: the plain date of the order, or of an instant. */
export const datesFrom = ({ shop }: RateBook, today: string): DateWords => ({ locale: shop.locale, today });

const UNDATED: Readonly<Record<NoPromise, string>> = {
  datesOff: 'Dates are not shown: they are switched off for this shop.',
  noMoment: 'No date: it is not said when the order comes.',
  noLocation: 'No date: the shop has no location that goods leave from.',
  noCalendar: 'No date: the location has no dispatch calendar.',
  noTransit: 'No date: days on the way are not stated.',
  noRoundDays: 'No date: the round has no days and windows.',
  noCounter: 'No date: the counter has no address and hours.',
  noHours: 'No date: the counter has no opening hours.',
  beyondCalendar: 'No date: no day within the calendar fits all the rules.',
};

/** Why an option has no date, for the owner. */
export const undatedWords = (why: NoPromise): string => UNDATED[why];

/** "Tue, Nov 24, 2:00 p.m."; midnight is the end of the day before. */
export function beforeWords(instant: Instant, timeZone: string, { locale, today }: DateWords): string {
  const { date, time } = momentBefore(instant, timeZone);
  return `${dayText(date, locale, today)}, ${timeInWords(time, locale)}`;
}

const days = (count: number, what: string) => `${count} ${what}day${count === 1 ? '' : 's'}`;

const isMondayToFriday = (week: readonly Weekday[]) => week.length === 5 && week.every((day) => day <= 5);

/** "1 to 3 working days", "2 calendar days", "2 working days, Sun to Thu". */
export function transitWords({ least, most }: Transit, counts: readonly Weekday[], locale: string): string {
  const kind = counts.length === 7 ? 'calendar' : 'working';
  const range = least === most ? days(most, `${kind} `) : `${least} to ${days(most, `${kind} `)}`;
  return kind === 'calendar' || isMondayToFriday(counts) ? range : `${range}, ${weekdaysShort(counts, locale)}`;
}

/** "90 min", "2 h", "2 h 30 min" of opening time. */
export function openingTimeWords(minutes: number): string {
  const [hours, rest] = [Math.floor(minutes / 60), minutes % 60];
  return [...(hours > 0 ? [`${hours} h`] : []), ...(rest > 0 || hours === 0 ? [`${rest} min`] : [])].join(' ');
}

const WHY: Readonly<Record<SkippedDay['why'], string>> = {
  closed: 'closed',
  noPacking: 'no packing',
  afterCutOff: 'past its cut-off',
  full: 'full',
  notCollected: 'not collected',
  goodsWait: 'not for these goods',
  afterLastOrder: 'past its last order',
  stillPacked: 'still being packed',
  notDelivered: 'no delivery',
};

/** Days passed over, those of one reason in a row together. */
function skippedWords(skipped: readonly SkippedDay[], words: DateWords): string {
  const runs: { from: string; to: string; why: string }[] = [];
  for (const { date, why, name } of skipped) {
    const reason =
      why === 'afterCutOff' ? `${WHY[why]}${name === undefined ? '' : ` at ${timeInWords(name, words.locale)}`}` : (name ?? WHY[why]);
    const last = runs.at(-1);
    if (last?.why === reason) last.to = date;
    else runs.push({ from: date, to: date, why: reason });
  }
  const shown = runs.slice(0, 4).map(({ from, to, why }) => `${daysText(from, to, words.locale, words.today)}: ${why}`);
  return [...shown, ...(runs.length > 4 ? [`and ${runs.length - 4} more`] : [])].join('; ');
}

export interface StepWords {
  readonly what: string;
  readonly when: string;
  readonly why: string;
}

function packedWhy({ lead, extra }: Extract<PromiseStep, { code: 'packed' }>): string {
  const own = lead.least === lead.most ? days(lead.most, 'packing ') : `${lead.least} to ${days(lead.most, 'packing ')}`;
  const more = extra > 0 ? `${days(extra, 'packing ')} more for these goods` : '';
  if (lead.most === 0) return more === '' ? 'the same day' : more;
  return more === '' ? own : `${own}, ${more}`;
}

/** One step from order to arrival, as three short texts. */
export function stepWords(step: PromiseStep, words: DateWords): StepWords {
  const range = (first: string, last: string) => daysText(first, last, words.locale, words.today);
  const joined = (...parts: string[]) => parts.filter((part) => part !== '').join(' · ');
  switch (step.code) {
    case 'ordered':
      return { what: 'Ordered', when: `${range(step.date, step.date)}, ${timeInWords(step.time, words.locale)}`, why: '' };
    case 'counted':
      return {
        what: 'Counts for',
        when: range(step.date, step.date),
        why: joined(`cut-off ${timeInWords(step.cutOff, words.locale)}`, skippedWords(step.skipped, words)),
      };
    case 'packed':
      return { what: 'Packed', when: range(step.first, step.last), why: joined(packedWhy(step), skippedWords(step.skipped, words)) };
    case 'leaves':
      return { what: 'Leaves', when: range(step.first, step.last), why: skippedWords(step.skipped, words) };
    case 'arrives':
      return {
        what: 'Arrives',
        when: range(step.first, step.last),
        why: joined(transitWords(step.transit, step.counts, words.locale), skippedWords(step.skipped, words)),
      };
    case 'round':
      return {
        what: 'Round',
        when: range(step.date, step.date),
        why: joined(step.windows.map((window) => spanInWords(window, words.locale)).join(' or '), skippedWords(step.skipped, words)),
      };
    case 'atCounter':
      return { what: 'At the counter', when: range(step.date, step.date), why: `${days(step.days, 'packing ')} on the way` };
    case 'ready':
      return {
        what: 'Ready',
        when: `${range(step.date, step.date)}, ${timeInWords(step.time, words.locale)}`,
        why: joined(`after ${openingTimeWords(step.after)} of opening time`, skippedWords(step.skipped, words)),
      };
  }
}
