import { describe, expect, test } from 'vitest';
import { instantToMs, msToInstant } from '../time/calendar.ts';
import { daysText, dayText, momentBefore, promiseText } from './promiseText.ts';

describe('what is said', () => {
  const promise = (first: string, last: string) => ({
    first,
    last,
    orderBefore: '2026-11-24T18:00:00Z',
    timeZone: 'America/Halifax',
    chain: [],
  });
  test('one day, days, a year’s end', () => {
    const text = (first: string, last: string) => promiseText(promise(first, last), 'en-CA', '2026-11-24');
    expect(text('2026-11-26', '2026-11-26')).toBe('Thu, Nov 26');
    expect(text('2026-11-26', '2026-11-30')).toBe('Thu, Nov 26 – Mon, Nov 30');
    expect(text('2026-12-30', '2027-01-04')).toBe('Wed, Dec 30, 2026 – Mon, Jan 4, 2027');
    expect(dayText('2027-01-04', 'de-DE', '2026-12-30')).toBe('Mo., 4. Jan. 2027');
    expect(daysText('2027-01-04', '2027-01-05', 'en-CA', '2027-01-01')).toBe('Mon, Jan 4 – Tue, Jan 5');
  });
  test('windows and the hour of collecting', () => {
    const windows = [
      { from: '09:00', until: '12:00' },
      { from: '13:00', until: '17:00' },
    ];
    expect(promiseText({ ...promise('2026-11-24', '2026-11-24'), windows }, 'en-CA', '2026-11-23')).toBe(
      'Tue, Nov 24, 9:00\u00a0a.m.–12:00\u00a0p.m. or 1:00\u00a0p.m.–5:00\u00a0p.m.',
    );
    expect(promiseText({ ...promise('2026-11-24', '2026-11-24'), readyAt: '2026-11-24T14:30:00Z' }, 'en-CA', '2026-11-23')).toBe(
      'Tue, Nov 24, 10:30\u00a0a.m.',
    );
  });
  test('before midnight is before the end of the day before', () => {
    expect(momentBefore('2026-11-24T04:00:00Z', 'America/Halifax')).toEqual({ date: '2026-11-23', time: '24:00' });
    expect(msToInstant(instantToMs('2026-11-24T04:00:00.250Z'))).toBe('2026-11-24T04:00:00.250Z');
  });
});
