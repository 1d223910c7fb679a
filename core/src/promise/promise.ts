import type { Transit } from '../dispatch/dispatchCalendar.ts';
import type { Instant, Weekday } from '../time/calendar.ts';
import type { TimeOfDay, TimeSpan } from '../time/timeOfDay.ts';

/** A plain date such as `2026-11-26`. */
export type PlainDate = string;

/** A day passed over, and the name of what closes it where it has one. */
export interface SkippedDay {
  readonly date: PlainDate;
  readonly why:
    | 'closed'
    | 'noPacking'
    | 'afterCutOff'
    | 'full'
    | 'notCollected'
    | 'goodsWait'
    | 'afterLastOrder'
    | 'stillPacked'
    | 'notDelivered';
  readonly name?: string;
}

/** One step from order to arrival. Two dates are the earliest and the latest. */
export type PromiseStep =
  | { readonly code: 'ordered'; readonly at: Instant; readonly date: PlainDate; readonly time: TimeOfDay }
  /** The packing day an order counts for, and the days passed over until then. */
  | { readonly code: 'counted'; readonly date: PlainDate; readonly cutOff: TimeOfDay; readonly skipped: readonly SkippedDay[] }
  | {
      readonly code: 'packed';
      readonly first: PlainDate;
      readonly last: PlainDate;
      readonly lead: Transit;
      /** Packing days that goods ask for on top. */
      readonly extra: number;
      readonly skipped: readonly SkippedDay[];
    }
  | { readonly code: 'leaves'; readonly first: PlainDate; readonly last: PlainDate; readonly skipped: readonly SkippedDay[] }
  | {
      readonly code: 'arrives';
      readonly first: PlainDate;
      readonly last: PlainDate;
      readonly transit: Transit;
      /** Days of the week that count on the way. */
      readonly counts: readonly Weekday[];
      /** Closed days on the way, and days on which nothing is delivered. */
      readonly skipped: readonly SkippedDay[];
    }
  | { readonly code: 'round'; readonly date: PlainDate; readonly windows: readonly TimeSpan[]; readonly skipped: readonly SkippedDay[] }
  /** At the counter, after days on the way from the store room. */
  | { readonly code: 'atCounter'; readonly date: PlainDate; readonly days: number }
  | {
      readonly code: 'ready';
      readonly at: Instant;
      readonly date: PlainDate;
      readonly time: TimeOfDay;
      /** Minutes of opening time it takes. */
      readonly after: number;
      readonly skipped: readonly SkippedDay[];
    };

/** When an order arrives, or can be collected. */
export interface ArrivalPromise {
  readonly first: PlainDate;
  readonly last: PlainDate;
  /** An order placed before this moment is promised the same. */
  readonly orderBefore: Instant;
  /** The zone whose clock cut-offs, windows and opening hours go by. */
  readonly timeZone: string;
  /** Windows of a round that still take orders. */
  readonly windows?: readonly TimeSpan[];
  /** When it can be collected. */
  readonly readyAt?: Instant;
  readonly chain: readonly PromiseStep[];
}

/** Why an option carries no date. */
export type NoPromise =
  | 'datesOff'
  | 'noMoment'
  | 'noLocation'
  | 'noCalendar'
  | 'noTransit'
  | 'noRoundDays'
  | 'noCounter'
  | 'noHours'
  | 'beyondCalendar';

/** Answers when an order arrives, and until when to order. */
export interface Timetable {
  /** @param moment milliseconds since 1970 */
  promiseAt(moment: number): ArrivalPromise | null;
  /**
   * The moment before which to order so that it has arrived by a day, in milliseconds since 1970; null where none would do.
   * @param day a day number
   */
  lastOrderFor(day: number): number | null;
}
