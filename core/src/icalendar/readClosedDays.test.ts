import { describe, expect, test } from 'vitest';
import { ClosedList } from '../time/closedDays.ts';
import { toDay } from '../time/plainDate.ts';
import { readClosedDays } from './readClosedDays.ts';

const file = (...events: string[][]) =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//test//EN',
    ...events.flatMap((lines, at) => ['BEGIN:VEVENT', `UID:${at}`, ...lines, 'END:VEVENT']),
    'END:VCALENDAR',
    '',
  ].join('\r\n');
const within = { from: toDay('1997-01-01'), until: toDay('2030-12-31') };
const read = (text: string, range = within) => readClosedDays(text, range);
const days = (text: string, range = within) => {
  const found = read(text, range);
  if (!found.ok) throw new Error(found.why);
  return found.closed.flatMap((entry) => entry.days.map(({ from, until }) => (from === until ? from : `${from}..${until}`)));
};
const rule = (start: string, rrule: string) => file(['SUMMARY:Shut', `DTSTART;VALUE=DATE:${start}`, `RRULE:${rrule}`]);

describe('an iCalendar file', () => {
  // Source: RFC 5545, 3.8.5.3, the examples of recurrence rules; computed alike by two libraries.
  test.each([
    [
      'every other week on two days, weeks from Monday',
      '19970805',
      'FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=MO',
      '08-05 08-10 08-19 08-24',
    ],
    ['the same with weeks from Sunday', '19970805', 'FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=SU', '08-05 08-17 08-19 08-31'],
    ['the third of three weekdays in the month', '19970904', 'FREQ=MONTHLY;COUNT=3;BYDAY=TU,WE,TH;BYSETPOS=3', '09-04 10-07 11-06'],
    ['the second-to-last Monday of the month', '19970922', 'FREQ=MONTHLY;COUNT=4;BYDAY=-2MO', '09-22 10-20 11-17 12-22'],
  ])('%s', (_name, start, rrule, expected) => {
    expect(days(rule(start, rrule))).toEqual(expected.split(' ').map((day) => `1997-${day}`));
  });

  test('Fridays the 13th, and days a month does not have', () => {
    // The same section of RFC 5545.
    const fridays = days(rule('19970902', 'FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13'), { ...within, until: toDay('2000-12-31') });
    expect(fridays.slice(-5)).toEqual(['1998-02-13', '1998-03-13', '1998-11-13', '1999-08-13', '2000-10-13']);
    expect(days(rule('20070115', 'FREQ=MONTHLY;BYMONTHDAY=15,30;COUNT=5'))).toEqual([
      '2007-01-15',
      '2007-01-30',
      '2007-02-15',
      '2007-03-15',
      '2007-03-30',
    ]);
  });

  test('folded lines, escaped text, ends that are not part of the event, dates left out, one occurrence moved or cancelled', () => {
    // RFC 5545, 3.1 (folding), 3.3.11 (escapes), 3.6.1 (DTEND of a date is the day after).
    const text = file(
      ['SUMMARY:Summer\\, all of it\\; and a long', '  tail', 'DTSTART;VALUE=DATE:20261225', 'DTEND;VALUE=DATE:20261227'],
      ['SUMMARY:Weekly', 'DTSTART;VALUE=DATE:20270101', 'RRULE:FREQ=WEEKLY;COUNT=4', 'EXDATE;VALUE=DATE:20270108'],
    ).replace(
      'END:VCALENDAR',
      'BEGIN:VEVENT\r\nUID:1\r\nSUMMARY:Weekly\r\nRECURRENCE-ID;VALUE=DATE:20270115\r\nDTSTART;VALUE=DATE:20270116\r\nEND:VEVENT\r\nEND:VCALENDAR',
    );
    expect(read(text)).toMatchObject({ ok: true, closed: [{ name: 'Summer, all of it; and a long tail' }, { name: 'Weekly' }] });
    expect(days(text)).toEqual(['2026-12-25..2026-12-26', '2027-01-01', '2027-01-16', '2027-01-22']);
  });

  test('what closes no day is told by name: hours, cancelled events, ends before starts, days outside, rules that make no sense', () => {
    const text = file(
      ['SUMMARY:Meeting', 'DTSTART:20261201T100000Z', 'DTEND:20261201T110000Z'],
      ['SUMMARY:Off', 'STATUS:CANCELLED', 'DTSTART;VALUE=DATE:20261202'],
      ['SUMMARY:Backwards', 'DTSTART;VALUE=DATE:20261205', 'DTEND;VALUE=DATE:20261201'],
      ['SUMMARY:Old', 'DTSTART;VALUE=DATE:19900101'],
      ['SUMMARY:Nonsense', 'DTSTART;VALUE=DATE:20261201', 'RRULE:FREQ=NEVER'],
      ['SUMMARY:No start'],
      ['SUMMARY:Thirtieth of February', 'DTSTART;VALUE=DATE:20260230', 'RRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30'],
    );
    const found = read(text);
    expect(found.ok && found.closed).toEqual([]);
    expect(found.ok && found.skipped.map(({ name, why }) => `${name}: ${why}`).sort()).toEqual([
      'Backwards: endsBeforeStart',
      'Meeting: timed',
      'No start: unreadable',
      'Nonsense: unreadable',
      'Off: cancelled',
      'Old: outside',
      'Thirtieth of February: outside',
    ]);
  });

  test.each([
    ['junk', 'hello', 'noCalendar'],
    ['a torn file', 'BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nSUMMARY', 'unreadable'],
    ['a calendar without events', file(), 'noEvents'],
    ['too many events', file(...Array.from({ length: 2001 }, () => ['DTSTART;VALUE=DATE:20261201'])), 'tooManyEvents'],
    ['a file of megabytes', `BEGIN:VCALENDAR${'x'.repeat(2_000_001)}`, 'tooLarge'],
  ])('%s is refused', (_name, text, why) => expect(read(text)).toEqual({ ok: false, why }));

  test('rules that recur without end, or every second, end all the same, and what is read fits the schema', () => {
    for (const until of ['2030-12-31', '2037-12-31']) {
      const found = read(rule('20260101', 'FREQ=DAILY'), { from: toDay('2026-01-01'), until: toDay(until) });
      expect(found).toEqual({ ok: true, closed: [], skipped: [{ name: 'Shut', why: 'tooOften' }] });
    }
    const found = read(
      file(
        ['SUMMARY:Tick', 'DTSTART;VALUE=DATE:20260101', 'RRULE:FREQ=SECONDLY'],
        ['DTSTART;VALUE=DATE:20261224', `SUMMARY:${'long '.repeat(60)}`],
      ),
    );
    expect(found.ok && found.skipped).toEqual([{ name: 'Tick', why: 'unreadable' }]);
    expect(found.ok && ClosedList.safeParse(found.closed).success).toBe(true);
  });
});
