import ICAL from 'ical.js';
import type { Instant } from '../time/calendar.ts';

/** Something that begins and, if so said, ends. */
export interface CalendarEvent {
  /** Stays the same for as long as the event does. */
  readonly uid: string;
  readonly from: Instant;
  /** Null: a moment. */
  readonly until: Instant | null;
  /** When it was said. */
  readonly stamp: Instant;
  readonly summary: string;
  readonly description?: string;
}

// It counts a folded line without the space that begins it, and a line has 75 octets at most with it (RFC 5545, 3.1).
ICAL.foldLength = 74;

/** To whole seconds, which is as fine as a calendar tells time. */
const timeOf = (instant: Instant): ICAL.Time => ICAL.Time.fromDateTimeString(`${instant.slice(0, 19)}Z`);

/**
 * An iCalendar stream (RFC 5545) of events in UTC.
 * @param name of the calendar, as its reader lists it
 */
export function calendarText(name: string, events: readonly CalendarEvent[]): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.updatePropertyWithValue('version', '2.0');
  calendar.updatePropertyWithValue('prodid', '-//Ostrakon//Editions//EN');
  calendar.updatePropertyWithValue('method', 'PUBLISH');
  // RFC 7986, 5.1 and 5.7.
  calendar.addProperty(new ICAL.Property(['name', {}, 'text', name]));
  calendar.addProperty(ICAL.Property.fromString('REFRESH-INTERVAL;VALUE=DURATION:PT1H'));
  for (const { uid, from, until, stamp, summary, description } of events) {
    const event = new ICAL.Component('vevent');
    event.updatePropertyWithValue('uid', uid);
    event.updatePropertyWithValue('dtstamp', timeOf(stamp));
    event.updatePropertyWithValue('dtstart', timeOf(from));
    if (until !== null) event.updatePropertyWithValue('dtend', timeOf(until));
    event.updatePropertyWithValue('summary', summary);
    if (description !== undefined) event.updatePropertyWithValue('description', description);
    // It takes nobody's time.
    event.updatePropertyWithValue('transp', 'TRANSPARENT');
    calendar.addSubcomponent(event);
  }
  return `${calendar.toString()}\r\n`;
}
