import { describe, expect, test } from 'vitest';
import type { Counter } from '../counters/counter.ts';
import { type CutOffs, DispatchCalendar, type ServiceDays } from '../dispatch/dispatchCalendar.ts';
import type { RateBook, Service } from '../rate-book/rateBook.ts';
import { PLAIN_ROUND, Round } from '../rounds/round.ts';
import { onTheWay } from '../testing/anyTimetable.ts';
import { canada, flat, lane, location } from '../testing/bookOf.ts';
import { counter as plainCounter } from '../testing/commandBook.ts';
import { instantToMs, msToInstant } from '../time/calendar.ts';
import type { ClosedDays } from '../time/closedDays.ts';
import { toDay } from '../time/plainDate.ts';
import type { ArrivalPromise, Timetable } from './promise.ts';
import { daysText, dayText, momentBefore, promiseText } from './promiseText.ts';
import { type GoodsAsk, PLAIN_GOODS, timetableOf } from './timetableOf.ts';

const week = (cutOff: string): CutOffs => [cutOff, cutOff, cutOff, cutOff, cutOff, null, null];
const closed = (...dates: string[]): ClosedDays[] => dates.map((date) => ({ name: `Closed ${date}`, days: [{ from: date, until: date }] }));

interface Shop {
  timeZone?: string;
  dispatch?: Partial<DispatchCalendar>;
  service?: Partial<Service> | undefined;
  goods?: Partial<GoodsAsk>;
}

function timetable({ timeZone = 'America/Halifax', dispatch = {}, service = {}, goods = {} }: Shop): Timetable {
  const plain = canada({ parcel: lane(flat(500)) });
  const calendar = DispatchCalendar.parse({
    cutOffs: week('14:00'),
    ownCutOffs: [],
    lead: { least: 0, most: 0 },
    capacity: null,
    closed: [],
    ...dispatch,
  });
  const book: RateBook = {
    ...plain,
    locations: [location('shop', { timeZone, dispatch: calendar })],
    services: plain.services.map((one) => ({ ...one, days: onTheWay(1, 1), ...service })),
  };
  const found = timetableOf(book, book.services[0]!, null, { ...PLAIN_GOODS, ...goods });
  if (typeof found === 'string') throw new Error(found);
  return found;
}

const ask = (shop: Shop, moment: string): ArrivalPromise => timetable(shop).promiseAt(instantToMs(moment))!;
const dates = (shop: Shop, moment: string) => {
  const { first, last } = ask(shop, moment);
  return [first, last];
};
const step = <C extends string>(promise: ArrivalPromise, code: C) =>
  promise.chain.find((one) => one.code === code) as Extract<ArrivalPromise['chain'][number], { code: C }>;
const parcel = (days: ServiceDays): Shop['service'] => ({ days });

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
    ['calendar' as const, '2026-11-27', '2026-11-29'],
    ['working' as const, '2026-11-27', '2026-12-01'],
  ])('1 to 3 %s days after leaving on Thursday', (count, first, last) => {
    const shop = { dispatch: { lead: { least: 2, most: 2 } }, service: parcel(onTheWay(1, 3, { count })) };
    const promise = ask(shop, '2026-11-24T13:00:00Z');
    expect(step(promise, 'leaves')).toMatchObject({ first: '2026-11-26', last: '2026-11-26' });
    expect([promise.first, promise.last]).toEqual([first, last]);
  });

  test('same-day dispatch until 15:00 for the fast and until 11:00 for the plain service', () => {
    // Common practice, no published source.
    const own = { dispatch: { cutOffs: week('11:00'), ownCutOffs: [{ service: 'parcel', cutOffs: week('15:00') }] } };
    const leaves = (shop: Shop) => step(ask(shop, '2026-11-24T17:00:00Z'), 'leaves').first;
    expect([leaves(own), leaves({ dispatch: { cutOffs: week('11:00') } })]).toEqual(['2026-11-24', '2026-11-25']);
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
    const full: Shop = {
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
    const leaves = (shop: Shop, moment: string) => step(ask(shop, moment), 'leaves');
    expect([leaves(frost, '2026-11-26T13:00:00Z').first, leaves(frost, '2026-12-03T13:00:00Z').first]).toEqual([
      '2026-11-26',
      '2026-12-07',
    ]);
    const mondays = leaves({ service: parcel(onTheWay(1, 1, { collects: [1], closed: closed('2026-11-30') })) }, '2026-11-26T13:00:00Z');
    expect([mondays.first, mondays.skipped.at(-1)]).toEqual(['2026-12-07', { date: '2026-12-06', why: 'notCollected' }]);
    expect(mondays.skipped).toContainEqual({ date: '2026-11-30', why: 'closed', name: 'Closed 2026-11-30' });
  });

  test('Saturday counts where the service delivers then; collected on a Saturday, one working day on is Monday', () => {
    const friday = '2026-11-27T13:00:00Z';
    expect(dates({ service: parcel(onTheWay(1, 1, { saturday: true })) }, friday)).toEqual(['2026-11-28', '2026-11-28']);
    const saturday = {
      dispatch: { cutOffs: [null, null, null, null, null, '12:00', null] as CutOffs },
      service: parcel(onTheWay(1, 2, { collects: [6] })),
    };
    expect(dates(saturday, friday)).toEqual(['2026-11-30', '2026-12-01']);
  });

  test('rules that never agree on a day, and days beyond the calendar, promise nothing', () => {
    const never = { goods: { leavesOn: [{ weekdays: [6], season: null }] } };
    expect(timetable(never).promiseAt(instantToMs('2026-11-24T13:00:00Z'))).toBeNull();
    expect(timetable({}).promiseAt(instantToMs('2038-12-31T13:00:00Z'))).toBeNull();
    expect(timetable(never).lastOrderFor(toDay('2026-12-24'))).toBeNull();
  });
});

