import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { describe, expect, test } from 'vitest';
import { DateWindow, dayAt, instantToMs, inWindow, msToInstant } from './calendar.ts';

describe('windows of days', () => {
  test.each([
    [{ from: '2026-11-01', until: '2026-11-30' }, ['2026-10-31', '2026-11-01', '2026-11-30', '2026-12-01'], [false, true, true, false]],
    [{ from: '2026-11-01', until: null }, ['2026-10-31', '2030-01-01'], [false, true]],
    [{ from: null, until: '2026-11-30' }, ['2020-01-01', '2026-12-01'], [true, false]],
    [{ from: '11-01', until: '12-31' }, ['2026-10-31', '2026-11-01', '2031-12-31', '2032-01-01'], [false, true, true, false]],
    [
      { from: '12-15', until: '01-06' },
      ['2026-12-14', '2026-12-15', '2027-01-01', '2027-01-06', '2027-01-07'],
      [false, true, true, true, false],
    ],
    [{ from: '02-29', until: '02-29' }, ['2027-02-28', '2028-02-29', '2027-03-01'], [false, true, false]],
  ])('%j', (window, days, held) => expect(days.map((day) => inWindow(window, day))).toEqual(held));

  test.each([
    ['nothing', { from: null, until: null }],
    ['an end before its start', { from: '2026-11-02', until: '2026-11-01' }],
    ['one day with a year, one without', { from: '2026-11-02', until: '12-01' }],
    ['half of every year', { from: null, until: '12-01' }],
    ['no date', { from: '2026-02-30', until: null }],
    ['a moment', { from: '2026-11-02T00:00:00Z', until: null }],
  ])('%s is no window', (_name, window) => expect(DateWindow.safeParse(window).success).toBe(false));
});

test('instants are read and written as Temporal does, with seconds or without', () => {
  fc.assert(
    fc.property(fc.integer({ min: -2e12, max: 4e12 }), (ms) => {
      const instant = msToInstant(ms);
      expect([instantToMs(instant), Temporal.Instant.from(instant).epochMilliseconds]).toEqual([ms, ms]);
      expect(instantToMs(Temporal.Instant.fromEpochMilliseconds(ms).toString())).toBe(ms);
    }),
  );
  expect(instantToMs('2026-11-23T13:05Z')).toBe(Temporal.Instant.from('2026-11-23T13:05Z').epochMilliseconds);
});

describe('the day at an instant', () => {
  // Source: the IANA time zone data; weekdays by the perpetual Gregorian calendar (23 November 2026 is a Monday).
  test.each([
    ['2026-11-23T03:59:59Z', 'America/Halifax', '2026-11-22', 7],
    ['2026-11-23T04:00:00Z', 'America/Halifax', '2026-11-23', 1],
    ['2026-07-01T02:59:59Z', 'America/Halifax', '2026-06-30', 2],
    ['2026-12-31T10:00:00Z', 'Pacific/Kiritimati', '2027-01-01', 5],
    ['2027-01-01T10:59:59Z', 'Pacific/Pago_Pago', '2026-12-31', 4],
    ['2026-03-08T06:00:00Z', 'America/Halifax', '2026-03-08', 7],
  ])('%s in %s', (instant, zone, date, weekday) => expect(dayAt(instantToMs(instant), zone)).toEqual({ date, weekday }));

  test('weekdays follow one another, whatever was asked before', () => {
    const start = instantToMs('2026-01-01T12:00:00Z');
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(20_000), fc.constantFrom('UTC', 'Asia/Tokyo', 'America/Halifax')), { maxLength: 5 }),
        (asked) => {
          for (const [days, zone] of asked) {
            const [one, next] = [0, 1].map((more) => dayAt(start + (days + more) * 86_400_000, zone).weekday);
            expect(next).toBe((one! % 7) + 1);
          }
        },
      ),
    );
  });
});
