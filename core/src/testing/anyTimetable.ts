import fc from 'fast-check';
import type { Counter } from '../counters/counter.ts';
import { type CutOffs, type DayLoad, PLAIN_DAYS, type ServiceDays } from '../dispatch/dispatchCalendar.ts';
import type { LeavesOn } from '../goods/leavesOn.ts';
import type { GoodsAsk } from '../promise/timetableOf.ts';
import type { RateBook, Service } from '../rate-book/rateBook.ts';
import type { Round } from '../rounds/round.ts';
import type { Weekday } from '../time/calendar.ts';
import type { ClosedList } from '../time/closedDays.ts';
import { fromDay, toDay } from '../time/plainDate.ts';
import { timeText } from '../time/timeOfDay.ts';
import { canada, flat, lane, location } from './bookOf.ts';
import { counter as plainCounter } from './commandBook.ts';

/** Books with one service of each kind and every calendar in use, for the laws of promises. */

/** The days around which closed days and loads fall. */
export const AUTUMN = toDay('2026-10-20');
const SPREAD = 90;

const time = fc.nat(95).map((quarter) => timeText(quarter * 15));
const weekdays: fc.Arbitrary<Weekday[]> = fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 7 });
const date = fc.nat(SPREAD).map((after) => fromDay(AUTUMN + after));
export const closedList: fc.Arbitrary<ClosedList> = fc
  .array(date, { maxLength: 6 })
  .map((dates) => dates.map((day) => ({ name: 'Closed', days: [{ from: day, until: day }] })));
const range = (most: number) => fc.tuple(fc.nat(most), fc.nat(most)).map(([a, b]) => ({ least: Math.min(a, b), most: Math.max(a, b) }));

const cutOffs: fc.Arbitrary<CutOffs> = fc
  .tuple(weekdays, fc.array(fc.oneof(time, fc.constant('24:00')), { minLength: 7, maxLength: 7 }))
  .map(([days, times]) => times.map((cutOff, at) => (days.includes(at + 1) ? cutOff : null)) as CutOffs);

const leavesOn: fc.Arbitrary<LeavesOn[]> = fc.array(
  fc.record({ weekdays: fc.constantFrom([1, 2, 3], [2, 4], [5, 6]), season: fc.constantFrom(null, { from: '12-01', until: '03-31' }) }),
  { maxLength: 1 },
);

const days: fc.Arbitrary<ServiceDays> = fc.record({
  transit: range(6),
  counts: weekdays,
  delivers: weekdays,
  collects: weekdays,
  closed: closedList,
  skipsHolidays: fc.constant(false),
});

const round: fc.Arbitrary<Round> = fc
  .record({ on: weekdays, lastOrder: fc.record({ days: fc.nat(3), at: time }), closed: closedList, capacity: fc.constantFrom(null, 2) })
  .map(({ on, lastOrder, closed, capacity }) => ({
    centre: null,
    area: [],
    windows: on.flatMap((weekday) => [
      { weekday, from: '09:00', until: '12:00', capacity },
      { weekday, from: '14:00', until: '18:00', capacity: null },
    ]),
    lastOrder,
    closed,
    notes: '',
  }));

const counter: fc.Arbitrary<Counter> = fc
  .record({
    on: weekdays,
    readyAfter: fc.integer({ min: 0, max: 1500 }),
    closed: closedList,
    sent: fc.option(fc.nat(3), { nil: null }),
    timeZone: fc.constantFrom('America/Halifax', 'Australia/Lord_Howe'),
  })
  .map(({ on, readyAfter, closed, sent, timeZone }) => ({
    ...plainCounter,
    timeZone,
    hours: [1, 2, 3, 4, 5, 6, 7].map((day) =>
      on.includes(day)
        ? [
            { from: '00:30', until: '02:30' },
            { from: '13:00', until: '17:00' },
          ]
        : [],
    ) as Counter['hours'],
    exceptions: closed.map((entry) => ({ ...entry, hours: [] })),
    readyAfter,
    stock: sent === null ? { kind: 'own' as const } : { kind: 'sent' as const, days: sent },
  }));

export interface AnyTimetable {
  readonly book: RateBook;
  readonly goods: GoodsAsk;
}

const plain = canada({ parcel: lane(flat(500)), van: lane(flat(500)), counter: lane(flat(0)) });

/** A book whose services are a parcel, a van round and a counter, and what some goods ask of it. */
export const anyTimetable: fc.Arbitrary<AnyTimetable> = fc
  .record({
    timeZone: fc.constantFrom('America/Halifax', 'Australia/Lord_Howe', 'Pacific/Chatham', 'Asia/Kathmandu', 'Pacific/Kiritimati'),
    cutOffs,
    ownCutOffs: fc.option(fc.tuple(fc.constantFrom('parcel', 'counter'), cutOffs), { nil: null }),
    lead: range(3),
    capacity: fc.constantFrom(null, 3),
    closed: closedList,
    days,
    round,
    counter,
    extra: fc.nat(3),
    leavesOn,
    loads: fc.array(fc.record({ date, orders: fc.nat(5) }), { maxLength: 10 }),
  })
  .map(
    ({
      timeZone,
      cutOffs: week,
      ownCutOffs,
      lead,
      capacity,
      closed,
      days: ofService,
      round: van,
      counter: pickup,
      extra,
      leavesOn: rules,
      loads,
    }) => {
      const shaped = (service: Service): Service => {
        if (service.id === 'van') return { ...service, kind: 'round', round: van };
        return service.id === 'counter' ? { ...service, kind: 'counter', counter: pickup } : { ...service, days: ofService };
      };
      const own = ownCutOffs === null ? [] : [{ service: ownCutOffs[0], cutOffs: ownCutOffs[1] }];
      const book = {
        ...plain,
        locations: [location('shop', { timeZone, dispatch: { cutOffs: week, ownCutOffs: own, lead, capacity, closed } })],
        services: plain.services.map(shaped),
      };
      const full = loads.flatMap(({ date: day, orders }): DayLoad[] => [
        { kind: 'packing', location: 'shop', date: day, orders },
        { kind: 'round', service: 'van', date: day, from: '09:00', orders },
      ]);
      return { book, goods: { origin: 'shop', extra, leavesOn: rules, loads: full } };
    },
  );

/** Monday to Friday, on the way for some days. */
export const onTheWay = (least: number, most: number, more: Partial<ServiceDays> = {}): ServiceDays => ({
  ...PLAIN_DAYS,
  transit: { least, most },
  ...more,
});
