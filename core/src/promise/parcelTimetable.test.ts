import { describe, expect, test } from 'vitest';
import type { CutOffs } from '../dispatch/dispatchCalendar.ts';
import { onTheWay } from '../testing/anyTimetable.ts';
import { ask, closed, type DatedShop, dates, parcel, step, timetable, week } from '../testing/datedShop.ts';
import { instantToMs } from '../time/calendar.ts';
import { toDay } from '../time/plainDate.ts';

describe('from the order to the door', () => {
  // Common practice, no published source: before the cut-off counts today, at the cut-off tomorrow. 25 November 2026 is a Wednesday.
  test.each([
    ['2026-11-25T15:59:00Z', '2026-11-25'],
    ['2026-11-25T16:00:00Z', '2026-11-26'],
  ])('an order at %s, with a cut-off at noon in Halifax, counts for %s', (moment, day) => {
    expect(step(ask({ dispatch: { cutOffs: week('12:00') } }, moment), 'counted').date).toBe(day);
  });

  // Common practice, no published source: two lead days, Monday to Friday, ordered on Tuesday 24 November before the cut-off.
  test.each([
    ['calendar', [1, 2, 3, 4, 5, 6, 7], '2026-11-27', '2026-11-29'],
    ['working', [1, 2, 3, 4, 5], '2026-11-27', '2026-12-01'],
    ['working (Sunday to Thursday)', [7, 1, 2, 3, 4], '2026-11-29', '2026-12-01'],
  ])('1 to 3 %s days after leaving on Thursday', (_, counts, first, last) => {
    const shop = { dispatch: { lead: { least: 2, most: 2 } }, service: parcel(onTheWay(1, 3, { counts, delivers: counts })) };
    const promise = ask(shop, '2026-11-24T13:00:00Z');
    expect(step(promise, 'leaves')).toMatchObject({ first: '2026-11-26', last: '2026-11-26' });
    expect([promise.first, promise.last]).toEqual([first, last]);
  });

  test('same-day dispatch until 15:00 for the fast and until 11:00 for the plain service', () => {
    // Common practice, no published source.
    const own = { dispatch: { cutOffs: week('11:00'), ownCutOffs: [{ service: 'parcel', cutOffs: week('15:00') }] } };
    const leaves = (shop: DatedShop) => step(ask(shop, '2026-11-24T17:00:00Z'), 'leaves').first;
    expect([leaves(own), leaves({ dispatch: { cutOffs: week('11:00') } })]).toEqual(['2026-11-24', '2026-11-25']);
  });

  test('on a weekday a service has no cut-off of its own for, the location’s holds; what is not packed is not by either', () => {
    const own: CutOffs = ['15:00', '15:00', null, '15:00', '15:00', '15:00', null];
    const shop = { dispatch: { cutOffs: week('11:00'), ownCutOffs: [{ service: 'parcel', cutOffs: own }] } };
    const counted = (moment: string) => step(ask(shop, moment), 'counted').date;
    // 13:00 in Halifax: of Tuesday, of Wednesday, and of Saturday, on which nobody packs.
    expect(['2026-11-24T17:00:00Z', '2026-11-25T17:00:00Z', '2026-11-28T17:00:00Z'].map(counted)).toEqual([
      '2026-11-24',
      '2026-11-26',
      '2026-11-30',
    ]);
  });

  test('closed days on the way do not count and are named: one on which it leaves or is to arrive, and one between', () => {
    const way = { service: parcel(onTheWay(2, 2, { closed: closed('2026-11-25', '2026-11-27') })) };
    const arrives = step(ask(way, '2026-11-24T13:00:00Z'), 'arrives');
    expect([arrives.first, arrives.last, arrives.skipped]).toEqual([
      '2026-11-30',
      '2026-11-30',
      [
        { date: '2026-11-25', why: 'closed', name: 'Closed 2026-11-25' },
        { date: '2026-11-27', why: 'closed', name: 'Closed 2026-11-27' },
      ],
    ]);
  });

  test('an order after the last cut-off of a Friday leaves on Monday', () => {
    // Common practice, no published source.
    expect(step(ask({}, '2026-11-27T18:00:00Z'), 'leaves').first).toBe('2026-11-30');
  });

  const holidays = {
    dispatch: { lead: { least: 0, most: 1 }, closed: closed('2026-12-25', '2026-12-26', '2027-01-01', '2027-02-15', '2027-03-26') },
  };
  const carrier = closed('2026-12-25', '2026-12-28', '2027-01-01', '2027-03-26');
  // Source: zoneinfo of tz database 2026f, and working days by NumPy 2.4.6 busday_offset, roll forward.
  test.each([
    ['2026-12-23T17:59:59Z', '2026-12-23', ['2026-12-23', '2026-12-24'], ['2026-12-29', '2027-01-04']],
    ['2026-12-23T18:00:00Z', '2026-12-24', ['2026-12-24', '2026-12-28'], ['2026-12-30', '2027-01-05']],
  ])('an order at %s over Christmas and the year’s end', (moment, counted, packed, arrives) => {
    const promise = ask({ ...holidays, service: parcel(onTheWay(2, 4, { closed: carrier })) }, moment);
    const { first, last } = step(promise, 'packed');
    expect([step(promise, 'counted').date, [first, last], [promise.first, promise.last]]).toEqual([counted, packed, arrives]);
  });

  // The same source: the cut-off moves with the clock, and a runtime's old data would be a day wrong in Vancouver.
  test.each([
    ['2026-10-30T16:59:59Z', 'America/Halifax', '2026-10-30', '2026-11-02'],
    ['2026-10-30T17:00:00Z', 'America/Halifax', '2026-11-02', '2026-11-03'],
    ['2026-12-15T21:30:00Z', 'America/Vancouver', '2026-12-16', '2026-12-17'],
  ])('an order at %s in %s leaves on %s', (moment, timeZone, leaves, arrives) => {
    const promise = ask({ timeZone }, moment);
    expect([step(promise, 'leaves').first, promise.last]).toEqual([leaves, arrives]);
  });

  test('cut-offs at either midnight, in the hour a clock shows twice, and in one it leaves out', () => {
    const counted = (cutOff: string, moment: string, timeZone = 'America/Halifax') =>
      step(ask({ timeZone, dispatch: { cutOffs: [cutOff, cutOff, cutOff, cutOff, cutOff, cutOff, cutOff] } }, moment), 'counted').date;
    expect([counted('24:00', '2026-11-25T03:59:00Z'), counted('24:00', '2026-11-25T04:00:00Z')]).toEqual(['2026-11-24', '2026-11-25']);
    expect([counted('00:00', '2026-11-25T03:59:00Z'), counted('00:00', '2026-11-25T04:00:00Z')]).toEqual(['2026-11-25', '2026-11-26']);
    // 1 November 2026: 01:30 comes at 04:30Z and again at 05:30Z; once past, it stays past.
    expect(['2026-11-01T04:29:00Z', '2026-11-01T04:30:00Z', '2026-11-01T05:10:00Z'].map((moment) => counted('01:30', moment))).toEqual([
      '2026-11-01',
      '2026-11-02',
      '2026-11-02',
    ]);
    // 4 October 2026 on Lord Howe: 02:15 is left out, and falls 15 minutes after the change at 15:30Z.
    expect(['2026-10-03T15:44:00Z', '2026-10-03T15:45:00Z'].map((moment) => counted('02:15', moment, 'Australia/Lord_Howe'))).toEqual([
      '2026-10-04',
      '2026-10-05',
    ]);
  });

  test('a full day rolls over; extra packing days, days of leaving and of collecting each push on, and the chain says so', () => {
    const load = (date: string, orders: number) => ({ kind: 'packing', location: 'shop', date, orders }) as const;
    const full: DatedShop = {
      dispatch: { capacity: 3 },
      goods: { loads: [load('2026-11-24', 3), load('2026-11-25', 4), load('2026-11-26', 2)] },
    };
    const rolled = step(ask(full, '2026-11-24T13:00:00Z'), 'packed');
    expect([rolled.first, rolled.skipped.map(({ date, why }) => `${date} ${why}`)]).toEqual([
      '2026-11-26',
      ['2026-11-24 full', '2026-11-25 full'],
    ]);
    expect(step(ask({ goods: { extra: 2 } }, '2026-11-27T13:00:00Z'), 'packed')).toMatchObject({ first: '2026-12-01', extra: 2 });
    // Not from Thursday to Sunday, December to March: the Thursday before is still November.
    const frost = { goods: { leavesOn: [{ weekdays: [1, 2, 3], season: { from: '12-01', until: '03-31' } }] } };
    const leaves = (shop: DatedShop, moment: string) => step(ask(shop, moment), 'leaves');
    expect([leaves(frost, '2026-11-26T13:00:00Z').first, leaves(frost, '2026-12-03T13:00:00Z').first]).toEqual([
      '2026-11-26',
      '2026-12-07',
    ]);
    const mondays = leaves({ service: parcel(onTheWay(1, 1, { collects: [1], closed: closed('2026-11-30') })) }, '2026-11-26T13:00:00Z');
    expect([mondays.first, mondays.skipped.at(-1)]).toEqual(['2026-12-07', { date: '2026-12-06', why: 'notCollected' }]);
    expect(mondays.skipped).toContainEqual({ date: '2026-11-30', why: 'closed', name: 'Closed 2026-11-30' });
  });

  test('Saturday counts where the owner says so; collected on a Saturday, one working day on is Monday', () => {
    const friday = '2026-11-27T13:00:00Z';
    const sixDays = { counts: [1, 2, 3, 4, 5, 6], delivers: [1, 2, 3, 4, 5, 6] };
    expect(dates({ service: parcel(onTheWay(1, 1, sixDays)) }, friday)).toEqual(['2026-11-28', '2026-11-28']);
    const saturday = {
      dispatch: { cutOffs: [null, null, null, null, null, '12:00', null] as CutOffs },
      service: parcel(onTheWay(1, 2, { collects: [6] })),
    };
    expect(dates(saturday, friday)).toEqual(['2026-11-30', '2026-12-01']);
  });

  test('what is there on a day without delivery comes on the next with one, and says so', () => {
    // Every day counts, nobody delivers on a Friday or Saturday: ordered on Tuesday, three days on is Friday.
    const gulf = parcel(onTheWay(3, 3, { counts: [1, 2, 3, 4, 5, 6, 7], delivers: [7, 1, 2, 3, 4] }));
    const arrives = step(ask({ service: gulf }, '2026-11-24T13:00:00Z'), 'arrives');
    expect([arrives.first, arrives.skipped]).toEqual([
      '2026-11-29',
      [
        { date: '2026-11-27', why: 'notDelivered' },
        { date: '2026-11-28', why: 'notDelivered' },
      ],
    ]);
    // Delivered on a day that does not count: gone on Saturday with none on the way, it comes the same day.
    const weekends: DatedShop = {
      dispatch: { cutOffs: [null, null, null, null, null, '12:00', null] as CutOffs },
      service: parcel(onTheWay(0, 0, { collects: [6], delivers: [6] })),
    };
    expect(dates(weekends, '2026-11-27T13:00:00Z')).toEqual(['2026-11-28', '2026-11-28']);
  });

  test('rules that never agree on a day, and days beyond the calendar, promise nothing', () => {
    const never = { goods: { leavesOn: [{ weekdays: [6], season: null }] } };
    expect(timetable(never).promiseAt(instantToMs('2026-11-24T13:00:00Z'))).toBeNull();
    expect(timetable({}).promiseAt(instantToMs('2038-12-31T13:00:00Z'))).toBeNull();
    expect(timetable(never).lastOrderFor(toDay('2026-12-24'))).toBeNull();
  });
});
