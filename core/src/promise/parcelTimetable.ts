import { countedWeekdays, type ServiceDays, type Transit } from '../dispatch/dispatchCalendar.ts';
import { oncePer } from '../once/oncePer.ts';
import { msToInstant } from '../time/calendar.ts';
import { type DayNumber, fromDay } from '../time/plainDate.ts';
import { WorkingDays } from '../time/workingDays.ts';
import { type DaySpan, type Dispatch, datesOf } from './dispatch.ts';
import type { ArrivalPromise, SkippedDay, Timetable } from './promise.ts';

/** The days that count on the way. */
const daysOf = oncePer((days: ServiceDays) => new WorkingDays(countedWeekdays(days), days.closed));

/** Parcels: packed, taken away, and so many days on the way. */
export class ParcelTimetable implements Timetable {
  readonly #dispatch: Dispatch;
  readonly #days: ServiceDays;
  readonly #transit: Transit;
  readonly #counted: WorkingDays;

  constructor(dispatch: Dispatch, days: ServiceDays, transit: Transit) {
    this.#dispatch = dispatch;
    this.#days = days;
    this.#transit = transit;
    this.#counted = daysOf(days);
  }

  /** Closed days on the way, which did not count. */
  #closedBetween(leaves: DayNumber, arrives: DayNumber): SkippedDay[] {
    const skipped: SkippedDay[] = [];
    for (let day = leaves + 1; day <= arrives; day += 1) {
      const name = this.#counted.closed.get(day);
      if (name !== undefined) skipped.push({ date: fromDay(day), why: 'closed', name });
    }
    return skipped;
  }

  promiseAt(moment: number): ArrivalPromise | null {
    const sent = this.#dispatch.explain(moment);
    if (!sent) return null;
    const { least, most } = this.#transit;
    const [first, last] = [this.#counted.after(sent.leaves.least, least), this.#counted.after(sent.leaves.most, most)];
    if (first === null || last === null) return null;
    const arrives: DaySpan = { least: first, most: last };
    const { count, saturday } = this.#days;
    return {
      ...datesOf(arrives),
      orderBefore: msToInstant(this.#dispatch.cutOff(sent.counted)),
      timeZone: this.#dispatch.ask.timeZone,
      chain: [
        ...sent.chain,
        {
          code: 'arrives',
          ...datesOf(arrives),
          transit: this.#transit,
          count,
          saturday,
          skipped: this.#closedBetween(sent.leaves.most, last),
        },
      ],
    };
  }

  lastOrderFor(day: DayNumber): number | null {
    for (const packing of this.#dispatch.countedBefore(day)) {
      const leaves = this.#dispatch.leaving(packing, 'most');
      const last = leaves === null ? null : this.#counted.after(leaves, this.#transit.most);
      if (last !== null && last <= day) return this.#dispatch.cutOff(packing);
    }
    return null;
  }
}
