import type { ServiceDays, Transit } from '../dispatch/dispatchCalendar.ts';
import { oncePer } from '../once/oncePer.ts';
import { msToInstant } from '../time/calendar.ts';
import { type DayNumber, fromDay } from '../time/plainDate.ts';
import { localAt } from '../time/timeZone.ts';
import { WorkingDays } from '../time/workingDays.ts';
import { type DaySpan, type Dispatch, datesOf, orderedStep } from './dispatch.ts';
import { lastAlike } from './lastAlike.ts';
import type { ArrivalPromise, PromiseStep, SkippedDay, Timetable } from './promise.ts';

/** The days that count on the way, and those on which it is delivered; one calendar where they are the same. */
const daysOf = oncePer(({ counts, delivers, closed }: ServiceDays) => {
  const counted = new WorkingDays(counts, closed);
  const same = counts.length === delivers.length && counts.every((day) => delivers.includes(day));
  return { counted, delivered: same ? counted : new WorkingDays(delivers, closed) };
});

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
  readonly #delivered: WorkingDays;
  readonly #holidays: ReadonlyMap<DayNumber, string> | null;
  #latest: DayPromise | undefined;

  /** @param holidays days on which nothing is delivered where the parcel goes, by name; null heeds none */
  constructor(dispatch: Dispatch, days: ServiceDays, transit: Transit, holidays: ReadonlyMap<DayNumber, string> | null = null) {
    this.#dispatch = dispatch;
    this.#days = days;
    this.#transit = transit;
    const { counted, delivered } = daysOf(days);
    this.#counted = counted;
    this.#delivered = delivered;
    this.#holidays = holidays;
  }

  /** Closed days on the way, which did not count, holidays, and days that count but on which nothing is delivered. */
  #skippedBetween(leaves: DayNumber, arrives: DayNumber): SkippedDay[] {
    const skipped: SkippedDay[] = [];
    const there = this.#onTheWay(leaves, this.#transit.most) ?? arrives;
    for (let day = leaves + 1; day <= arrives; day += 1) {
      const name = this.#counted.closed.get(day) ?? (day < arrives ? this.#holidays?.get(day) : undefined);
      if (name !== undefined) skipped.push({ date: fromDay(day), why: 'closed', name });
      else if (day >= there && this.#counted.isOpen(day) && !this.#delivered.isOpen(day))
        skipped.push({ date: fromDay(day), why: 'notDelivered' });
    }
    return skipped;
  }

  /** The day after so many that count; the same day for none. */
  #onTheWay(leaves: DayNumber, days: number): DayNumber | null {
    return days === 0 ? leaves : this.#counted.after(leaves, days);
  }

  /** So many days on the way after it leaves, on a day on which it is delivered and the place it goes to takes parcels. */
  #arrival(leaves: DayNumber, days: number): DayNumber | null {
    const there = this.#onTheWay(leaves, days);
    let day = there === null ? null : this.#delivered.onOrAfter(there);
    while (day !== null && this.#holidays?.has(day)) day = this.#delivered.onOrAfter(day + 1);
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
    const { counts } = this.#days;
    const skipped = this.#skippedBetween(sent.leaves.most, last);
    return {
      today,
      counted,
      promise: {
        ...datesOf(arrives),
        orderBefore: msToInstant(this.#dispatch.cutOff(this.#lastCounted(counted, arrives))),
        timeZone: this.#dispatch.ask.timeZone,
      },
      steps: [...sent.steps, { code: 'arrives', ...datesOf(arrives), transit: this.#transit, counts, skipped }],
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
