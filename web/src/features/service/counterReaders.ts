import { type Counter, Point } from '@ostrakon/core';
import type { Read } from '../../ui/useTypedField.ts';

/** "2 h", "90 min", "1.5 h", "2:30" as minutes; a bare number is hours. */
export function readOpeningTime(text: string): Read<number> {
  const typed = text.trim().toLowerCase().replace(',', '.');
  const clock = /^(\d{1,3}):([0-5]\d)$/.exec(typed);
  const hours = /^\d{1,4}(?:\.\d{1,2})?$/.exec(typed);
  const parts = /^(?=.)(?:(\d{1,4}(?:\.\d{1,2})?)\s*h(?:ours?)?)?\s*(?:(\d{1,5})\s*m(?:in(?:utes?)?)?)?$/.exec(typed);
  const [whole, rest] = clock ? [clock[1], clock[2]] : hours ? [hours[0], 0] : parts ? [parts[1] ?? 0, parts[2] ?? 0] : [Number.NaN, 0];
  const minutes = Math.round(Number(whole) * 60) + Number(rest);
  if (Number.isNaN(minutes)) return { ok: false, message: 'Write opening time such as 2 h, 90 min or 1 h 30 min.' };
  return minutes > 60_000 ? { ok: false, message: 'At most 1,000 hours.' } : { ok: true, value: minutes };
}

/** "44.6658, -63.5676", or nothing. */
export function readPoint(text: string): Read<Counter['point']> {
  if (text.trim() === '') return { ok: true, value: null };
  const parts = text.trim().split(/[\s,;]+/);
  const numbers = parts.map((part) => (/^[-+\u2212]?\d+(\.\d+)?$/.test(part) ? Number(part.replace('\u2212', '-')) : Number.NaN));
  const parsed = Point.safeParse({ latitude: numbers[0], longitude: numbers[1] });
  return parts.length === 2 && parsed.success
    ? { ok: true, value: parsed.data }
    : { ok: false, message: 'Write latitude and longitude in degrees, such as 44.6658, -63.5676.' };
}
