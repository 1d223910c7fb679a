import type { LeavesOn } from '../dispatch/dispatchCalendar.ts';
import type { Round } from '../rounds/round.ts';
import { msToInstant } from '../time/calendar.ts';
import { LAST_DAY } from '../time/closedDays.ts';
import { type DayNumber, fromDay, weekdayOf } from '../time/plainDate.ts';
import { minutesOf, type TimeSpan, timeText } from '../time/timeOfDay.ts';
import { instantOf, localAt } from '../time/timeZone.ts';
import { WorkingDays } from '../time/workingDays.ts';
import { mayLeave, type PackingCalendar } from './dispatch.ts';
import type { ArrivalPromise, SkippedDay, Timetable } from './promise.ts';

const roundDays = new WeakMap<Round, WorkingDays>();

function daysOf(round: Round): WorkingDays {
  const held = roundDays.get(round);
  if (held) return held;
  const days = new WorkingDays([...new Set(round.windows.map(({ weekday }) => weekday))], round.closed);
  roundDays.set(round, days);
  return days;
}

export interface RoundAsk {
  readonly round: Round;
  readonly timeZone: string;
  /** Packing days that goods ask for; the round's last order takes the place of cut-off and lead. */
  readonly extra: number;
  /** Of the location, where it has a calendar; without one every day packs. */
  readonly packing: PackingCalendar | null;
  /** Days on which its goods may leave. */
  readonly leavesOn: readonly LeavesOn[];
  /** Orders taken for a window. */
  readonly load: (date: string, from: string) => number;
}

/** The own van: on its own days, in windows with room, ordered before its last order. */
export class RoundTimetable implements Timetable {
  readonly #ask: RoundAsk;
  readonly #days: WorkingDays;

  constructor(ask: RoundAsk) {
    this.#ask = ask;
    this.#days = daysOf(ask.round);
  }

  /** The moment before which to order for a round, in milliseconds since 1970: its last order, or when its last window begins. */
  #lastOrder(day: DayNumber): number {
    const { days, at } = this.#ask.round.lastOrder;
    const starts = this.#windowsOn(day).map(({ from }) => this.#startOf(day, from));
    return Math.min(instantOf(day - days, minutesOf(at), this.#ask.timeZone), ...starts.slice(-1));
  }

  #startOf(day: DayNumber, from: string): number {
    return instantOf(day, minutesOf(from), this.#ask.timeZone);
  }

  /** The first day goods ordered on a day are ready to go. */
  #packedFrom(day: DayNumber): DayNumber | null {
    const { extra, packing } = this.#ask;
    if (extra === 0) return day;
    return packing ? packing.days.after(day, extra) : day + extra;
  }

  /** Windows of a day with room, in order. */
  #windowsOn(day: DayNumber): TimeSpan[] {
    const date = fromDay(day);
    return this.#ask.round.windows
      .filter(({ weekday, capacity, from }) => weekday === weekdayOf(day) && (capacity === null || this.#ask.load(date, from) < capacity))
      .map(({ from, until }) => ({ from, until }))
      .sort((a, b) => (a.from < b.from ? -1 : 1));
  }

  /** The moment before which an order is still packed for a day: the end of the last day that leaves time for it. */
  #packedBy(day: DayNumber, from: DayNumber): number {
    let last = from;
    for (let next = from + 1; next <= day; next += 1) {
      const packed = this.#packedFrom(next);
      if (packed === null || packed > day) break;
      last = next;
    }
    return instantOf(last + 1, 0, this.#ask.timeZone);
  }

  promiseAt(moment: number): ArrivalPromise | null {
    const { timeZone } = this.#ask;
    const { day: today, minute } = localAt(moment, timeZone);
    const packed = this.#packedFrom(today);
    if (packed === null) return null;
    const skipped: SkippedDay[] = [];
    for (let day = today; day <= Math.min(LAST_DAY, today + 800); day += 1) {
      const closed = this.#days.closed.get(day);
      const runs = this.#ask.round.windows.some(({ weekday }) => weekday === weekdayOf(day));
      if (!runs) continue;
      const why = this.#against(day, { moment, packed, closed: closed !== undefined });
      if (why !== null) {
        skipped.push({ date: fromDay(day), why, ...(why === 'closed' && closed !== undefined && { name: closed }) });
        continue;
      }
      // A window that has begun takes no order any more.
      const windows = this.#windowsOn(day).filter(({ from }) => moment < this.#startOf(day, from));
      const date = fromDay(day);
      return {
        first: date,
        last: date,
        orderBefore: msToInstant(Math.min(this.#lastOrder(day), this.#packedBy(day, today))),
        timeZone,
        windows,
        chain: [
          { code: 'ordered', at: msToInstant(moment), date: fromDay(today), time: timeText(minute) },
          ...(this.#ask.extra > 0
            ? [
                {
                  code: 'packed',
                  first: fromDay(packed),
                  last: fromDay(packed),
                  lead: { least: 0, most: 0 },
                  extra: this.#ask.extra,
                  skipped: [],
                } as const,
              ]
            : []),
          { code: 'round', date, windows, skipped },
        ],
      };
    }
    return null;
  }

  /** Why a day of the round does not do, or null. */
  #against(day: DayNumber, { moment, packed, closed }: { moment: number; packed: DayNumber; closed: boolean }): SkippedDay['why'] | null {
    if (closed) return 'closed';
    if (this.#windowsOn(day).length === 0) return 'full';
    if (moment >= this.#lastOrder(day)) return 'afterLastOrder';
    if (day < packed) return 'stillPacked';
    return mayLeave(this.#ask.leavesOn, day) ? null : 'goodsWait';
  }

  lastOrderFor(day: DayNumber): number | null {
    let round = this.#days.before(day + 1);
    while (round !== null && day - round <= 400) {
      if (mayLeave(this.#ask.leavesOn, round) && this.#windowsOn(round).length > 0) {
        const lastOrder = this.#lastOrder(round);
        let ordered = round;
        while (round - ordered <= 400) {
          const packed = this.#packedFrom(ordered);
          if (packed !== null && packed <= round) return Math.min(lastOrder, instantOf(ordered + 1, 0, this.#ask.timeZone));
          ordered -= 1;
        }
      }
      round = this.#days.before(round);
    }
    return null;
  }
}
