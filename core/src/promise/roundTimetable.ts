import type { LeavesOn } from '../goods/leavesOn.ts';
import { oncePer } from '../once/oncePer.ts';
import type { Round } from '../rounds/round.ts';
import { msToInstant } from '../time/calendar.ts';
import { LAST_DAY } from '../time/closedDays.ts';
import { type DayNumber, fromDay, weekdayOf } from '../time/plainDate.ts';
import { minutesOf, type TimeSpan } from '../time/timeOfDay.ts';
import { instantOf, localAt } from '../time/timeZone.ts';
import { WorkingDays } from '../time/workingDays.ts';
import { extraStep, mayLeave, orderedStep, type PackingCalendar, packedAfter } from './dispatch.ts';
import { lastAlikeBy } from './lastAlike.ts';
import type { ArrivalPromise, SkippedDay, Timetable } from './promise.ts';

/** The days of the week it runs, less those it does not. */
const daysOf = oncePer(({ windows, closed }: Round) => new WorkingDays([...new Set(windows.map(({ weekday }) => weekday))], closed));

/** The windows of each weekday, in their order. */
const windowsOf = oncePer(({ windows }: Round) => {
  const inOrder = [...windows].sort((a, b) => (a.from < b.from ? -1 : 1));
  return new Map([1, 2, 3, 4, 5, 6, 7].map((day) => [day, inOrder.filter(({ weekday }) => weekday === day)]));
});

/** No order is placed sooner before its round. */
const FARTHEST = 400;

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
  readonly load: (day: DayNumber, from: string) => number;
}

/** The own van: on its own days, in windows with room, ordered before its last order. */
export class RoundTimetable implements Timetable {
  readonly #ask: RoundAsk;
  readonly #days: WorkingDays;

  constructor(ask: RoundAsk) {
    this.#ask = ask;
    this.#days = daysOf(ask.round);
  }

  #startOf(day: DayNumber, { from }: TimeSpan): number {
    return instantOf(day, minutesOf(from), this.#ask.timeZone);
  }

  #packedFrom(day: DayNumber): DayNumber | null {
    return packedAfter(this.#ask.packing, day, this.#ask.extra);
  }

  /** Windows of a day with room, in order. */
  #windowsOn(day: DayNumber): TimeSpan[] {
    const windows = windowsOf(this.#ask.round).get(weekdayOf(day)) ?? [];
    return windows.flatMap(({ from, until, capacity }) =>
      capacity === null || this.#ask.load(day, from) < capacity ? [{ from, until }] : [],
    );
  }

  /** The moment before which to order for a round: its last order, or when its last window begins. */
  #lastOrder(day: DayNumber, windows: readonly TimeSpan[]): number {
    const { days, at } = this.#ask.round.lastOrder;
    const last = windows.at(-1);
    return Math.min(instantOf(day - days, minutesOf(at), this.#ask.timeZone), last ? this.#startOf(day, last) : Infinity);
  }

  /** The end of the last day on which to order goods that are packed in time for a round; null where no day would do. */
  #packedBy(round: DayNumber): number | null {
    const inTime = (ordered: DayNumber) => {
      const packed = this.#packedFrom(ordered);
      return packed !== null && packed <= round;
    };
    const first = round - FARTHEST;
    return inTime(first) ? instantOf(lastAlikeBy(first, round, inTime) + 1, 0, this.#ask.timeZone) : null;
  }

  /** Both, whichever is sooner. */
  #orderBefore(day: DayNumber, windows: readonly TimeSpan[]): number | null {
    const packedBy = this.#packedBy(day);
    return packedBy === null ? null : Math.min(this.#lastOrder(day, windows), packedBy);
  }

  /** Why a day on which the round would run does not do for an order, or null. */
  #against(
    day: DayNumber,
    windows: readonly TimeSpan[],
    { moment, packed }: { moment: number; packed: DayNumber },
  ): SkippedDay['why'] | null {
    if (!this.#days.isOpen(day)) return 'closed';
    if (windows.length === 0) return 'full';
    if (moment >= this.#lastOrder(day, windows)) return 'afterLastOrder';
    if (day < packed) return 'stillPacked';
    return mayLeave(this.#ask.leavesOn, day) ? null : 'goodsWait';
  }

  promiseAt(moment: number): ArrivalPromise | null {
    const { timeZone, round, extra } = this.#ask;
    const local = localAt(moment, timeZone);
    const today = local.day;
    const packed = this.#packedFrom(today);
    if (packed === null) return null;
    const skipped: SkippedDay[] = [];
    for (let day = today; day <= Math.min(LAST_DAY, today + 2 * FARTHEST); day += 1) {
      if (windowsOf(round).get(weekdayOf(day))?.length === 0) continue;
      const windows = this.#windowsOn(day);
      const why = this.#against(day, windows, { moment, packed });
      if (why !== null) {
        const name = this.#days.closed.get(day);
        skipped.push({ date: fromDay(day), why, ...(why === 'closed' && name !== undefined && { name }) });
        continue;
      }
      const before = this.#orderBefore(day, windows);
      if (before === null) return null;
      // A window that has begun takes no order any more.
      const open = windows.filter((span) => moment < this.#startOf(day, span));
      const date = fromDay(day);
      return {
        first: date,
        last: date,
        orderBefore: msToInstant(before),
        timeZone,
        windows: open,
        chain: [
          orderedStep(moment, local),
          ...(extra > 0 ? [extraStep(packed, extra)] : []),
          { code: 'round', date, windows: open, skipped },
        ],
      };
    }
    return null;
  }

  lastOrderFor(day: DayNumber): number | null {
    let round = this.#days.before(day + 1);
    while (round !== null && day - round <= FARTHEST) {
      const windows = this.#windowsOn(round);
      if (windows.length > 0 && mayLeave(this.#ask.leavesOn, round)) return this.#orderBefore(round, windows);
      round = this.#days.before(round);
    }
    return null;
  }
}
