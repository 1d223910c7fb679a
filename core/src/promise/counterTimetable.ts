import type { Counter } from '../counters/counter.ts';
import { msToInstant } from '../time/calendar.ts';
import { type DayNumber, fromDay } from '../time/plainDate.ts';
import { timeText } from '../time/timeOfDay.ts';
import { instantOf, localAt } from '../time/timeZone.ts';
import { type Dispatch, extraStep, orderedStep, type PackingCalendar, packedAfter } from './dispatch.ts';
import { lastAlike, lastAlikeBy } from './lastAlike.ts';
import { afterOpeningTime, beforeLastClosing, closedDaysBetween, lastOpenDay, lastStartFor } from './openingHours.ts';
import type { ArrivalPromise, PromiseStep, Timetable } from './promise.ts';

/** No order lies farther before the day it is collected. */
const FARTHEST = 800;
const MINUTE = 60_000;

interface Ready {
  /** When goods are ready, and since when they are being made so; milliseconds since 1970. */
  readonly at: number;
  readonly since: number;
  /** An order placed before this moment is ready at the same time. */
  readonly orderBefore: number;
}

/** The step in which goods are made ready, with the days the counter is closed meanwhile. */
function readyStep(counter: Counter, { at, since }: Ready): PromiseStep {
  const { timeZone, readyAfter } = counter;
  const { day, minute } = localAt(at, timeZone);
  const closed = closedDaysBetween(counter, localAt(since, timeZone).day, day);
  const skipped = closed.map(({ day: shut, ...named }) => ({ date: fromDay(shut), why: 'closed' as const, ...named }));
  return { code: 'ready', at: msToInstant(at), date: fromDay(day), time: timeText(minute), after: readyAfter, skipped };
}

function promised({ timeZone }: Counter, { at, orderBefore }: Ready, chain: readonly PromiseStep[]): ArrivalPromise {
  const date = fromDay(localAt(at, timeZone).day);
  return { first: date, last: date, orderBefore: msToInstant(orderBefore), timeZone, readyAt: msToInstant(at), chain };
}

/** What goods ask of a counter with its own stock. */
export interface StockAsk {
  /** Packing days that goods ask for: what is made to order is in no stock. */
  readonly extra: number;
  /** Of the location, where it has a calendar; without one every day packs. */
  readonly packing: PackingCalendar | null;
}

/** A counter with its own stock: ready after some opening time, counted from the minute of the order. */
export class StockedCounter implements Timetable {
  readonly #counter: Counter;
  readonly #ask: StockAsk;
  /** What was promised to the minute asked about last. */
  #latest: { readonly minute: number; readonly ready: Ready | null; readonly steps: readonly PromiseStep[] } | undefined;

  constructor(counter: Counter, ask: StockAsk) {
    this.#counter = counter;
    this.#ask = ask;
  }

  #startOf(day: DayNumber): number {
    return instantOf(day, 0, this.#counter.timeZone);
  }

