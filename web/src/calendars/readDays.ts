import { parseCount, Transit } from '@ostrakon/core';
import type { Read, Taken } from '../ui/useTypedField.ts';
import { typedProblemWords } from '../words/typedProblem.ts';

/** A number of days from 0. */
export function readDayCount(text: string): Read<number> {
  const typed = text.replace(/days?/i, '').trim();
  if (typed === '0') return { ok: true, value: 0 };
  const read = parseCount(typed, 'en');
  return read.ok ? read : { ok: false, message: typedProblemWords(read.problem) };
}

/** One number of days or two: "3", "2 to 4", "2-4". */
export function readDays(text: string): Read<Transit> {
  const [first = '', second, more] = text
    .replace(/days?/gi, '')
    .split(/\s*(?:to|-|\u2013)\s*/i)
    .map((part) => part.trim());
  if (more !== undefined) return { ok: false, message: 'Write one number of days, or two: 2 to 4.' };
  const least = readDayCount(first);
  if (!least.ok) return least;
  const most = second === undefined ? least : readDayCount(second);
  if (!most.ok) return most;
  const parsed = Transit.safeParse({ least: least.value, most: most.value });
  return parsed.success ? { ok: true, value: parsed.data } : { ok: false, message: `${parsed.error.issues[0]?.message}.` };
}

export const readDaysOrNone = (text: string): Read<Transit | null> => (text.trim() === '' ? { ok: true, value: null } : readDays(text));

/** "3", "2 to 4", or nothing. */
export const daysShown = (days: Transit | null): string =>
  days === null ? '' : days.least === days.most ? String(days.least) : `${days.least} to ${days.most}`;

/** A refusal of a change as a sentence under its field. */
export const sentence = (taken: { ok: true } | { ok: false; message: string }): Taken =>
  taken.ok ? { ok: true } : { ok: false, message: `${taken.message.replace(/\.$/, '')}.` };
