import { remembered } from '../once/remembered.ts';
import { minutesOf, parseTimeOfDay, type TimeOfDay, type TimeSpan, timeText } from './timeOfDay.ts';

interface Clock {
  readonly format: Intl.DateTimeFormat;
  /** Counts to twelve, twice a day. */
  readonly twelve: boolean;
}

const once = remembered();
const clocks = new Map<string, Clock>();

function clockOf(locale: string): Clock {
  const held = clocks.get(locale);
  if (held) return held;
  const format = new Intl.DateTimeFormat(locale, { timeStyle: 'short', timeZone: 'UTC' });
  const made = { format, twelve: /^h1[12]$/.test(format.resolvedOptions().hourCycle ?? '') };
  clocks.set(locale, made);
  return made;
}

/**
 * A time of day in the habit of a language: 14:00 is "2:00 p.m." in Canada, "14 h 00" in its French, "14:00" in Germany.
 * The end of a day is told from its start: "midnight" in English, 24:00 elsewhere.
 * @param time minutes since midnight, 0 to 1440, or a time such as 14:00
 */
export function timeInWords(time: TimeOfDay | number, locale: string): string {
  const minutes = typeof time === 'number' ? time : minutesOf(time);
  const { format, twelve } = clockOf(locale);
  if (minutes === 1440 && twelve) return /^en\b/.test(locale) ? 'midnight' : timeText(1440);
  // Runtimes differ in which narrow space they put before the half of the day.
  const shown = once(`${locale} ${minutes % 1440}`, () => format.format((minutes % 1440) * 60_000).replace(/\s/g, '\u00a0'));
  return minutes === 1440 ? shown.replace(/^0?0(?=\D)/, '24') : shown;
}

/** "9:00 a.m.–12:30 p.m.", "09:00–12:30". */
export const spanInWords = ({ from, until }: TimeSpan, locale: string): string =>
  `${timeInWords(from, locale)}–${timeInWords(until, locale)}`;

/** A time as a field shows it: in the habit of the language where that can be read back, else such as 14:00. */
export function timeAsTyped(time: TimeOfDay, locale: string): string {
  const words = timeInWords(time, locale).replaceAll('\u00a0', ' ');
  const read = parseTimeOfDay(words);
  return read.ok && read.value === time ? words : time;
}