  /** When goods are ready that were ordered on a day and must be packed first; null beyond the calendar. */
  #readyFor(ordered: DayNumber): number | null {
    const packed = packedAfter(this.#ask.packing, ordered, this.#ask.extra);
    return packed === null ? null : afterOpeningTime(this.#counter, this.#startOf(packed), this.#counter.readyAfter);
  }

  /** The end of the last day on which to order what must be packed first, to have it by a day. */
  #packedBy(day: DayNumber): number | null {
    const inTime = (ordered: DayNumber) => {
      const ready = this.#readyFor(ordered);
      return ready !== null && localAt(ready, this.#counter.timeZone).day <= day;
    };
    const first = day - FARTHEST;
    return inTime(first) ? this.#startOf(lastAlikeBy(first, day, inTime) + 1) : null;
  }

  /** Ready after packing, or from the minute of the order on. */
  #ready(moment: number, today: DayNumber): Ready | null {
    const { extra, packing } = this.#ask;
    if (extra === 0) return this.#readyFrom(Math.floor(moment / MINUTE) * MINUTE);
    const packed = packedAfter(packing, today, extra);
    const at = this.#readyFor(today);
    if (packed === null || at === null) return null;
    const last = lastAlikeBy(today, today + FARTHEST, (ordered) => this.#readyFor(ordered) === at);
    return { at, since: this.#startOf(packed), orderBefore: this.#startOf(last + 1) };
  }

  #readyFrom(since: number): Ready | null {
    const at = afterOpeningTime(this.#counter, since, this.#counter.readyAfter);
    const last = at === null ? null : lastStartFor(this.#counter, at, this.#counter.readyAfter);
    return at === null || last === null ? null : { at, since, orderBefore: last + MINUTE };
  }

  promiseAt(moment: number): ArrivalPromise | null {
    const { extra, packing } = this.#ask;
    const local = localAt(moment, this.#counter.timeZone);
    const minute = Math.floor(moment / MINUTE);
    if (this.#latest?.minute !== minute) {
      const packed = packedAfter(packing, local.day, extra);
      const ready = packed === null ? null : this.#ready(moment, local.day);
      const waits = extra > 0 && packed !== null ? [extraStep(packed, extra)] : [];
      this.#latest = { minute, ready, steps: ready === null ? [] : [...waits, readyStep(this.#counter, ready)] };
    }
    const { ready, steps } = this.#latest;
    return ready === null ? null : promised(this.#counter, ready, [orderedStep(moment, local), ...steps]);
  }

  lastOrderFor(day: DayNumber): number | null {
    const open = lastOpenDay(this.#counter, day);
    if (open === null) return null;
    return this.#ask.extra > 0 ? this.#packedBy(open) : beforeLastClosing(this.#counter, open, this.#counter.readyAfter);
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

  /** The day goods reach the counter of orders that count for a packing day. */
  #thereOn(counted: DayNumber): DayNumber | null {
    const leaves = this.#dispatch.leaving(counted, 'most');
    return leaves === null ? null : this.#dispatch.ask.packing.days.after(leaves, this.#days);
  }

  /** Goods are there from the morning; those that leave on the day itself, once its orders are closed. */
  #since(counted: DayNumber, there: DayNumber): number {
    return Math.max(this.#dispatch.cutOff(counted), instantOf(there, 0, this.#counter.timeZone));
  }

  #readyFor(counted: DayNumber): number | null {
    const there = this.#thereOn(counted);
    return there === null ? null : afterOpeningTime(this.#counter, this.#since(counted, there), this.#counter.readyAfter);
  }

  promiseAt(moment: number): ArrivalPromise | null {
    const counted = this.#dispatch.countedFor(moment);
    const there = counted === null ? null : this.#thereOn(counted);
    const at = counted === null ? null : this.#readyFor(counted);
    const sent = counted === null ? null : this.#dispatch.explain(moment, counted);
    if (counted === null || there === null || at === null || sent === null) return null;
    const last = lastAlike(
      counted,
      (day) => this.#dispatch.countedAfter(day),
      (day) => this.#readyFor(day) === at,
    );
    const ordered = orderedStep(moment, localAt(moment, this.#dispatch.ask.timeZone));
    const steps: PromiseStep[] = [ordered, ...sent.steps, { code: 'atCounter', date: fromDay(there), days: this.#days }];
    const ready = { at, since: this.#since(counted, there), orderBefore: this.#dispatch.cutOff(last) };
    return promised(this.#counter, ready, [...steps, readyStep(this.#counter, ready)]);
  }

  lastOrderFor(day: DayNumber): number | null {
    for (const counted of this.#dispatch.countedBefore(day)) {
      const ready = this.#readyFor(counted);
      if (ready !== null && localAt(ready, this.#counter.timeZone).day <= day) return this.#dispatch.cutOff(counted);
    }
    return null;
  }
}
