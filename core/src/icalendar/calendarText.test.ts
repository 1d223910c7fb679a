import fc from 'fast-check';
import ICAL from 'ical.js';
import nodeIcal from 'node-ical';
import { expect, test } from 'vitest';
import { msToInstant } from '../time/calendar.ts';
import { calendarText } from './calendarText.ts';

const words = fc.string({
  unit: fc.constantFrom('a', ' ', ',', ';', ':', '\\', '"', '\n', 'é', '陶', '🏺', 'n'),
  minLength: 1,
  maxLength: 90,
  size: 'max',
});
const second = fc.integer({ min: 1_700_000_000, max: 1_900_000_000 });
const instant = (seconds: number) => msToInstant(seconds * 1000);
const told = (date: { getTime(): number }) => msToInstant(date.getTime());

// Source: RFC 5545; read back by ical.js and by node-ical, which share no code.
test('two readers of iCalendar find every event with its times and words; no line is over 75 octets, and each ends with CR LF', () => {
  let [long, open] = [0, 0];
  const event = fc.record({ from: second, days: fc.option(fc.integer({ min: 1, max: 60 }), { nil: null }), stamp: second, summary: words });
  fc.assert(
    fc.property(fc.array(event, { minLength: 1, maxLength: 5 }), words, (list, name) => {
      const events = list.map(({ from, days, stamp, summary }, at) => ({
        uid: `release-${at}@shop`,
        from: instant(from),
        until: days === null ? null : instant(from + days * 86_400),
        stamp: instant(stamp),
        summary,
      }));
      const text = calendarText(name, events);
      const lines = text.split('\r\n');
      expect(lines.at(-1)).toBe('');
      expect(text.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/);
      for (const line of lines) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
      const read = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((one) => {
        const { uid, summary, startDate } = new ICAL.Event(one);
        const end = one.getFirstPropertyValue('dtend') as ICAL.Time | null;
        return { uid, summary, from: told(startDate.toJSDate()), until: end === null ? null : told(end.toJSDate()) };
      });
      expect(read).toEqual(events.map(({ stamp: _stamp, ...one }) => one));
      const second = nodeIcal.sync.parseICS(text);
      for (const { uid, from, until, summary } of events) {
        const found = second[uid];
        if (found?.type !== 'VEVENT') throw new Error(`the second reader has no event ${uid}`);
        expect(told(found.start)).toBe(from);
        if (until !== null) expect(found.end && told(found.end)).toBe(until);
        else open += 1;
        // It trims what stands around, quotes too, and takes an escaped backslash before an n for a line break (RFC 5545, 3.3.11, has it otherwise).
        if (!/\\n|"/.test(summary)) expect(String(found.summary).trim()).toBe(summary.trim());
      }
      if (lines.some((line) => line.startsWith(' '))) long += 1;
    }),
  );
  expect([long > 20, open > 20]).toEqual([true, true]);
});
