import fc from 'fast-check';
import { expect, test } from 'vitest';
import { Met } from '../testing/met.ts';
import { instantToMs, msToInstant } from '../time/calendar.ts';
import { type Held, liveAt, liveSpans, planFault, spanAt } from './release.ts';

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

const HOUR = 3_600_000;
const at = (hour: number) => msToInstant(hour * HOUR);
const season = (seq: number, edition: number, from: number, until: number, after: number | null = null): Held => ({
  ...release(seq, edition, at(from)),
  until: at(until),
  after,
});

test('a season holds from its beginning until its end; then what would hold without it, or what it says; called off it never holds', () => {
  const base = [release(1, 1, at(0)), season(2, 5, 10, 20)];
  const live = (releases: readonly Held[]) => [9, 10, 19, 20].map((hour) => liveAt(releases, at(hour))?.edition);
  expect(live(base)).toEqual([1, 5, 5, 1]);
  // Published while it waits: the end leads to the new edition, not to the one of the day it was planned.
  expect(live([...base, release(3, 2, at(5))])).toEqual([2, 5, 5, 2]);
  // Published while it holds: live at once, and afterwards.
  expect(live([...base, release(3, 2, at(15))])).toEqual([1, 5, 2, 2]);
  expect(live([release(1, 1, at(0)), season(2, 5, 10, 20, 3)])).toEqual([1, 5, 5, 3]);
  expect(live([release(1, 1, at(0)), { ...season(2, 5, 10, 20, 3), calledOff: at(4) }])).toEqual([1, 1, 1, 1]);
});

test('at any instant what is live is what painting each release over the hours it holds, in the order they begin, leaves on top', () => {
  const met = new Met();
  const HOURS = 40;
  const anyRelease = fc.record({
    from: fc.integer({ min: 0, max: HOURS - 1 }),
    lasts: fc.option(fc.integer({ min: 1, max: 20 })),
    after: fc.option(fc.integer({ min: 100, max: 103 })),
    off: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(anyRelease, { maxLength: 8 }), (list) => {
      const releases = list.map(({ from, lasts, after, off }, place): Held => {
        const own = release(place + 1, place + 1, at(from));
        return lasts === null
          ? { ...own, calledOff: off ? at(0) : null }
          : { ...season(place + 1, place + 1, from, from + lasts, after), calledOff: off ? at(0) : null };
      });
      // A plain model: hours as a row of boxes, painted over.
      const row: (number | null)[] = Array.from({ length: HOURS }, () => null);
      const paints = list.flatMap(({ from, lasts, after, off }, place) => {
        if (off) return [];
        const own = { from, until: lasts === null ? HOURS : from + lasts, edition: place + 1, place };
        return lasts === null || after === null ? [own] : [own, { from: from + lasts, until: HOURS, edition: after, place }];
      });
      for (const { from, until, edition } of paints.sort((a, b) => a.from - b.from || a.place - b.place))
        row.fill(edition, from, Math.min(until, HOURS));
      const asked = row.map((_box, hour) => liveAt(releases, at(hour))?.edition ?? null);
      expect(asked).toEqual(row);
      met.note(
        'seasons',
        list.some(({ lasts, off }) => lasts !== null && !off),
      );
      met.note('changes', new Set(row).size > 2);
      // The spans say the same as asking at every hour.
      const spans = liveSpans(releases);
      expect(row.map((_box, hour) => spanAt(spans, at(hour))?.edition ?? null)).toEqual(row);
    }),
  );
  met.enough(20, 'seasons', 'changes');
});

test('a plan in the past, one that ends before it begins, and one that meets another are refused', () => {
  const now = at(5);
  const planned = [release(1, 1, at(0)), season(2, 5, 10, 20), release(3, 6, at(30)), { ...season(4, 7, 40, 50), calledOff: at(4) }];
  const fault = (from: number, until: number | null) => {
    const found = planFault(planned, { from: at(from), until: until === null ? null : at(until) }, now);
    return found?.code === 'overlaps' ? found.release.seq : (found?.code ?? null);
  };
  expect([fault(5, null), fault(8, 8), fault(9, 7)]).toEqual(['past', 'backwards', 'backwards']);
  expect([
    fault(6, 10),
    fault(6, 11),
    fault(15, null),
    fault(20, 30),
    fault(20, 31),
    fault(30, null),
    fault(31, null),
    fault(42, 45),
  ]).toEqual([null, 2, 2, null, 3, 3, null, null]);
  expect(instantToMs(at(1))).toBe(HOUR);
});
