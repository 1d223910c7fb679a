import { DateWindow } from '@ostrakon/core';
import type { Read } from '../ui/useTypedField.ts';

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

const two = (number: number) => String(number).padStart(2, '0');

/** Reads "2026-11-01", "1 Nov 2026", "Nov 1", "11-01" as a plain date, or as a day of every year where no year is given. */
export function readDay(typed: string): Read<string> {
  const text = typed.trim().toLowerCase().replace(/[.,]/g, ' ').replace(/\s+/g, ' ');
  const fault = { ok: false, message: `“${typed.trim()}” is no date. Write 2026-11-01, or 1 Nov for every year.` } as const;
  const checked = (day: string): Read<string> => {
    const parsed = DateWindow.safeParse({ from: day, until: day });
    // 31 April is a shape but no day.
    const real = new Date(`${day.length === 5 ? `2000-${day}` : day}T00:00Z`).toISOString().slice(5, 10) === day.slice(-5);
    return parsed.success && real ? { ok: true, value: day } : fault;
  };
  try {
    if (/^(\d{4}-)?\d{2}-\d{2}$/.test(text)) return checked(text);
    const words = /^(?:(\d{1,2}) ([a-z]{3,9})|([a-z]{3,9}) (\d{1,2}))(?: (\d{4}))?$/.exec(text);
    if (!words) return fault;
    const month = MONTHS.indexOf((words[2] ?? words[3] ?? '').slice(0, 3)) + 1;
    if (month === 0) return fault;
    const day = `${two(month)}-${two(Number(words[1] ?? words[4]))}`;
    return checked(words[5] === undefined ? day : `${words[5]}-${day}`);
  } catch {
    return fault;
  }
}