describe('the own van', () => {
  const round = (more: Partial<Round>): Round => Round.parse({ ...PLAIN_ROUND, ...more });
  const van = (more: Partial<Round> = {}): Shop['service'] => ({
    kind: 'round',
    round: round({
      windows: [
        { weekday: 2, from: '13:00', until: '17:00', capacity: 5 },
        { weekday: 2, from: '09:00', until: '12:00', capacity: 5 },
        { weekday: 5, from: '12:00', until: '17:00', capacity: null },
      ],
      ...more,
    }),
  });

  test('comes on its next day that still takes orders, in the windows with room, in order', () => {
    const load = (from: string) => ({ kind: 'round', service: 'parcel', date: '2026-11-24', from, orders: 5 }) as const;
    const monday = '2026-11-23T20:00:00Z';
    const open = ask({ service: van() }, monday);
    expect([open.first, open.windows?.map(({ from }) => from), open.orderBefore]).toEqual([
      '2026-11-24',
      ['09:00', '13:00'],
      '2026-11-23T22:00:00Z',
    ]);
    expect(ask({ service: van(), goods: { loads: [load('09:00')] } }, monday).windows).toEqual([{ from: '13:00', until: '17:00' }]);
    expect(dates({ service: van(), goods: { loads: [load('09:00'), load('13:00')] } }, monday)).toEqual(['2026-11-27', '2026-11-27']);
    expect(dates({ service: van() }, '2026-11-23T22:00:00Z')).toEqual(['2026-11-27', '2026-11-27']);
    expect(dates({ service: van({ closed: closed('2026-11-24') }) }, monday)).toEqual(['2026-11-27', '2026-11-27']);
    expect(dates({ service: van(), goods: { extra: 2 } }, monday)).toEqual(['2026-11-27', '2026-11-27']);
  });

  test('ordered on the day itself, only windows that have not begun; once the last has, the next round', () => {
    const today = { service: van({ lastOrder: { days: 0, at: '20:00' } }) };
    const tuesday = ask(today, '2026-11-24T14:00:00Z');
    expect([tuesday.first, tuesday.windows, tuesday.orderBefore]).toEqual([
      '2026-11-24',
      [{ from: '13:00', until: '17:00' }],
      '2026-11-24T17:00:00Z',
    ]);
    expect(dates(today, '2026-11-24T17:00:00Z')).toEqual(['2026-11-27', '2026-11-27']);
  });

  test.each([
    [
      'windows that overlap',
      {
        windows: [
          { weekday: 2, from: '09:00', until: '12:00', capacity: null },
          { weekday: 2, from: '11:00', until: '13:00', capacity: null },
        ],
      },
      /overlaps/,
    ],
    ['a window that ends before it starts', { windows: [{ weekday: 2, from: '17:00', until: '09:00', capacity: null }] }, /ends before/],
    ['a last order at 25:00', { lastOrder: { days: 1, at: '25:00' } }, /00:00 to 24:00/],
  ])('%s is told in words', (_name, more, words) => {
    expect(Round.safeParse({ ...PLAIN_ROUND, ...more }).error?.issues[0]?.message).toMatch(words);
  });
});

