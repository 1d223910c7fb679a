import { addBusinessDays } from 'date-fns';
import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { describe, expect, test } from 'vitest';
import { ClosedDays, FIRST_DAY, LAST_DAY } from './closedDays.ts';
import { civilOf, dayOf, fromDay, isoWeekOf, toDay, weekdayOf } from './plainDate.ts';
import { minutesOf, overlapIn, parseTimeOfDay, TimeOfDay, TimeSpan } from './timeOfDay.ts';
import { WorkingDays } from './workingDays.ts';

const MON_TO_FRI = [1, 2, 3, 4, 5];
const plain = new WorkingDays(MON_TO_FRI, []);
const text = (day: number | null) => (day === null ? null : fromDay(day));
const closed = (...dates: string[]): ClosedDays => ({ name: 'Closed', days: dates.map((date) => ({ from: date, until: date })) });

describe('plain dates', () => {
  test('are those of Temporal, with their weekday and ISO 8601 week', () => {
    fc.assert(
      fc.property(fc.integer({ min: -200_000, max: 200_000 }), (day) => {
        const date = Temporal.PlainDate.from('1970-01-01').add({ days: day });
        const { year, month, date: ofMonth } = civilOf(day);
        expect([year, month, ofMonth, dayOf(year, month, ofMonth)]).toEqual([date.year, date.month, date.day, day]);
        expect(weekdayOf(day)).toBe(date.dayOfWeek);
        expect(isoWeekOf(day)).toEqual({ year: date.yearOfWeek, week: date.weekOfYear });
      }),
      { numRuns: 500 },
    );
  });

  // ISO 8601 week dates around the turn of years, confirmed with Temporal.
  test.each([
    ['2005-01-01', 2004, 53, 6],
    ['2007-01-01', 2007, 1, 1],
    ['2008-12-29', 2009, 1, 1],
    ['2010-01-03', 2009, 53, 7],
    ['2024-12-30', 2025, 1, 1],
    ['2027-01-03', 2026, 53, 7],
  ])('%s lies in week %i-W%i-%i', (date, year, week, weekday) => {
    const theirs = Temporal.PlainDate.from(date);
    expect([theirs.yearOfWeek, theirs.weekOfYear, theirs.dayOfWeek]).toEqual([year, week, weekday]);
    expect([isoWeekOf(toDay(date)), weekdayOf(toDay(date))]).toEqual([{ year, week }, weekday]);
  });
});

