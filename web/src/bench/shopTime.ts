import {
  dayText,
  fromDay,
  instantOf,
  instantToMs,
  localAt,
  minutesOf,
  msToInstant,
  type Shop,
  timeInWords,
  timeText,
  toDay,
} from '@ostrakon/core';

/** Moments as a clock in the shop's time zone shows them, "2026-11-23T09:30", and back. */

export function localTime(instant: string, timeZone: string): string {
  const { day, minute } = localAt(instantToMs(instant), timeZone);
  return `${fromDay(day)}T${timeText(minute)}`;
}

/** The instant at which the clock shows a time; one that is left out in spring is taken as much later. */
export function instantAt(local: string, timeZone: string): string {
  return msToInstant(instantOf(toDay(local.slice(0, 10)), minutesOf(local.slice(11, 16)), timeZone));
}

/** "Tue, Nov 24, 2026, 2:05 p.m." by the shop's clock. */
export function momentWords(instant: string, { timeZone, locale }: Shop): string {
  const { day, minute } = localAt(instantToMs(instant), timeZone);
  return `${dayText(fromDay(day), locale, '')}, ${timeInWords(minute, locale)}`;
}
