import fc from 'fast-check';
import { unaryTest } from 'feelin';
import { describe, expect, test } from 'vitest';
import { Met } from '../testing/met.ts';
import { type Box, boxOf, countOf, holdsPoint, isEmpty, joined, meet, withoutAll } from './box.ts';

const box = (...ranges: (readonly [number, number])[]): Box => boxOf(ranges.map(([from, below]) => ({ from, below })));

// Source: Calvanese, Dumas, Laurson, Maggi, Montali, Teinemaa, Semantics and Analysis of DMN Decision Tables (BPM 2016), the loan
// table, as given in the project's list of values to test against, marked there as from memory; areas counted on a grid.
describe('a decision table with a gap and an overlap', () => {
  const space = box([0, 2500], [0, 5000]);
  const rules = {
    a: box([0, 1000], [0, 1000]),
    b: box([250, 750], [4000, 5000]),
    c: box([500, 1500], [500, 3000]),
    d: box([2000, 2500], [0, 2000]),
  };

  test('what no rule covers is what is left when all are taken away', () => {
    const gap = withoutAll([space], Object.values(rules));
    expect(countOf(gap)).toBe(7_750_000);
    expect(countOf(joined(Object.values(rules)))).toBe(4_750_000);
    expect(countOf([space])).toBe(12_500_000);
  });

  test('only two rules overlap, and where', () => {
    const names = Object.keys(rules) as (keyof typeof rules)[];
    const pairs = names.flatMap((one, at) => names.slice(at + 1).map((other) => [one, other, meet(rules[one], rules[other])] as const));
    expect(pairs.filter(([, , both]) => !isEmpty(both))).toEqual([['a', 'c', box([500, 1000], [500, 1000])]]);
    expect(countOf([meet(rules.a, rules.c)])).toBe(250_000);
  });
});

// Source: OMG DMN 1.3, FEEL ranges: [a..b) holds a and not b; two closed ranges that share an end overlap in one point.
test('tiers that meet cover each point once; closed ones overlap in one; open ones leave one out', () => {
  const space = [box([0, 1001])];
  expect(withoutAll(space, [box([0, 500]), box([500, 1001])])).toEqual([]);
  expect(meet(box([0, 501]), box([500, 1001]))).toEqual(box([500, 501]));
  expect(withoutAll(space, [box([0, 500]), box([501, 1001])])).toEqual([box([500, 501])]);
});

// Source: FEEL unary tests of OMG DMN 1.3 as the library feelin evaluates them: tiers "up to and including" and limits that take both
// of their bounds, on the whole numbers that carts are measured in.
test('half-open whole numbers hold what intervals with their bounds in or out hold', () => {
  const met = new Met();
  const holds = (interval: string, value: number) => unaryTest(interval, { '?': value }).value === true;
  fc.assert(
    fc.property(fc.nat(30), fc.integer({ min: 1, max: 30 }), (from, width) => {
      const to = from + width;
      const intervals = [
        [`[${from}..${to}]`, box([from, to + 1])],
        [`(${from}..${to}]`, box([from + 1, to + 1])],
        [`[${from}..${to})`, box([from, to])],
        [`(${from}..${to})`, box([from + 1, to])],
      ] as const;
      for (const [interval, own] of intervals) {
        for (const value of [from - 1, from, from + 1, to - 1, to, to + 1]) {
          met.note(holds(interval, value) ? 'in' : 'out');
          expect([interval, value, holdsPoint(own, [value])]).toEqual([interval, value, holds(interval, value)]);
        }
      }
      // What one takes away from another is what neither interval's neighbour holds.
      const [gap = box([0, 0])] = withoutAll([box([0, 100])], [box([0, from + 1]), box([to, 100])]);
      for (let value = 0; value < 100; value += 1) expect(holdsPoint(gap, [value])).toBe(holds(`(${from}..${to})`, value));
    }),
    { numRuns: 40 },
  );
  met.enough(100, 'in', 'out');
});

const SIDE = 7;
const range = fc.tuple(fc.nat(SIDE), fc.nat(SIDE)).map(([a, b]) => [Math.min(a, b), Math.max(a, b)] as const);
const boxesIn = (dimensions: number) =>
  fc.array(
    fc.array(range, { minLength: dimensions, maxLength: dimensions }).map((ranges) => box(...ranges)),
    { maxLength: 6 },
  );

function points(dimensions: number): number[][] {
  if (dimensions === 0) return [[]];
  return points(dimensions - 1).flatMap((rest) => Array.from({ length: SIDE }, (_, at) => [...rest, at]));
}

const shuffled = <T>(list: readonly T[]) => [...list].reverse();

test('boxes taken away and joined hold the points a plain grid counts, in whatever order', () => {
  const met = new Met();
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 3 }).chain((n) => fc.tuple(fc.constant(n), boxesIn(n))),
      ([n, taken]) => {
        const space = box(...Array.from({ length: n }, () => [0, SIDE] as const));
        const left = withoutAll([space], taken);
        const whole = joined(left);
        const free = points(n).filter((point) => !taken.some((one) => holdsPoint(one, point)));
        met.note('something left', free.length > 0);
        met.note('something taken', free.length < SIDE ** n);
        met.note('fewer once joined', whole.length < left.length);
        for (const point of points(n)) {
          const wanted = taken.some((one) => holdsPoint(one, point)) ? 0 : 1;
          expect(left.filter((one) => holdsPoint(one, point)).length).toBe(wanted);
          expect(whole.filter((one) => holdsPoint(one, point)).length).toBe(wanted);
        }
        expect(joined(withoutAll([space], shuffled(taken)))).toEqual(whole);
        expect(joined(whole)).toEqual(whole);
      },
    ),
    { numRuns: 400 },
  );
  met.enough(50, 'something left', 'something taken');
  met.enough(10, 'fewer once joined');
});