describe('a counter', () => {
  const hours = [
    { from: '09:00', until: '12:30' },
    { from: '13:00', until: '17:00' },
  ];
  const open: Counter = { ...plainCounter, hours: [hours, hours, hours, hours, hours, [], []], readyAfter: 120 };
  const at = (counter: Partial<Counter> = {}): Shop['service'] => ({ kind: 'counter', counter: { ...open, ...counter } });
  const ready = (service: Shop['service'], moment: string) => ask({ service }, moment).readyAt;

  test('is ready after so many opening hours, over the noon break, the night, the weekend', () => {
    expect(ready(at(), '2026-11-24T13:00:00Z')).toBe('2026-11-24T15:00:00Z');
    // 11:30 leaves one hour before noon; the other runs from 13:00.
    expect(ready(at(), '2026-11-24T15:30:00Z')).toBe('2026-11-24T18:00:00Z');
    expect(ready(at(), '2026-11-27T20:30:00Z')).toBe('2026-11-30T14:30:00Z');
    // Ready at closing time is ready at the next opening.
    expect(ready(at(), '2026-11-27T19:00:00Z')).toBe('2026-11-30T13:00:00Z');
    expect(ready(at({ readyAfter: 0 }), '2026-11-28T12:00:00Z')).toBe('2026-11-30T13:00:00Z');
  });

  test('what must be packed first is ready after its packing days, though the counter has stock', () => {
    const made = { service: at(), goods: { extra: 2 } };
    // Ordered on Friday, packed on Tuesday; two opening hours from Tuesday morning.
    const promise = ask(made, '2026-11-27T20:30:00Z');
    expect([step(promise, 'packed').first, promise.readyAt]).toEqual(['2026-12-01', '2026-12-01T15:00:00Z']);
    // Ordered on Saturday or Sunday it is packed on Tuesday, too; ordered on Monday, on Wednesday.
    expect(promise.orderBefore).toBe('2026-11-30T04:00:00Z');
    expect(timetable(made).lastOrderFor(toDay('2026-12-01'))).toBe(instantToMs('2026-11-30T04:00:00Z'));
  });

  test('keeps its holiday hours, and says until when to order for the same day', () => {
    const eve = { name: 'Christmas Eve', days: [{ from: '12-24', until: '12-24' }], hours: [{ from: '10:00', until: '13:00' }] };
    const off = { name: 'Christmas', days: [{ from: '12-25', until: '12-27' }], hours: [] };
    const held = at({ exceptions: [eve, off] });
    const promise = ask({ service: held }, '2026-12-24T13:00:00Z');
    expect([promise.readyAt, promise.orderBefore]).toEqual(['2026-12-24T16:00:00Z', '2026-12-24T15:00:00Z']);
    const after = ask({ service: held }, '2026-12-24T15:00:00Z');
    expect([after.first, step(after, 'ready').skipped.map(({ name }) => name)]).toEqual([
      '2026-12-28',
      ['Christmas', 'Christmas', 'Christmas'],
    ]);
  });

  test('opening hours last as long as they do when the clock changes', () => {
    const night = [{ from: '00:00', until: '06:00' }];
    const always = at({ hours: [night, night, night, night, night, night, night], readyAfter: 240 });
    // 8 March 2026 in Halifax has no hour from 2 to 3; 1 November has the hour from 1 to 2 twice.
    expect(ready(always, '2026-03-08T04:00:00Z')).toBe('2026-03-08T08:00:00Z');
    expect(ready(always, '2026-11-01T03:00:00Z')).toBe('2026-11-01T07:00:00Z');
  });

  test('sent from the store room: packed, so many packing days on the way, then opening hours', () => {
    const sent = at({ stock: { kind: 'sent', days: 2 } });
    const promise = ask({ service: sent }, '2026-11-24T13:00:00Z');
    expect([step(promise, 'atCounter').date, promise.readyAt, promise.orderBefore]).toEqual([
      '2026-11-26',
      '2026-11-26T15:00:00Z',
      '2026-11-24T18:00:00Z',
    ]);
  });
});

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
      'Tue, Nov 24, 09:00–12:00 or 13:00–17:00',
    );
    expect(promiseText({ ...promise('2026-11-24', '2026-11-24'), readyAt: '2026-11-24T14:30:00Z' }, 'en-CA', '2026-11-23')).toBe(
      'Tue, Nov 24, 10:30',
    );
  });
  test('before midnight is before the end of the day before', () => {
    expect(momentBefore('2026-11-24T04:00:00Z', 'America/Halifax')).toEqual({ date: '2026-11-23', time: '24:00' });
    expect(msToInstant(instantToMs('2026-11-24T04:00:00.250Z'))).toBe('2026-11-24T04:00:00.250Z');
  });
});
