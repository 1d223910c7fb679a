import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { RateBook, Service } from '../rate-book/rateBook.ts';
import { type AnyTimetable, AUTUMN, anyTimetable } from '../testing/anyTimetable.ts';
import { Met } from '../testing/met.ts';
import { instantToMs } from '../time/calendar.ts';
import type { ClosedDays } from '../time/closedDays.ts';
import { fromDay, toDay } from '../time/plainDate.ts';
import { minutesOf } from '../time/timeOfDay.ts';
import { instantOf, localAt } from '../time/timeZone.ts';
import type { Timetable } from './promise.ts';
import { timetableOf } from './timetableOf.ts';

const KINDS = ['parcel', 'van', 'counter'] as const;
const kind = fc.constantFrom(...KINDS);
const MINUTE = 60_000;
const moment = fc.integer({ min: AUTUMN * 1440, max: (AUTUMN + 80) * 1440 }).map((minute) => minute * MINUTE);

function timetable({ book, goods }: AnyTimetable, id: (typeof KINDS)[number]): Timetable {
  const found = timetableOf(book, book.services.find((service) => service.id === id)!, null, goods);
  if (typeof found === 'string') throw new Error(found);
  return found;
}

test('a later order never arrives earlier, nothing before it is ordered; the moment to order before is the last of the promise', () => {
  const met = new Met();
  fc.assert(
    fc.property(anyTimetable, kind, moment, fc.integer({ min: 1, max: 6000 }), (any, id, at, minutes) => {
      const one = timetable(any, id);
      const [now, later] = [one.promiseAt(at), one.promiseAt(at + minutes * MINUTE)];
      if (!now) {
        expect(later).toBeNull();
        return;
      }
      met.note(`${id} later`, later !== null);
      if (later) expect([later.first >= now.first, later.last >= now.last, later.first <= later.last]).toEqual([true, true, true]);
      const ordered = now.chain[0]!;
      expect(ordered.code === 'ordered' && now.first >= ordered.date).toBe(true);
      for (const { from } of now.windows ?? []) expect(instantOf(toDay(now.first), minutesOf(from), now.timeZone)).toBeGreaterThan(at);
      if (now.readyAt !== undefined) expect(instantToMs(now.readyAt)).toBeGreaterThanOrEqual(at);
      const before = instantToMs(now.orderBefore);
      expect(before).toBeGreaterThan(at);
      const last = one.promiseAt(before - MINUTE)!;
      expect([last.first, last.last, last.readyAt, last.orderBefore]).toEqual([now.first, now.last, now.readyAt, now.orderBefore]);
      // And no longer: at that moment the dates, or the time it is ready, are others.
      const next = one.promiseAt(before);
      met.note(`${id} turns`, next !== null);
      if (next) expect([next.first, next.last, next.readyAt]).not.toEqual([now.first, now.last, now.readyAt]);
    }),
    { numRuns: 300 },
  );
  met.enough(20, ...KINDS.flatMap((each) => [`${each} later`, `${each} turns`]));
});

test('within one minute nothing is promised otherwise but the moment of the order itself', () => {
  const met = new Met();
  fc.assert(
    fc.property(anyTimetable, kind, moment, fc.integer({ min: 1, max: MINUTE - 1 }), (any, id, at, within) => {
      const one = timetable(any, id);
      const [first, then] = [one.promiseAt(at), timetable(any, id).promiseAt(at + within)];
      // Just before a promise turns, and just as it does.
      const turn = first && instantToMs(first.orderBefore);
      const turns = turn === null ? [] : [turn - MINUTE, turn].map((edge) => [one.promiseAt(edge), one.promiseAt(edge + within)] as const);
      for (const [whole, later] of [[first, then] as const, ...turns]) {
        met.note(id, whole !== null);
        expect(later && { ...later, chain: later.chain.slice(1) }).toEqual(whole && { ...whole, chain: whole.chain.slice(1) });
      }
    }),
    { numRuns: 300 },
  );
  met.enough(50, ...KINDS);
});

function shut(book: RateBook, date: string): RateBook {
  const more: ClosedDays = { name: 'One more', days: [{ from: date, until: date }] };
  const onService = (service: Service): Service => ({
    ...service,
    days: { ...service.days, closed: [...service.days.closed, more] },
    round: service.round && { ...service.round, closed: [...service.round.closed, more] },
    counter: service.counter && { ...service.counter, exceptions: [{ ...more, hours: [] }, ...service.counter.exceptions] },
  });
  return {
    ...book,
    locations: book.locations.map((place) => ({
      ...place,
      dispatch: place.dispatch && { ...place.dispatch, closed: [...place.dispatch.closed, more] },
    })),
    services: book.services.map(onService),
  };
}

test('adding a closed day never brings a promise forward, nor a last order back', () => {
  const met = new Met();
  fc.assert(
    fc.property(anyTimetable, kind, moment, fc.nat(20), (any, id, at, after) => {
      const date = fromDay(localAt(at, 'UTC').day + after);
      const [before, shutToo] = [timetable(any, id), timetable({ ...any, book: shut(any.book, date) }, id)];
      const [was, is] = [before.promiseAt(at), shutToo.promiseAt(at)];
      met.note('later for it', was !== null && is !== null && is.last > was.last);
      if (was && is) expect([is.first >= was.first, is.last >= was.last]).toEqual([true, true]);
      const day = toDay(date) + 5;
      const [wasLast, isLast] = [before.lastOrderFor(day), shutToo.lastOrderFor(day)];
      met.note('last order', isLast !== null);
      if (isLast !== null) expect(wasLast).toBeGreaterThanOrEqual(isLast);
    }),
    { numRuns: 300 },
  );
  met.enough(10, 'later for it', 'last order');
});

/** What the laws tell apart: a counter with its own stock, and one that is sent to after so many days. */
function manner({ book }: AnyTimetable, id: (typeof KINDS)[number]): string {
  const stock = book.services.find((service) => service.id === id)?.counter?.stock;
  return id === 'counter' && stock?.kind === 'sent' ? `sent after ${stock.days}` : id;
}
const MANNERS = [...KINDS, 'sent after 0', 'sent after 1', 'sent after 2', 'sent after 3'];

test('the last order for a day arrives by then, and an order at that moment does not; where there is none, none arrives', () => {
  const met = new Met();
  fc.assert(
    fc.property(anyTimetable, kind, fc.nat(70), (any, id, after) => {
      const one = timetable(any, id);
      const day = AUTUMN + 10 + after;
      const last = one.lastOrderFor(day);
      const arrives = (at: number) => one.promiseAt(at)?.last ?? null;
      if (last === null) {
        // Of all orders of the weeks before, at noon.
        for (let before = 0; before < 40; before += 1) {
          const found = arrives(instantOf(day - before, 720, 'UTC'));
          expect(found === null || found > fromDay(day)).toBe(true);
        }
        met.note('none');
        return;
      }
      met.note(manner(any, id));
      const [inTime, tooLate] = [arrives(last - MINUTE), arrives(last)];
      expect(inTime !== null && inTime <= fromDay(day)).toBe(true);
      expect(tooLate === null || tooLate > fromDay(day)).toBe(true);
    }),
    { numRuns: 500 },
  );
  met.enough(10, ...MANNERS);
});
