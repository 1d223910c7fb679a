import { z } from 'zod';
import { fromDay, toDay, weekdayOf } from './plainDate.ts';
import { localAt } from './timeZone.ts';

/** A day of the ISO 8601 week: 1 is Monday, 7 is Sunday. */
export const Weekday = z.int().min(1).max(7);
export type Weekday = z.infer<typeof Weekday>;

/** A plain date, or a day of every year. */
const DayText = z.union([
  z.iso.date('Write a date as year, month and day, such as 2026-11-01'),
  z.string().regex(/^(?:0[1-9]|1[0-2])-(?:0[1-9]|[12]\d|3[01])$/, 'Write a day of the year as month and day, such as 11-01'),
]);

const isYearly = (day: string) => day.length === 5;

/**
 * Days from `from` to `until`, both included, in the shop's time zone; an open end is null. Dates with a year name one
 * stretch, those without return every year and may run over its end.
 */
export const DateWindow = z
  .strictObject({ from: DayText.nullable(), until: DayText.nullable() })
  .superRefine(({ from, until }, context) => {
    const told = (message: string) => context.addIssue({ code: 'custom', message, path: ['until'], input: until });
    if (from === null && until === null) told('A window has a first or a last day');
    if (from !== null && until !== null && isYearly(from) !== isYearly(until)) told('Write both days with a year, or both without');
    else if (from !== null && until !== null && !isYearly(from) && until < from) told('The window ends before it starts');
    if ((from === null) !== (until === null) && isYearly(from ?? until ?? '')) told('A window of every year has a first and a last day');
  });
export type DateWindow = z.infer<typeof DateWindow>;

/** Whether a plain date (`2026-11-23`) lies in a window. */
export function inWindow({ from, until }: DateWindow, date: string): boolean {
  if (from !== null && until !== null && isYearly(from)) {
    const day = date.slice(5);
    return from <= until ? day >= from && day <= until : day >= from || day <= until;
  }
  return (from === null || date >= from) && (until === null || date <= until);
}

export interface ShopDay {
  /** `2026-11-23`. */
  readonly date: string;
  readonly weekday: Weekday;
}

/** The day it is in a time zone at an instant, in milliseconds since 1970. */
export function dayAt(instant: number, timeZone: string): ShopDay {
  const { day } = localAt(instant, timeZone);
  return { date: fromDay(day), weekday: weekdayOf(day) };
}

/** An instant in UTC, such as `2026-11-23T13:05:00Z`. */
export const Instant = z.iso.datetime('Write a moment such as 2026-11-23T13:05:00Z');
export type Instant = z.infer<typeof Instant>;

/** Milliseconds since 1970. */
export function instantToMs(instant: Instant): number {
  const part = (from: number, to: number) => Number(instant.slice(from, to));
  // Seconds may be left out, and have any number of decimals.
  const seconds = Number(instant.slice(17, -1) || 0);
  return toDay(instant) * 86_400_000 + part(11, 13) * 3_600_000 + part(14, 16) * 60_000 + Math.floor(seconds * 1000 + 1e-6);
}

/** The instant of a number of milliseconds since 1970, to the minute or finer as it is. */
export function msToInstant(ms: number): Instant {
  const day = Math.floor(ms / 86_400_000);
  const rest = ms - day * 86_400_000;
  const two = (figure: number) => String(Math.floor(figure)).padStart(2, '0');
  const part = rest % 1000 === 0 ? '' : `.${String(rest % 1000).padStart(3, '0')}`;
  return `${fromDay(day)}T${two(rest / 3_600_000)}:${two((rest / 60_000) % 60)}:${two((rest / 1000) % 60)}${part}Z`;
}
