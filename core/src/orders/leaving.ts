import type { PlainDate, PromiseStep } from '../promise/promise.ts';
import type { Location } from '../rate-book/location.ts';
import type { Service } from '../rate-book/rateBook.ts';
import { type Instant, msToInstant } from '../time/calendar.ts';
import { toDay } from '../time/plainDate.ts';
import { minutesOf, type TimeSpan } from '../time/timeOfDay.ts';
import { instantOf } from '../time/timeZone.ts';

/** When a consignment has to leave so that its promise holds. */
export interface Leaving {
  /** The packing day it counts for: of so many a day that a location packs. */
  readonly countsOn: PlainDate | null;
  /** The last day on which it can be packed, by the clock of its location. */
  readonly packBy: PlainDate | null;
  /** The last day on which it can leave. */
  readonly leavesOn: PlainDate | null;
  /** When its carrier collects, its round sets out, or its buyer may come, on that day; null where the shop has not said. */
  readonly dueAt: Instant | null;
  /** Of a round: the window that was promised first. */
  readonly window: TimeSpan | null;
}

const NOTHING: Leaving = { countsOn: null, packBy: null, leavesOn: null, dueAt: null, window: null };

/** When a carrier collects at a location on a day. */
export function collectionOn(location: Pick<Location, 'dispatch' | 'timeZone'>, service: string, date: PlainDate): Instant | null {
  const collection = location.dispatch?.collections?.find((one) => one.service === service);
  return collection ? msToInstant(instantOf(toDay(date), minutesOf(collection.at), location.timeZone)) : null;
}

/**
 * When a consignment has to leave, by what was promised for it.
 * @param chain the steps of its promise; empty where nothing was promised
 */
export function leavingOf(
  service: Pick<Service, 'id' | 'kind'>,
  location: Pick<Location, 'dispatch' | 'timeZone'> | null,
  timeZone: string,
  chain: readonly PromiseStep[],
): Leaving {
  const step = <C extends PromiseStep['code']>(code: C) => chain.find((one): one is Extract<PromiseStep, { code: C }> => one.code === code);
  const packBy = step('packed')?.last ?? null;
  const countsOn = step('counted')?.date ?? null;
  const round = step('round');
  if (round) {
    const [window = null] = round.windows;
    const dueAt = window && msToInstant(instantOf(toDay(round.date), minutesOf(window.from), timeZone));
    return { countsOn, packBy: packBy ?? round.date, leavesOn: round.date, dueAt, window };
  }
  const ready = step('ready');
  if (ready) return { countsOn, packBy: packBy ?? ready.date, leavesOn: ready.date, dueAt: ready.at, window: null };
  const leaves = step('leaves');
  if (!leaves) return { ...NOTHING, countsOn, packBy };
  return { countsOn, packBy, leavesOn: leaves.last, dueAt: location && collectionOn(location, service.id, leaves.last), window: null };
}
