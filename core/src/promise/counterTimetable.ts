import type { Counter } from '../counters/counter.ts';
import { msToInstant } from '../time/calendar.ts';
import { type DayNumber, fromDay } from '../time/plainDate.ts';
import { timeText } from '../time/timeOfDay.ts';
import { instantOf, localAt } from '../time/timeZone.ts';
import { type Dispatch, extraStep, type PackingCalendar, packedAfter } from './dispatch.ts';
import { afterOpeningTime, beforeLastClosing, openOn, stretchesOn } from './openingHours.ts';
import type { ArrivalPromise, PromiseStep, SkippedDay, Timetable } from './promise.ts';

/** No order lies farther before the day it is collected. */
const FARTHEST = 800;

/** Days a counter is closed between two, by the name of what closes them. */
function closedBetween(counter: Counter, from: DayNumber, until: DayNumber): SkippedDay[] {
  return Array.from({ length: Math.max(0, until - from) }, (_, at) => from + at).flatMap((day) => {
    const { spans, exception } = openOn(counter, day);
    return spans.length > 0 ? [] : [{ date: fromDay(day), why: 'closed' as const, ...(exception !== undefined && { name: exception }) }];
  });
}

function readyFrom(counter: Counter, moment: number, before: readonly PromiseStep[], orderBefore: (day: DayNumber) => number | null) {
  const ready = afterOpeningTime(counter, moment, counter.readyAfter);
  if (ready === null) return null;
  const { timeZone } = counter;
  const from = localAt(moment, timeZone).day;
  const { day, minute } = localAt(ready, timeZone);
  const limit = orderBefore(day);
  if (limit === null) return null;
  const [date, at] = [fromDay(day), msToInstant(ready)];
  const step: PromiseStep = {
    code: 'ready',
    at,
    date,
    time: timeText(minute),
    after: counter.readyAfter,
    skipped: closedBetween(counter, from, day),
  };
  return { first: date, last: date, orderBefore: msToInstant(limit), timeZone, readyAt: at, chain: [...before, step] };
}

/** What goods ask of a counter with its own stock. */
export interface StockAsk {
  /** Packing days that goods ask for: what is made to order is in no stock. */
  readonly extra: number;
  /** Of the location, where it has a calendar; without one every day packs. */
  readonly packing: PackingCalendar | null;
}

/** A counter with its own stock: ready after some opening time. */
export class StockedCounter implements Timetable {
  readonly #counter: Counter;
  readonly #ask: StockAsk;

  constructor(counter: Counter, ask: StockAsk) {
    this.#counter = counter;
    this.#ask = ask;
  }

  #startOf(day: DayNumber): number {
    return instantOf(day, 0, this.#counter.timeZone);
  }

  /** The day goods are ready that were ordered on a day and must be packed first; null beyond the calendar. */
  #readyDay(ordered: DayNumber): DayNumber | null {
    const packed = packedAfter(this.#ask.packing, ordered, this.#ask.extra);
    const ready = packed === null ? null : afterOpeningTime(this.#counter, this.#startOf(packed), this.#counter.readyAfter);
    return ready === null ? null : localAt(ready, this.#counter.timeZone).day;
  }

  /** The end of the last day on which to order what must be packed first, to have it by a day. */
  #packedBy(day: DayNumber): number | null {
    for (let ordered = day; day - ordered <= FARTHEST; ordered -= 1) {
      const ready = this.#readyDay(ordered);
      if (ready !== null && ready <= day) return this.#startOf(ordered + 1);
    }
    return null;
  }

  #orderBefore(day: DayNumber): number | null {
    return this.#ask.extra > 0 ? this.#packedBy(day) : beforeLastClosing(this.#counter, day, this.#counter.readyAfter);
  }

  promiseAt(moment: number): ArrivalPromise | null {
    const { extra, packing } = this.#ask;
    const { day, minute } = localAt(moment, this.#counter.timeZone);
    const packed = packedAfter(packing, day, extra);
    if (packed === null) return null;
    const chain: PromiseStep[] = [
      { code: 'ordered', at: msToInstant(moment), date: fromDay(day), time: timeText(minute) },
      ...(extra > 0 ? [extraStep(packed, extra)] : []),
    ];
    return readyFrom(this.#counter, extra > 0 ? this.#startOf(packed) : moment, chain, (ready) => this.#orderBefore(ready));
  }

  lastOrderFor(day: DayNumber): number | null {
    for (let open = day; day - open <= FARTHEST; open -= 1) {
      if (stretchesOn(this.#counter, open).length > 0) return this.#orderBefore(open);
    }
    return null;
  }
}

/** A counter that goods are sent to from the store room. */
export class SuppliedCounter implements Timetable {
  readonly #counter: Counter;
  readonly #dispatch: Dispatch;
  readonly #days: number;

  constructor(counter: Counter, dispatch: Dispatch, days: number) {
    this.#counter = counter;
    this.#dispatch = dispatch;
    this.#days = days;
  }

  /** The day goods reach the counter that leave on a day. */
  #atCounter(leaves: DayNumber): DayNumber | null {
    return this.#dispatch.ask.packing.days.after(leaves, this.#days);
  }

  /** Goods are there from the morning; those that leave on the day itself, once its orders are closed. */
  #thereAt(counted: DayNumber, there: DayNumber): number {
    return Math.max(this.#dispatch.cutOff(counted), instantOf(there, 0, this.#counter.timeZone));
  }

  promiseAt(moment: number): ArrivalPromise | null {
    const sent = this.#dispatch.explain(moment);
    const day = sent && this.#atCounter(sent.leaves.most);
    if (!sent || day === null) return null;
    const steps: PromiseStep[] = [...sent.chain, { code: 'atCounter', date: fromDay(day), days: this.#days }];
    return readyFrom(this.#counter, this.#thereAt(sent.counted, day), steps, () => this.#dispatch.cutOff(sent.counted));
  }

  lastOrderFor(day: DayNumber): number | null {
    for (const counted of this.#dispatch.countedBefore(day)) {
      const leaves = this.#dispatch.leaving(counted, 'most');
      const there = leaves === null ? null : this.#atCounter(leaves);
      if (there === null || there > day) continue;
      const ready = afterOpeningTime(this.#counter, this.#thereAt(counted, there), this.#counter.readyAfter);
      if (ready !== null && localAt(ready, this.#counter.timeZone).day <= day) return this.#dispatch.cutOff(counted);
    }
    return null;
  }
}