describe('working days', () => {
  // Source: the worked examples in the documentation of busday_offset, busday_count and is_busday, NumPy 1.24.2.
  test('follow the examples of NumPy', () => {
    expect(text(plain.onOrAfter(toDay('2011-10-01')))).toBe('2011-10-03');
    expect(text(plain.before(toDay('2012-03-01')))).toBe('2012-02-29');
    const wednesdays = new WorkingDays([3], []);
    expect(text(wednesdays.after(wednesdays.onOrAfter(toDay('2011-01-01'))!, 2))).toBe('2011-01-19');
    const sundays = new WorkingDays([7], []);
    expect(text(sundays.after(sundays.onOrAfter(toDay('2012-05-01'))!, 1))).toBe('2012-05-13');
    expect(['2011-03-20', '2011-03-22'].map((date) => text(plain.onOrAfter(toDay(date))))).toEqual(['2011-03-21', '2011-03-22']);
    expect(plain.between(toDay('2011-01-01'), toDay('2011-02-01'))).toBe(21);
    expect(plain.between(toDay('2011-01-01'), toDay('2012-01-01'))).toBe(260);
    expect(new WorkingDays([6], []).between(toDay('2011-01-01'), toDay('2012-01-01'))).toBe(53);
    const days = new WorkingDays(MON_TO_FRI, [closed('2011-07-01', '2011-07-04', '2011-07-17')]);
    expect(['2011-07-01', '2011-07-02', '2011-07-18'].map((date) => days.isOpen(toDay(date)))).toEqual([false, false, true]);
  });

  test('so many days after any day are those of date-fns, from which a Saturday counts on like the Friday before', () => {
    expect(text(plain.after(toDay('2014-09-01'), 10))).toBe('2014-09-15');
    fc.assert(
      fc.property(fc.integer({ min: FIRST_DAY, max: LAST_DAY - 400 }), fc.integer({ min: 1, max: 120 }), (day, days) => {
        // biome-ignore lint/style/noRestrictedGlobals: what the reference library takes
        const reference = addBusinessDays(new Date(`${fromDay(day)}T12:00:00`), days);
        const [month, date] = [reference.getMonth() + 1, reference.getDate()];
        expect(civilOf(plain.after(day, days)!)).toEqual({ year: reference.getFullYear(), month, date });
      }),
    );
  });

  test('closed days are named, of one year or of every year, also over the year’s end', () => {
    const days = new WorkingDays(MON_TO_FRI, [
      { name: 'Winter break', days: [{ from: '12-24', until: '01-02' }] },
      { name: 'Leap day', days: [{ from: '2028-02-29', until: '2028-02-29' }] },
    ]);
    expect(text(days.after(toDay('2026-12-23'), 1))).toBe('2027-01-04');
    expect(text(days.after(toDay('2028-02-28'), 1))).toBe('2028-03-01');
    expect([days.closed.get(toDay('2031-01-02')), days.closed.get(toDay('2031-01-03'))]).toEqual(['Winter break', undefined]);
  });

  test('laws: one more closed day never brings a day forward, counting and stepping agree, nothing lies beyond the calendar', () => {
    const day = fc.integer({ min: FIRST_DAY, max: LAST_DAY - 900 });
    fc.assert(
      fc.property(day, fc.nat(60), fc.array(fc.nat(90), { maxLength: 6 }), fc.nat(90), (from, steps, shut, more) => {
        const list = [closed('2010-01-01', ...shut.map((after) => fromDay(from + after)))];
        const before = new WorkingDays(MON_TO_FRI, list);
        const after = new WorkingDays(MON_TO_FRI, [...list, closed(fromDay(from + more))]);
        const landed = before.after(from, steps)!;
        expect(after.after(from, steps)!).toBeGreaterThanOrEqual(landed);
        expect(before.isOpen(landed)).toBe(true);
        if (steps > 0) expect(before.between(from + 1, landed + 1)).toBe(steps);
      }),
    );
    expect([plain.onOrAfter(LAST_DAY + 1), plain.after(LAST_DAY, 5), new WorkingDays([], []).onOrAfter(0)]).toEqual([null, null, null]);
  });
});

describe('times of day as typed', () => {
  test.each([
    ['14:00', '14:00'],
    ['9.30', '09:30'],
    ['9h30', '09:30'],
    ['0930', '09:30'],
    ['9', '09:00'],
    ['2 pm', '14:00'],
    ['12:15am', '00:15'],
    ['1 pm', '13:00'],
    ['12 pm', '12:00'],
    ['12 am', '00:00'],
    ['noon', '12:00'],
    ['midnight', '24:00'],
    ['24:00', '24:00'],
  ])('%s is %s', (typed, value) => expect(parseTimeOfDay(typed)).toEqual({ ok: true, value }));

  test.each(['25:00', '24:01', '12:60', '13 pm', '0 pm', '14m', 'soon', '', '1:2:3'])('%j is none', (typed) =>
    expect(parseTimeOfDay(typed)).toEqual({ ok: false }),
  );

  test('a cut-off of 25:00 is told in words', () =>
    expect(TimeOfDay.safeParse('25:00').error?.issues[0]?.message).toMatch(/from 00:00 to 24:00/));

  test('hours that cross midnight are told in words, hours that overlap are found, hours that touch are not', () => {
    expect(TimeSpan.safeParse({ from: '22:00', until: '02:00' }).error?.issues[0]?.message).toMatch(/past midnight/);
    const span = (from: string, until: string) => ({ from, until });
    expect(overlapIn([span('09:00', '12:00'), span('12:00', '17:00')])).toBe(-1);
    expect(overlapIn([span('09:00', '12:00'), span('13:00', '17:00'), span('11:59', '12:30')])).toBe(2);
    expect(minutesOf('24:00')).toBe(1440);
  });

  test('closed days need both ends and a name', () => {
    expect(ClosedDays.safeParse({ name: '', days: [{ from: '2026-12-25', until: '2026-12-25' }] }).success).toBe(false);
    expect(ClosedDays.safeParse({ name: 'X', days: [{ from: '2026-12-25', until: null }] }).success).toBe(false);
  });
});
