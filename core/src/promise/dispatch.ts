import type { CutOffs, DispatchCalendar, ServiceDays, Transit } from '../dispatch/dispatchCalendar.ts';
import type { LeavesOn } from '../goods/leavesOn.ts';
import type { Id } from '../names/naming.ts';
import { oncePer } from '../once/oncePer.ts';
import { inWindow, msToInstant, type Weekday } from '../time/calendar.ts';
import { LAST_DAY } from '../time/closedDays.ts';
import { type DayNumber, fromDay, weekdayOf } from '../time/plainDate.ts';
import { minutesOf, type TimeOfDay, timeText } from '../time/timeOfDay.ts';
import { instantOf, type LocalTimeOfDay, localAt } from '../time/timeZone.ts';
import { WorkingDays } from '../time/workingDays.ts';
import type { PromiseStep, SkippedDay } from './promise.ts';

const EVERY_DAY: readonly Weekday[] = [1, 2, 3, 4, 5, 6, 7];

/** A dispatch calendar with its packing days worked out. */
export interface PackingCalendar {
  readonly calendar: DispatchCalendar;
  readonly days: WorkingDays;
}

export const packingCalendar = oncePer((calendar: DispatchCalendar): PackingCalendar => {
  const packs = EVERY_DAY.filter((day) => calendar.cutOffs[day - 1] !== null);
  return { calendar, days: new WorkingDays(packs, calendar.closed) };
});

/** The first day goods are packed that were ordered on a day and ask for packing days of their own; without a calendar every day packs. */
export function packedAfter(packing: PackingCalendar | null, day: DayNumber, extra: number): DayNumber | null {
  if (extra === 0) return day;
  return packing ? packing.days.after(day, extra) : day + extra;
}

interface OrderedStep extends LocalTimeOfDay {
  readonly moment: number;
  readonly step: PromiseStep;
}

/** The step told last: all services of a quote begin with the same. */
let told: OrderedStep | undefined;

/** The order itself, by the clock of a zone. */
export function orderedStep(moment: number, { day, minute }: LocalTimeOfDay): PromiseStep {
  if (told !== undefined && told.moment === moment && told.day === day && told.minute === minute) return told.step;
  const step: PromiseStep = { code: 'ordered', at: msToInstant(moment), date: fromDay(day), time: timeText(minute) };
  told = { moment, day, minute, step };
  return step;
}

/** Packing that takes nothing but the days its goods ask for. */
export const extraStep = (packed: DayNumber, extra: number): PromiseStep => ({
  code: 'packed',
  ...datesOf({ least: packed, most: packed }),
  lead: { least: 0, most: 0 },
  extra,
  skipped: [],
});

/** The cut-offs that hold for a service: its own, and the location's where it has none. */
export function cutOffsFor({ cutOffs, ownCutOffs }: DispatchCalendar, service: Id | null): CutOffs {
  const own = ownCutOffs.find((entry) => entry.service === service)?.cutOffs;
  return own ? (cutOffs.map((cutOff, at) => (cutOff === null ? null : (own[at] ?? cutOff))) as CutOffs) : cutOffs;
}

/** What a cart asks of dispatch. */
export interface DispatchAsk {
  readonly location: Id;
  readonly timeZone: string;
  readonly packing: PackingCalendar;
  /** Whose cut-offs hold; null is the location's. */
  readonly service: Id | null;
  /** Packing days on top of the location's own. */
  readonly extra: number;
  /** Days on which its goods may leave. */
  readonly leavesOn: readonly LeavesOn[];
  /** Orders taken for a day of packing. */
  readonly load: (day: DayNumber) => number;
  /** When parcels are taken away; null takes them on any day. */
  readonly carrier: Pick<ServiceDays, 'collects' | 'closed'> | null;
}

/** Days passed over, if anyone wants to know. */
type Skips = SkippedDay[] | null;

const skip = (skips: Skips, day: DayNumber, why: SkippedDay['why'], name?: string) =>
  skips?.push({ date: fromDay(day), why, ...(name !== undefined && { name }) });

/** The days on which a carrier takes parcels away. */
const collecting = oncePer(({ collects, closed }: Pick<ServiceDays, 'collects' | 'closed'>) => new WorkingDays(collects, closed));

/** Whether goods with days of their own may leave on a day. */
export function mayLeave(rules: readonly LeavesOn[], day: DayNumber): boolean {
  if (rules.length === 0) return true;
  const [date, weekday] = [fromDay(day), weekdayOf(day)];
  return rules.every(({ weekdays, season }) => weekdays.includes(weekday) || (season !== null && !inWindow(season, date)));
}

/** From the order to the day it leaves. */
export class Dispatch {
  readonly ask: DispatchAsk;
  readonly #cutOffs: CutOffs;

  constructor(ask: DispatchAsk) {
    this.ask = ask;
    this.#cutOffs = cutOffsFor(ask.packing.calendar, ask.service);
  }

