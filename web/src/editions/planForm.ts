import { clockOf, type MoveRequest, minutesOf, parseTimeOfDay, toDay } from '@ostrakon/core';
import { instantAt } from '../bench/shopTime.ts';

/** When a plan begins and ends, as it is typed. */
export interface PlanRow {
  readonly fromDay: string;
  readonly fromTime: string;
  readonly ends: boolean;
  readonly untilDay: string;
  readonly untilTime: string;
  /** The edition that holds from its end on; empty for what would hold without it. */
  readonly after: string;
}

export type PlanFaults = Readonly<Partial<Record<'fromDay' | 'fromTime' | 'untilDay' | 'untilTime', string>>>;

export type ReadPlan =
  | { readonly ok: true; readonly span: MoveRequest; readonly remarks: readonly string[] }
  | { readonly ok: false; readonly faults: PlanFaults };

const TIME = 'Write a time such as 00:00';

/** What a clock that is set forward or back makes of a moment. */
function remarkOf(what: string, day: string, time: string, timeZone: string): string[] {
  const clock = clockOf(toDay(day), minutesOf(time), timeZone);
  if (clock === 'leftOut') return [`${what}: clocks are set forward then and never show this time; it is taken as much later.`];
  return clock === 'twice' ? [`${what}: clocks are set back then and show this time twice; the first is meant.`] : [];
}

/** Reads a plan by the shop's clock. */
export function readPlan(row: PlanRow, timeZone: string, now: string): ReadPlan {
  const [from, until] = [parseTimeOfDay(row.fromTime), parseTimeOfDay(row.untilTime)];
  const faults: Record<string, string> = {
    ...(row.fromDay === '' && { fromDay: 'Choose a day' }),
    ...(!from.ok && { fromTime: TIME }),
    ...(row.ends && row.untilDay === '' && { untilDay: 'Choose a day' }),
    ...(row.ends && !until.ok && { untilTime: TIME }),
  };
  if (!from.ok || Object.keys(faults).length > 0) return { ok: false, faults };
  const begins = instantAt(`${row.fromDay}T${from.value}`, timeZone);
  const ends = row.ends && until.ok ? instantAt(`${row.untilDay}T${until.value}`, timeZone) : null;
  if (Date.parse(begins) <= Date.parse(now))
    return { ok: false, faults: { fromDay: 'It begins later than now: what is to hold at once is published' } };
  if (ends !== null && Date.parse(ends) <= Date.parse(begins)) return { ok: false, faults: { untilDay: 'It ends before it begins' } };
  return {
    ok: true,
    span: { from: begins, until: ends, after: ends === null || row.after === '' ? null : Number(row.after) },
    remarks: [
      ...remarkOf('Begins', row.fromDay, from.value, timeZone),
      ...(row.ends && until.ok ? remarkOf('Ends', row.untilDay, until.value, timeZone) : []),
    ],
  };
}
