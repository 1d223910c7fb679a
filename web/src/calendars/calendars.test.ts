import { emptyBook } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { readPastedDays } from '../features/dates/pasteDays.ts';
import { readOpeningTime, readPoint } from '../features/service/counterReaders.ts';
import { hoursShown, readHours } from '../features/service/readHours.ts';
import { formatFor } from '../words/format.ts';
import { beforeWords, openingTimeWords, stepWords, transitWords } from '../words/promiseWords.ts';
import { closedDaysWords, mergedClosed, readClosed } from './closedDays.ts';
import { daysShown, readDays } from './readDays.ts';

const format = formatFor(emptyBook().shop);
const words = { locale: 'en-CA', today: '2026-11-24' };

test.each([
  ['3', '3'],
  ['2 to 4', '2 to 4'],
  ['2-4 days', '2 to 4'],
  ['0', '0'],
])('%j days are %j', (typed, shown) => {
  const read = readDays(typed);
  expect(read.ok && daysShown(read.value)).toBe(shown);
});

test.each(['4 to 2', '1 to 2 to 3', 'soon', '121', ''])('%j days are refused in words', (typed) => {
  const read = readDays(typed);
  expect(read.ok ? '' : read.message).toMatch(/\w.+\.$/);
});

test.each([
  ['9-12:30, 13-17', '9:00 a.m.–12:30 p.m., 1:00 p.m.–5:00 p.m.'],
  ['10:00 to 17:30', '10:00 a.m.–5:30 p.m.'],
  ['9 am–5 pm', '9:00 a.m.–5:00 p.m.'],
  ['closed', ''],
  ['', ''],
])('hours %j are %j', (typed, shown) => {
  const read = readHours(typed);
  expect(read.ok && hoursShown(read.value, 'en-CA')).toBe(shown);
});

test.each([
  ['9-25', /no stretch of hours/],
  ['9-12, 11-13', /overlap/],
  ['22-2', /past midnight/],
  ['mornings', /no stretch of hours/],
])('hours %j are told in words', (typed, told) => {
  const read = readHours(typed);
  expect(read.ok ? '' : read.message).toMatch(told);
});

test('opening time and points as typed', () => {
  const minutes = (typed: string) => {
    const read = readOpeningTime(typed);
    return read.ok ? read.value : read.message;
  };
  expect(['2', '2 h', '1.5h', '90 min', '1 h 30 min', '0'].map(minutes)).toEqual([120, 120, 90, 90, 90, 0]);
  expect(minutes('a while')).toMatch(/Write opening time/);
  expect(minutes('1001 h')).toMatch(/At most/);
  expect(readPoint('44.6658, -63.5676')).toEqual({ ok: true, value: { latitude: 44.6658, longitude: -63.5676 } });
  expect(readPoint('91, 0').ok).toBe(false);
  expect([openingTimeWords(150), openingTimeWords(0)]).toEqual(['2 h 30 min', '0 min']);
});

test('days pasted from a spreadsheet: read by rows and columns, or refused whole with the cell at fault', () => {
  expect(readPastedDays('1\t2 to 4\r\n\t-\r\n')).toEqual({
    ok: true,
    cells: [
      [
        { least: 1, most: 1 },
        { least: 2, most: 4 },
      ],
      [null, null],
    ],
  });
  const bad = readPastedDays('1\t2\n3\tsoon');
  expect(bad.ok ? '' : bad.message).toMatch(/^Row 2, column 2, “soon”.*Nothing was taken\.$/);
});

test('closed days as typed, with each fault at its field', () => {
  expect(readClosed({ name: 'Break', from: '24 Dec', until: '2 Jan' })).toEqual({
    ok: true,
    entry: { name: 'Break', days: [{ from: '12-24', until: '01-02' }] },
  });
  expect(readClosed({ name: 'Day', from: '2026-12-29', until: '' })).toMatchObject({
    ok: true,
    entry: { days: [{ from: '2026-12-29', until: '2026-12-29' }] },
  });
  const faults = (typed: Parameters<typeof readClosed>[0]) => {
    const read = readClosed(typed);
    return read.ok ? [] : Object.keys(read.faults);
  };
  expect(faults({ name: '', from: '', until: '' })).toEqual(['name', 'from']);
  expect(faults({ name: 'x', from: '31 April', until: '' })).toEqual(['from']);
  expect(faults({ name: 'x', from: '2026-12-29', until: '2026-12-01' })).toEqual(['until']);
});

test('closed days of one name come together, each day once, and are told from today on', () => {
  const day = (date: string) => ({ from: date, until: date });
  const merged = mergedClosed(
    [{ name: 'New Year', days: [day('2027-01-01')] }],
    [{ name: 'New Year', days: [day('2027-01-01'), day('2026-01-01')] }],
  );
  expect(merged).toEqual([{ name: 'New Year', days: [day('2026-01-01'), day('2027-01-01')] }]);
  expect(closedDaysWords(merged[0]!, format, '2026-11-24')).toBe('Jan 1, 2027 and 1 more');
  expect(closedDaysWords({ name: 'Break', days: [{ from: '12-24', until: '01-02' }] }, format, '2026-11-24')).toBe(
    'Dec 24 to Jan 2, every year',
  );
});

test('every step from order to arrival in words, with what was passed over', () => {
  const skipped = [
    { date: '2026-11-27', why: 'afterCutOff', name: '14:00' },
    { date: '2026-11-28', why: 'noPacking' },
    { date: '2026-11-29', why: 'noPacking' },
  ] as const;
  expect(stepWords({ code: 'counted', date: '2026-11-30', cutOff: '14:00', skipped }, words)).toEqual({
    what: 'Counts for',
    when: 'Mon, Nov 30',
    why: 'cut-off 2:00\u00a0p.m. · Fri, Nov 27: past its cut-off at 2:00\u00a0p.m.; Sat, Nov 28 – Sun, Nov 29: no packing',
  });
  const packed = { code: 'packed', first: '2026-12-01', last: '2026-12-02', lead: { least: 0, most: 1 }, extra: 2, skipped: [] } as const;
  expect(stepWords(packed, words).why).toBe('0 to 1 packing day, 2 packing days more for these goods');
  expect(stepWords({ ...packed, lead: { least: 0, most: 0 }, extra: 0 }, words).why).toBe('the same day');
  const ready = { code: 'ready', at: '2026-12-24T15:00:00Z', date: '2026-12-24', time: '11:00', after: 120, skipped: [] } as const;
  expect(stepWords(ready, words)).toEqual({ what: 'Ready', when: 'Thu, Dec 24, 11:00\u00a0a.m.', why: 'after 2 h of opening time' });
  expect(transitWords({ least: 1, most: 3 }, [1, 2, 3, 4, 5, 6], 'de')).toBe('1 to 3 working days, Mon to Sat');
  expect(transitWords({ least: 2, most: 2 }, [1, 2, 3, 4, 7], 'ar-KW')).toBe('2 working days, Sun to Thu');
  expect(beforeWords('2026-11-25T04:00:00Z', 'America/Halifax', words)).toBe('Tue, Nov 24, midnight');
});
