import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { stretchesOf, WEEK, weekFrom, weekOfCountry } from './weekOfCountry.ts';
import { REST_LINES } from './weeks.generated.ts';

describe('the week of a country', () => {
  // Source: Unicode CLDR 48, weekData (fri–sat, fri, sun, sat–sun).
  test.each([
    ['KW', [5, 6], [1, 2, 3, 4, 7], 6],
    ['EG', [5, 6], [1, 2, 3, 4, 7], 6],
    ['OM', [5, 6], [1, 2, 3, 4, 7], 6],
    ['IL', [5, 6], [1, 2, 3, 4, 7], 7],
    ['IR', [5], [1, 2, 3, 4, 6, 7], 6],
    ['IN', [7], [1, 2, 3, 4, 5, 6], 7],
    ['DE', [6, 7], [1, 2, 3, 4, 5], 1],
    ['AU', [6, 7], [1, 2, 3, 4, 5], 1],
    ['CA', [6, 7], [1, 2, 3, 4, 5], 7],
    ['ZZ', [6, 7], [1, 2, 3, 4, 5], 1],
  ])('%s rests on %j', (country, rest, working, firstDay) => {
    expect(weekOfCountry(country)).toEqual({ rest, working, firstDay });
  });

  // Source: ICU of the runtime, which carries the same data by another way.
  test('the runtime has the same days of rest wherever they are not Saturday and Sunday', () => {
    const listed = REST_LINES.split(/\s+/).flatMap((word) => word.replace(/^\d+:/, '') || []);
    expect(listed.length).toBeGreaterThan(15);
    for (const country of listed) {
      const { weekInfo } = new Intl.Locale(`und-${country}`) as Intl.Locale & { weekInfo: { weekend: number[] } };
      expect([country, weekOfCountry(country).rest]).toEqual([country, [...weekInfo.weekend].sort()]);
    }
  });
});

test('stretches hold every day once, as few as can be, and run over the end of a week', () => {
  const some = fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 7 });
  let over = 0;
  fc.assert(
    fc.property(some, fc.integer({ min: 1, max: 7 }), (days, firstDay) => {
      const stretches = stretchesOf(days, firstDay);
      const next = (day: number) => (day % 7) + 1;
      const held = stretches.flatMap(([from, until]) => {
        const run = [from];
        while (run.at(-1) !== until) run.push(next(run.at(-1) ?? 1));
        return run;
      });
      expect([...held].sort()).toEqual([...days].sort());
      // No stretch goes on where another begins.
      for (const [, until] of stretches)
        expect(stretches.some(([from]) => from === next(until)) && days.length < 7 && stretches.length > 1).toBe(false);
      const order = weekFrom(firstDay);
      if (stretches.some(([from, until]) => order.indexOf(from) > order.indexOf(until))) over += 1;
    }),
  );
  expect(over).toBeGreaterThan(5);
  expect(stretchesOf([7, 1, 2, 3, 4], 1)).toEqual([[7, 4]]);
  expect(stretchesOf(WEEK, 7)).toEqual([[7, 6]]);
});
