import { civilOf, Dispatch, dispatchOf, emptyBook, fromDay, type Location, PLAIN_GOODS, toDay, weekdayOf } from '@ostrakon/core';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { cellOf, step, weeksOf } from './month.ts';

const location: Location = {
  id: 'store',
  name: 'Store',
  street: '',
  city: '',
  country: 'CA',
  subdivision: null,
  postalCode: null,
  point: null,
  timeZone: 'America/Halifax',
  ships: null,
  dispatch: {
    cutOffs: ['14:00', '14:00', '14:00', '14:00', '12:00', null, null],
    ownCutOffs: [],
    lead: { least: 0, most: 1 },
    capacity: null,
    closed: [{ name: 'Christmas Day', days: [{ from: '2026-12-25', until: '2026-12-25' }] }],
  },
};

test('the weeks of a month hold each of its days once, from any day of the week on', () => {
  const anyDay = fc.integer({ min: 1, max: 7 });
  fc.assert(
    fc.property(fc.integer({ min: 2017, max: 2037 }), fc.integer({ min: 1, max: 12 }), anyDay, (year, month, firstDay) => {
      const weeks = weeksOf(year, month, firstDay);
      expect(weeks.every((begins) => weekdayOf(begins) === firstDay)).toBe(true);
      const days = weeks.flatMap((begins) => Array.from({ length: 7 }, (_, at) => civilOf(begins + at)));
      const held = days.filter((day) => day.year === year && day.month === month).map(({ date }) => date);
      expect(held).toEqual(Array.from({ length: new Date(Date.UTC(year, month, 0)).getUTCDate() }, (_, at) => at + 1));
      expect(days.length - held.length).toBeLessThan(14);
      expect(step(step({ year, month }, 1), -1)).toEqual({ year, month });
    }),
  );
  expect(step({ year: 2026, month: 12 }, 1)).toEqual({ year: 2027, month: 1 });
});

test('an order of each day: before the cut-off, after it, at an hour; closed days by name', () => {
  const dispatch = dispatchOf({ ...emptyBook(), locations: [location] }, PLAIN_GOODS, null);
  if (!(dispatch instanceof Dispatch)) throw new Error('the location has a calendar');
  const told = (date: string, minute: number) => {
    const { closed, cutOff, early, late, chosen } = cellOf(dispatch, toDay(date), minute);
    return [closed, cutOff, ...[early, late, chosen].map((day) => day && fromDay(day))];
  };
  // A Wednesday: until 14:00 packed by Thursday, then counted for Thursday and packed by the Monday after Christmas.
  expect(told('2026-12-23', 840)).toEqual([undefined, 840, '2026-12-24', '2026-12-28', '2026-12-28']);
  expect(told('2026-12-25', 0)).toEqual(['Christmas Day', null, '2026-12-29', '2026-12-29', '2026-12-29']);
});
