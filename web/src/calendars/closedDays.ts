import { ClosedDays, type ClosedList, DateWindow } from '@ostrakon/core';
import { readDay } from '../rules/readDay.ts';
import type { Format } from '../words/format.ts';

const stretch = ({ from, until }: ClosedDays['days'][number], format: Format) =>
  from === until ? format.day(from ?? '') : `${format.day(from ?? '')} to ${format.day(until ?? '')}`;

/** "24 Dec to 2 Jan, every year"; of many days the next few. */
export function closedDaysWords({ days }: ClosedDays, format: Format, today: string): string {
  const yearly = days.some(({ from }) => (from ?? '').length === 5);
  const ahead = days.filter(({ until }) => (until ?? '').length === 5 || (until ?? '') >= today);
  const shown = (ahead.length > 0 ? ahead : days).slice(0, 3).map((day) => stretch(day, format));
  const more = days.length - shown.length;
  return `${shown.join(', ')}${more > 0 ? ` and ${more} more` : ''}${yearly ? ', every year' : ''}`;
}

/** Entries of one name become one, their days in order and once. */
export function mergedClosed(held: ClosedList, more: ClosedList): ClosedList {
  const byName = new Map(held.map((entry) => [entry.name, entry]));
  for (const { name, days } of more) {
    const known = new Map([...(byName.get(name)?.days ?? []), ...days].map((day) => [`${day.from} ${day.until}`, day]));
    byName.set(name, { name, days: [...known.values()].sort((a, b) => ((a.from ?? '') < (b.from ?? '') ? -1 : 1)) });
  }
  return [...byName.values()];
}

export interface ClosedFaults {
  readonly name?: string;
  readonly from?: string;
  readonly until?: string;
}

export type ReadClosed = { ok: true; entry: ClosedDays } | { ok: false; faults: ClosedFaults };

/** Closed days as typed: why, the first day, and the last where it is another. */
export function readClosed({ name, from, until }: { name: string; from: string; until: string }): ReadClosed {
  const named = ClosedDays.shape.name.safeParse(name);
  const first = readDay(from);
  const last = until.trim() === '' ? first : readDay(until);
  const window = first.ok && last.ok ? DateWindow.safeParse({ from: first.value, until: last.value }) : null;
  if (named.success && window?.success) return { ok: true, entry: { name: named.data, days: [window.data] } };
  const firstFault = first.ok ? undefined : from.trim() === '' ? 'Write the first closed day.' : first.message;
  const lastFault = !last.ok && first.ok ? last.message : window?.error && `${window.error.issues[0]?.message}.`;
  return {
    ok: false,
    faults: {
      ...(!named.success && { name: `${named.error.issues[0]?.message}.` }),
      ...(firstFault !== undefined && { from: firstFault }),
      ...(lastFault !== undefined && { until: lastFault }),
    },
  };
}
