import { type DayNumber, type Dispatch, dayOf, instantOf, minutesOf, type Weekday, weekdayOf } from '@ostrakon/core';

export interface Month {
  readonly year: number;
  readonly month: number;
}

/** The month before or after. */
export const step = ({ year, month }: Month, by: 1 | -1): Month => {
  const at = year * 12 + month - 1 + by;
  return { year: Math.floor(at / 12), month: (at % 12) + 1 };
};

/** The weeks that hold a month, as the days they begin with. */
export function weeksOf(year: number, month: number, firstDay: Weekday): DayNumber[] {
  const first = dayOf(year, month, 1);
  const last = dayOf(month === 12 ? year + 1 : year, month === 12 ? 1 : month + 1, 1) - 1;
  const begins = first - ((weekdayOf(first) - firstDay + 7) % 7);
  return Array.from({ length: Math.floor((last - begins) / 7) + 1 }, (_, at) => begins + at * 7);
}

/** What becomes of an order placed on a day. */
export interface DayCell {
  readonly closed: string | undefined;
  /** Minutes since midnight of the cut-off; null on a day without packing. */
  readonly cutOff: number | null;
  /** When an order leaves that is placed before the cut-off, or at any time of a day without one. */
  readonly early: DayNumber | null;
  readonly late: DayNumber | null;
  readonly chosen: DayNumber | null;
}

export function cellOf(dispatch: Dispatch, day: DayNumber, minute: number): DayCell {
  const { packing, timeZone } = dispatch.ask;
  const open = packing.days.isOpen(day);
  const cutOff = open ? minutesOf(dispatch.cutOffTime(day)) : null;
  const leaves = (at: number) => {
    const counted = dispatch.countedFor(at);
    return counted === null ? null : dispatch.leaving(counted, 'most');
  };
  return {
    closed: packing.days.closed.get(day),
    cutOff,
    early: leaves(instantOf(day, 0, timeZone)),
    late: leaves(instantOf(day, 1439, timeZone)),
    chosen: leaves(instantOf(day, minute, timeZone)),
  };
}