  /** The cut-off of a packing day by the clock. */
  cutOffTime(day: DayNumber): TimeOfDay {
    return this.#cutOffs[weekdayOf(day) - 1] ?? '00:00';
  }

  /** The moment before which an order counts for a packing day, in milliseconds since 1970. */
  cutOff(day: DayNumber): number {
    return instantOf(day, minutesOf(this.cutOffTime(day)), this.ask.timeZone);
  }

  /** The next packing day. */
  countedAfter(day: DayNumber): DayNumber | null {
    return this.ask.packing.days.onOrAfter(day + 1);
  }

  /** The packing day an order counts for. */
  countedFor(moment: number, skips: Skips = null): DayNumber | null {
    const { days } = this.ask.packing;
    const today = localAt(moment, this.ask.timeZone).day;
    let day = days.onOrAfter(today);
    // Only today's cut-off can be past; but a day may lack the hour it is in.
    while (day !== null && moment >= this.cutOff(day)) {
      skip(skips, day, 'afterCutOff', this.cutOffTime(day));
      day = days.onOrAfter(day + 1);
    }
    if (skips === null || day === null) return day;
    for (let other = today; other < day; other += 1) {
      if (days.isOpen(other)) continue;
      const name = days.closed.get(other);
      skip(skips, other, name === undefined ? 'noPacking' : 'closed', name);
    }
    skips.sort((a, b) => (a.date < b.date ? -1 : 1));
    return day;
  }

  /** The day it is packed, counted from the day the order counts for; full days are passed over. */
  packedOn(counted: DayNumber, lead: number, skips: Skips = null): DayNumber | null {
    const { packing, load, extra } = this.ask;
    const { capacity } = packing.calendar;
    let day = packing.days.after(counted, lead + extra);
    while (capacity !== null && day !== null && load(day) >= capacity) {
      skip(skips, day, 'full');
      day = packing.days.onOrAfter(day + 1);
    }
    return day;
  }

  /** The day it leaves: when the carrier collects, and the goods may go. */
  leavesOn(packed: DayNumber, skips: Skips = null): DayNumber | null {
    const { carrier } = this.ask;
    const days = carrier === null ? null : collecting(carrier);
    for (let day = packed; day <= LAST_DAY; day += 1) {
      if (days && !days.isOpen(day)) {
        const name = days.closed.get(day);
        skip(skips, day, name === undefined ? 'notCollected' : 'closed', name);
      } else if (!mayLeave(this.ask.leavesOn, day)) skip(skips, day, 'goodsWait');
      else return day;
      // Rules that never agree on a day would be followed to the end of the calendar.
      if (day - packed > 800) return null;
    }
    return null;
  }

  /** When an order leaves that counts for a packing day. */
  leaving(counted: DayNumber, which: keyof Transit): DayNumber | null {
    const packed = this.packedOn(counted, this.ask.packing.calendar.lead[which]);
    return packed === null ? null : this.leavesOn(packed);
  }

  /** The steps from an order that counts for a packing day to the day it leaves, and the days that came of them. */
  explain(moment: number, counted: DayNumber): { packed: DaySpan; leaves: DaySpan; steps: PromiseStep[] } | null {
    const { packing, extra } = this.ask;
    const skips = { counted: [] as SkippedDay[], packed: [] as SkippedDay[], leaves: [] as SkippedDay[] };
    this.countedFor(moment, skips.counted);
    const { lead } = packing.calendar;
    const packed = this.#both((which, wanted) => this.packedOn(counted, lead[which], wanted ? skips.packed : null));
    const leaves = packed && this.#both((which, wanted) => this.leavesOn(packed[which], wanted ? skips.leaves : null));
    if (!packed || !leaves) return null;
    const steps: PromiseStep[] = [
      { code: 'counted', date: fromDay(counted), cutOff: this.cutOffTime(counted), skipped: skips.counted },
      { code: 'packed', ...datesOf(packed), lead, extra, skipped: skips.packed },
      { code: 'leaves', ...datesOf(leaves), skipped: skips.leaves },
    ];
    return { packed, leaves, steps };
  }

  /** The same asked for the least and the most; days passed over are told for the latest, which passes over the most. */
  #both(of: (which: keyof Transit, wanted: boolean) => DayNumber | null): DaySpan | null {
    const [least, most] = [of('least', false), of('most', true)];
    return least === null || most === null ? null : { least, most };
  }

  /** The days orders can count for, up to a day, the latest first; as far back as an order may lie before its arrival. */
  *countedBefore(day: DayNumber): Generator<DayNumber> {
    let counted = this.ask.packing.days.before(day + 1);
    while (counted !== null && day - counted <= 400) {
      yield counted;
      counted = this.ask.packing.days.before(counted);
    }
  }
}

export interface DaySpan {
  readonly least: DayNumber;
  readonly most: DayNumber;
}

export const datesOf = ({ least, most }: DaySpan) => ({ first: fromDay(least), last: fromDay(most) });
