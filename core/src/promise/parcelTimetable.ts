import { countedWeekdays, type ServiceDays, type Transit } from '../dispatch/dispatchCalendar.ts';
import { oncePer } from '../once/oncePer.ts';
import { msToInstant } from '../time/calendar.ts';
import { type DayNumber, fromDay } from '../time/plainDate.ts';
import { localAt } from '../time/timeZone.ts';
import { WorkingDays } from '../time/workingDays.ts';
import { type DaySpan, type Dispatch, datesOf, orderedStep } from './dispatch.ts';
import { lastAlike } from './lastAlike.ts';
import type { ArrivalPromise, PromiseStep, SkippedDay, Timetable } from './promise.ts';

/** The days that count on the way. */
const daysOf = oncePer((days: ServiceDays) => new WorkingDays(countedWeekdays(days), days.closed));

/** What is promised to every order of a day that counts for the same day of packing. */
interface DayPromise {
  readonly today: DayNumber;
  readonly counted: DayNumber;
  readonly promise: Omit<ArrivalPromise, 'chain'> | null;
  readonly steps: readonly PromiseStep[];
}

/** Parcels: packed, taken away, and so many days on the way. */
export class ParcelTimetable implements Timetable {
  readonly #dispatch: Dispatch;
  readonly #days: ServiceDays;
  readonly #transit: Transit;
  readonly #counted: WorkingDays;
  readonly #holidays: ReadonlyMap<DayNumber, string> | null;
  #latest: DayPromise | undefined;

  /** @param holidays days on which nothing is delivered where the parcel goes, by name; null heeds none */
  constructor(dispatch: Dispatch, days: ServiceDays, transit: Transit, holidays: ReadonlyMap<DayNumber, string> | null = null) {
    this.#dispatch = dispatch;
    this.#days = days;
    this.#transit = transit;
    this.#counted = daysOf(days);
    this.#holidays = holidays;
  }

  /** Closed days on the way, which did not count, and holidays on which nothing was delivered. */
  #closedBetween(leaves: DayNumber, arrives: DayNumber): SkippedDay[] {
    const skipped: SkippedDay[] = [];
    for (let day = leaves + 1; day <= arrives; day += 1) {
      const name = this.#counted.closed.get(day) ?? (day < arrives ? this.#holidays?.get(day) : undefined);
      if (name !== undefined) skipped.push({ date: fromDay(day), why: 'closed', name });
    }
    return skipped;
  }

  /** So many days on the way after it leaves, on a day on which the place it goes to takes parcels. */
  #arrival(leaves: DayNumber, days: number): DayNumber | null {
    let day = this.#counted.after(leaves, days);
    while (day !== null && this.#holidays?.has(day)) day = this.#counted.onOrAfter(day + 1);
    return day;
  }

  /** First and last day of arrival of orders that count for a packing day. */
  #arrives(counted: DayNumber): DaySpan | null {
    const [soon, late] = [this.#dispatch.leaving(counted, 'least'), this.#dispatch.leaving(counted, 'most')];
    if (soon === null || late === null) return null;
    const [least, most] = [this.#arrival(soon, this.#transit.least), this.#arrival(late, this.#transit.most)];
    return least === null || most === null ? null : { least, most };
  }

  /** The last packing day whose orders arrive on the same days. */
  #lastCounted(counted: DayNumber, { least, most }: DaySpan): DayNumber {
    return lastAlike(
      counted,
      (day) => this.#dispatch.countedAfter(day),
      (day) => {
        const arrives = this.#arrives(day);
        return arrives !== null && arrives.least === least && arrives.most === most;
      },
    );
  }

  #workOut(today: DayNumber, counted: DayNumber, moment: number): DayPromise {
    const nothing = { today, counted, promise: null, steps: [] };
    const sent = this.#dispatch.explain(moment, counted);
    if (!sent) return nothing;
    const { least, most } = this.#transit;
    const [first, last] = [this.#arrival(sent.leaves.least, least), this.#arrival(sent.leaves.most, most)];
    if (first === null || last === null) return nothing;
    const arrives: DaySpan = { least: first, most: last };
    const { count, saturday } = this.#days;
    const skipped = this.#closedBetween(sent.leaves.most, last);
    return {
      today,
      counted,
      promise: {
        ...datesOf(arrives),
        orderBefore: msToInstant(this.#dispatch.cutOff(this.#lastCounted(counted, arrives))),
        timeZone: this.#dispatch.ask.timeZone,
      },
      steps: [...sent.steps, { code: 'arrives', ...datesOf(arrives), transit: this.#transit, count, saturday, skipped }],
    };
  }

  promiseAt(moment: number): ArrivalPromise | null {
    const local = localAt(moment, this.#dispatch.ask.timeZone);
    const counted = this.#dispatch.countedFor(moment);
    if (counted === null) return null;
    const held = this.#latest;
    const known = held !== undefined && held.today === local.day && held.counted === counted;
    const latest = known ? held : this.#workOut(local.day, counted, moment);
    this.#latest = latest;
    const { promise, steps } = latest;
    if (promise === null) return null;
    const { first, last, orderBefore, timeZone } = promise;
    return { first, last, orderBefore, timeZone, chain: [orderedStep(moment, local), ...steps] };
  }

  lastOrderFor(day: DayNumber): number | null {
    for (const packing of this.#dispatch.countedBefore(day)) {
      const last = this.#arrives(packing)?.most;
      if (last !== undefined && last <= day) return this.#dispatch.cutOff(packing);
    }
    return null;
  }
}
