import ICAL from 'ical.js';
import type { ClosedDays } from '../time/closedDays.ts';
import { type DayNumber, dayOf, fromDay } from '../time/plainDate.ts';

/** Why an event closes no day. */
export type EventProblem = 'timed' | 'cancelled' | 'unreadable' | 'endsBeforeStart' | 'tooOften' | 'outside';

export interface SkippedEvent {
  /** The event's summary, or an empty text. */
  readonly name: string;
  readonly why: EventProblem;
}

export type ReadCalendar =
  | { readonly ok: true; readonly closed: ClosedDays[]; readonly skipped: SkippedEvent[] }
  | { readonly ok: false; readonly why: 'tooLarge' | 'noCalendar' | 'unreadable' | 'noEvents' | 'tooManyEvents' };

const MOST_CHARACTERS = 2_000_000;
const MOST_EVENTS = 2_000;
/** Occurrences looked at for one event, those before the wanted days included. */
const MOST_OCCURRENCES = 4_000;
const MOST_DAYS_OF_A_NAME = 400;
const MOST_NAMES = 200;

const toDayNumber = ({ year, month, day }: ICAL.Time): DayNumber => dayOf(year, month, day);

interface Stretch {
  readonly from: DayNumber;
  readonly until: DayNumber;
}

/** Rules name a month or a day of it that an occurrence must lie in: 30 February is no day. */
function keepsRule(event: ICAL.Event, at: ICAL.Time): boolean {
  const rule = event.component.getFirstPropertyValue('rrule');
  if (!(rule instanceof ICAL.Recur)) return true;
  const months = rule.parts.BYMONTH as number[] | undefined;
  const days = rule.parts.BYMONTHDAY as number[] | undefined;
  return (months?.includes(at.month) ?? true) && (!days || days.includes(at.day) || days.some((day) => day < 0));
}

/**
 * The whole days of an event within a range. The end of an all-day event is the day after it (RFC 5545, 3.6.1).
 * @throws Error of the library where the event cannot be read
 */
function stretchesOf(event: ICAL.Event, within: Stretch): Stretch[] | EventProblem {
  if (!event.startDate.isDate) return 'timed';
  const length = toDayNumber(event.endDate) - toDayNumber(event.startDate);
  if (length < 0) return 'endsBeforeStart';
  const last = Math.max(length, 1) - 1;
  const found: Stretch[] = [];
  const add = (start: ICAL.Time) => {
    const from = toDayNumber(start);
    if (from <= within.until && from + last >= within.from) found.push({ from, until: from + last });
  };
  if (!event.isRecurring()) {
    add(event.startDate);
    return found.length > 0 ? found : 'outside';
  }
  const occurrences = event.iterator();
  for (let count = 0; ; count += 1) {
    const next: ICAL.Time | undefined | null = occurrences.next();
    if (!next || toDayNumber(next) > within.until) break;
    if (count >= MOST_OCCURRENCES) return 'tooOften';
    if (!keepsRule(event, next)) continue;
    const details = event.getOccurrenceDetails(next);
    if (details.item.component.getFirstPropertyValue('status') !== 'CANCELLED') add(details.startDate);
  }
  return found.length > 0 ? found : 'outside';
}

function eventsOf(calendar: ICAL.Component): ICAL.Event[] {
  const components = calendar.getAllSubcomponents('vevent');
  // An event that changes one occurrence of another is read with that one.
  const changes = components.filter((component) => component.hasProperty('recurrence-id'));
  return components
    .filter((component) => !changes.includes(component))
    .map((component) => {
      const uid = component.getFirstPropertyValue('uid');
      const own = changes.filter((change) => change.getFirstPropertyValue('uid') === uid);
      return new ICAL.Event(component, { strictExceptions: false, exceptions: own });
    });
}

function parse(text: string): ICAL.Event[] | null {
  try {
    const parsed: unknown = ICAL.parse(text);
    const calendars = (Array.isArray(parsed) && Array.isArray(parsed[0]) ? parsed : [parsed]) as unknown[][];
    return calendars.flatMap((calendar) => eventsOf(new ICAL.Component(calendar)));
  } catch {
    return null;
  }
}

/** One event that cannot be read would take its whole file with it: the file without such events. */
function withoutUnreadable(text: string, skipped: SkippedEvent[]): string {
  return text.replace(/BEGIN:VEVENT\r?\n[\s\S]*?END:VEVENT\r?\n/g, (event) => {
    if (parse(`BEGIN:VCALENDAR\r\n${event}END:VCALENDAR\r\n`) !== null) return event;
    skipped.push({ name: /^SUMMARY[^:\r\n]*:([^\r\n]{0,80})/m.exec(event)?.[1]?.trim() ?? '', why: 'unreadable' });
    return '';
  });
}

function readEvent(event: ICAL.Event, within: Stretch): Stretch[] | EventProblem {
  try {
    if (event.component.getFirstPropertyValue('status') === 'CANCELLED') return 'cancelled';
    return stretchesOf(event, within);
  } catch {
    return 'unreadable';
  }
}

function nameOf(event: ICAL.Event): string {
  try {
    return (event.summary ?? '').replace(/\s+/g, ' ').trim().slice(0, 80);
  } catch {
    return '';
  }
}

/**
 * Closed days of an iCalendar file (RFC 5545): its all-day events, those that recur at every date within a range of days.
 * @param within the first and last day wanted, as plain dates
 */
export function readClosedDays(text: string, within: { from: DayNumber; until: DayNumber }): ReadCalendar {
  if (text.length > MOST_CHARACTERS) return { ok: false, why: 'tooLarge' };
  if (!/BEGIN:VCALENDAR/i.test(text)) return { ok: false, why: 'noCalendar' };
  const skipped: SkippedEvent[] = [];
  const events = parse(text) ?? parse(withoutUnreadable(text, skipped));
  if (events === null) return { ok: false, why: 'unreadable' };
  if (events.length + skipped.length === 0) return { ok: false, why: 'noEvents' };
  if (events.length > MOST_EVENTS) return { ok: false, why: 'tooManyEvents' };
  const byName = new Map<string, Stretch[]>();
  for (const event of events) {
    const name = nameOf(event);
    const read = readEvent(event, within);
    if (typeof read === 'string') skipped.push({ name, why: read });
    else byName.set(name, [...(byName.get(name) ?? []), ...read]);
  }
  const closed = [...byName].slice(0, MOST_NAMES).flatMap(([name, stretches]) => {
    const days = [...new Map(stretches.map((stretch) => [`${stretch.from} ${stretch.until}`, stretch])).values()]
      .sort((a, b) => a.from - b.from)
      .map(({ from, until }) => ({ from: fromDay(from), until: fromDay(until) }));
    if (days.length <= MOST_DAYS_OF_A_NAME) return [{ name: name === '' ? 'Closed' : name, days }];
    skipped.push({ name, why: 'tooOften' });
    return [];
  });
  return { ok: true, closed, skipped };
}
