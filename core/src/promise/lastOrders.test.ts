import { expect, test } from 'vitest';
import { PLAIN_DAYS } from '../dispatch/dispatchCalendar.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { canada, flat, lane, location } from '../testing/bookOf.ts';
import { counter, dispatch } from '../testing/commandBook.ts';
import { lastOrders } from './lastOrders.ts';
import { PLAIN_GOODS } from './timetableOf.ts';

const plain = canada({ parcel: lane(flat(500), { transit: { least: 1, most: 3 } }), pickup: lane(flat(0)), pallet: lane(flat(900)) });
const book: RateBook = {
  ...plain,
  locations: [location('shop', { dispatch }), location('depot', { timeZone: 'America/Vancouver', dispatch })],
  services: plain.services.map((service) =>
    service.id === 'pickup' ? { ...service, kind: 'counter', counter } : { ...service, days: PLAIN_DAYS },
  ),
};

test('a table of last orders: each lane with its moment and clock, or why there is none', () => {
  // 24 December 2026 is a Thursday, and begins the shop's break; the counter opens on Tuesdays until 17:00, ready after 2 hours.
  expect(lastOrders(book, '2026-12-24', PLAIN_GOODS)).toEqual([
    { zone: 'canada', service: 'parcel', before: '2026-12-18T18:00:00Z', timeZone: 'America/Halifax' },
    { zone: 'canada', service: 'pickup', before: '2026-12-22T19:00:00Z', timeZone: 'America/Halifax' },
    { zone: 'canada', service: 'pallet', why: 'noTransit' },
  ]);
  const far = lastOrders(book, '2026-12-24', { ...PLAIN_GOODS, origin: 'depot' });
  expect(far[0]).toEqual({ zone: 'canada', service: 'parcel', before: '2026-12-18T21:00:00Z', timeZone: 'America/Vancouver' });
});

test('goods that take longer are ordered sooner; what never leaves has no last order', () => {
  const [slow] = lastOrders(book, '2026-12-24', { ...PLAIN_GOODS, extra: 3 });
  expect(slow).toMatchObject({ before: '2026-12-15T18:00:00Z' });
  const [never] = lastOrders(book, '2026-12-24', { ...PLAIN_GOODS, leavesOn: [{ weekdays: [7], season: null }] });
  expect(never).toEqual({ zone: 'canada', service: 'parcel', why: 'never' });
});
