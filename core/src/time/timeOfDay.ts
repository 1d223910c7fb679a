import { z } from 'zod';

/** A time of day by the clock; 24:00 is the end of the day. */
export const TimeOfDay = z
  .string()
  .regex(/^(?:(?:[01]\d|2[0-3]):[0-5]\d|24:00)$/, 'Write a time of day from 00:00 to 24:00, such as 14:00');
export type TimeOfDay = z.infer<typeof TimeOfDay>;

/** Minutes since midnight: 0 to 1440. */
export function minutesOf(time: TimeOfDay): number {
  return Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));
}

/** @param minutes since midnight, 0 to 1440 */
export function timeText(minutes: number): TimeOfDay {
  const two = (figure: number) => String(figure).padStart(2, '0');
  return `${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`;
}

export type ReadTime = { ok: true; value: TimeOfDay } | { ok: false };

/** Reads a time as people type it: `14:00`, `9.30`, `9h30`, `0930`, `9`, `2 pm`, `2:30pm`, `noon`, `midnight`. */
export function parseTimeOfDay(text: string): ReadTime {
  const typed = text.trim().toLowerCase();
  if (typed === 'noon') return { ok: true, value: '12:00' };
  if (typed === 'midnight') return { ok: true, value: '24:00' };
  const parts = /^(\d{1,2})(?:\s*[:.h]\s*(\d{2})?|(\d{2}))?\s*([ap])?\.?m?\.?$/.exec(typed);
  if (!parts || (/m/.test(typed) && parts[4] === undefined)) return { ok: false };
  const minutes = Number(parts[2] ?? parts[3] ?? 0);
  let hours = Number(parts[1]);
  if (parts[4] !== undefined) {
    if (hours < 1 || hours > 12) return { ok: false };
    hours = (hours % 12) + (parts[4] === 'p' ? 12 : 0);
  }
  if (minutes > 59 || hours > 24 || (hours === 24 && minutes > 0)) return { ok: false };
  return { ok: true, value: timeText(hours * 60 + minutes) };
}

/** A stretch of a day. Hours past midnight are two stretches. */
export const TimeSpan = z.strictObject({ from: TimeOfDay, until: TimeOfDay }).refine(({ from, until }) => from < until, {
  path: ['until'],
  message: 'It ends before it starts: hours past midnight are written on the two days, until 24:00 and from 00:00',
});
export type TimeSpan = z.infer<typeof TimeSpan>;

/** The first of some stretches that overlaps one before it, or -1. Stretches that touch do not overlap. */
export function overlapIn(spans: readonly TimeSpan[]): number {
  return spans.findIndex((span, at) => spans.slice(0, at).some((other) => span.from < other.until && other.from < span.until));
}
