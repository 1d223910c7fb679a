import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { expect, test } from 'vitest';
import { Met } from '../testing/met.ts';
import { type DateWindow, inWindow } from './calendar.ts';
import { fromDay, toDay } from './plainDate.ts';
import { windowDays, windowMoments } from './windowSpan.ts';

const date = fc.integer({ min: 0, max: 1500 }).map((days) => fromDay(toDay('2026-01-01') + days));
const ofYear = fc.oneof({ weight: 1, arbitrary: fc.constant('02-29') }, { weight: 5, arbitrary: date.map((day) => day.slice(5)) });
const window: fc.Arbitrary<DateWindow> = fc.oneof(
  fc.record({ from: ofYear, until: ofYear }),
  fc.record({ from: date, until: date }).filter(({ from, until }) => from <= until),
  fc.record({ from: date, until: fc.constant(null) }),
  fc.record({ from: fc.constant(null), until: date }),
);

test('the days of a window that hold or come next are those a walk from day to day finds', () => {
  const met = new Met();
  fc.assert(
    fc.property(window, date, (one, at) => {
      const today = toDay(at);
      const days = windowDays(one, today);
      const holds = (day: number) => inWindow(one, fromDay(day));
      if (days === null) {
        met.note('over');
        for (let day = today; day < today + 800; day += 1) expect(holds(day)).toBe(false);
        return;
      }
      const first = Math.max(days.from ?? today, today);
      met.note('holds', holds(today));
      met.note('comes', first > today);
      met.note('leap day', one.from === '02-29' || one.until === '02-29');
      for (let day = today; day < first; day += 1) expect(holds(day)).toBe(false);
      for (let day = first; day <= (days.until ?? first + 400); day += 1) expect(holds(day)).toBe(true);
      const yearRound = one.from?.length === 5 && holds((days.until ?? 0) + 1);
      if (days.until !== null && !yearRound) expect(holds(days.until + 1)).toBe(false);
    }),
    { numRuns: 500 },
  );
  met.enough(20, 'over', 'holds', 'comes', 'leap day');
});

// Source: Temporal (temporal-polyfill), which knows when days begin where clocks change at midnight.
test.each(['America/Halifax', 'Europe/London', 'Australia/Lord_Howe', 'Pacific/Chatham', 'America/Santiago', 'Asia/Beirut'])(
  'its first and last minute by the clock of %s',
  (timeZone) => {
    for (let day = toDay('2026-01-01'); day < toDay('2027-01-01'); day += 1) {
      const { from, until } = windowMoments({ from: day, until: day }, timeZone);
      const start = Temporal.PlainDate.from(fromDay(day)).toZonedDateTime(timeZone).startOfDay();
      expect(from).toBe(start.epochMilliseconds);
      expect(until).toBe(start.add({ days: 1 }).startOfDay().epochMilliseconds - 60_000);
    }
  },
);
