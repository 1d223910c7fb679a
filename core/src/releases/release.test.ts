import fc from 'fast-check';
import { expect, test } from 'vitest';
import { msToInstant } from '../time/calendar.ts';
import { liveAt } from './release.ts';

const release = (seq: number, edition: number, from: string) => ({ seq, edition, from });

// A shop that publishes twice, plans a season with its way back, and changes its mind about the season.
const said = [
  release(1, 1, '2026-09-01T12:00:00Z'),
  release(2, 2, '2026-10-01T12:00:00.000Z'),
  release(3, 3, '2026-11-01T03:00:00Z'),
  release(4, 2, '2027-01-06T04:00:00Z'),
  release(5, 4, '2026-11-01T03:00:00.000Z'),
];

test.each([
  ['2026-08-31T23:59:59Z', null],
  ['2026-09-01T12:00:00Z', 1],
  ['2026-10-01T11:59:59.999Z', 1],
  ['2026-10-01T12:00:00Z', 2],
  ['2026-11-01T02:59:59Z', 2],
  ['2026-11-01T03:00:00Z', 4],
  ['2027-01-06T03:59:59Z', 4],
  ['2027-01-06T04:00:00Z', 2],
  ['2099-01-01T00:00:00Z', 2],
])('at %s edition %s is live', (instant, edition) => {
  expect(liveAt(said, instant)?.edition ?? null).toBe(edition);
  expect(liveAt([...said].reverse(), instant)?.edition ?? null).toBe(edition);
});

test('what is said of later never changes what was live before it', () => {
  const hour = fc.integer({ min: 0, max: 40 }).map((at) => msToInstant(at * 3_600_000));
  let later = 0;
  fc.assert(
    fc.property(fc.array(hour, { maxLength: 8 }), hour, hour, (froms, from, asked) => {
      const before = froms.map((each, at) => release(at + 1, at + 1, each));
      const after = [...before, release(before.length + 1, 99, from)];
      if (from <= asked) {
        expect(liveAt(after, asked)?.edition === 99 || froms.some((each) => each > from && each <= asked)).toBe(true);
      } else {
        later += 1;
        expect(liveAt(after, asked)).toEqual(liveAt(before, asked));
      }
    }),
  );
  expect(later).toBeGreaterThan(10);
});
