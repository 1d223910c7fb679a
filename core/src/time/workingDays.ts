import { numberAt } from '../numbers/entry.ts';
import type { Weekday } from './calendar.ts';
import { type ClosedList, FIRST_DAY, LAST_DAY, namesOfClosed } from './closedDays.ts';
import { type DayNumber, weekdayOf } from './plainDate.ts';

const LENGTH = LAST_DAY - FIRST_DAY + 1;

/**
 * The days of a calendar that count: some weekdays, less closed days. Worked out once, every question is one or two
 * look-ups. Answers are null beyond the calendar's last day.
 */
export class WorkingDays {
  /** Why days are closed, by day number. */
  readonly closed: ReadonlyMap<DayNumber, string>;
  /** How many open days lie before each day. */
  readonly #before = new Int32Array(LENGTH + 1);
  readonly #open: Int32Array;

  constructor(weekdays: readonly Weekday[], closed: ClosedList) {
    this.closed = namesOfClosed(closed);
    const open = new Int32Array(LENGTH);
    let count = 0;
    for (let at = 0; at < LENGTH; at += 1) {
      this.#before[at] = count;
      const day = FIRST_DAY + at;
      if (!weekdays.includes(weekdayOf(day)) || this.closed.has(day)) continue;
      open[count] = day;
      count += 1;
    }
    this.#before[LENGTH] = count;
    this.#open = open.subarray(0, count);
  }

  #rank(day: DayNumber): number {
    return numberAt(this.#before, Math.min(Math.max(day - FIRST_DAY, 0), LENGTH));
  }

  isOpen(day: DayNumber): boolean {
    return day >= FIRST_DAY && day <= LAST_DAY && this.#rank(day + 1) > this.#rank(day);
  }

  /** The day itself where it is open, else the next that is. */
  onOrAfter(day: DayNumber): DayNumber | null {
    return this.#open[this.#rank(day)] ?? null;
  }

  /** The last open day before a day. */
  before(day: DayNumber): DayNumber | null {
    return this.#open[this.#rank(day) - 1] ?? null;
  }

  /** So many open days after a day, whether it is open itself or not; none is the day itself, or the next open one. */
  after(day: DayNumber, days: number): DayNumber | null {
    return days === 0 ? this.onOrAfter(day) : (this.#open[this.#rank(day + 1) + days - 1] ?? null);
  }

  /** Open days from one day to another, the last not counted. */
  between(from: DayNumber, until: DayNumber): number {
    return this.#rank(until) - this.#rank(from);
  }
}
