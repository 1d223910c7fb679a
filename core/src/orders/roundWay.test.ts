import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { Point } from '../places/point.ts';
import { Met } from '../testing/met.ts';
import { roundWay, wayLength } from './roundWay.ts';

/** The shortest way of all, by trying every order. */
function shortest(start: Point, stops: readonly Point[]): number {
  if (stops.length < 2) return wayLength(start, stops);
  const ways = (left: readonly Point[]): Point[][] =>
    left.length === 0 ? [[]] : left.flatMap((stop, at) => ways(left.toSpliced(at, 1)).map((way) => [stop, ...way]));
  return Math.min(...ways(stops).map((way) => wayLength(start, way)));
}

const point = fc.record({
  latitude: fc.double({ min: 44.5, max: 44.9, noNaN: true }),
  longitude: fc.double({ min: -63.9, max: -63.3, noNaN: true }),
});

test('stops are driven to once each, on a way no stretch of which is better turned about; up to seven, seldom longer than the shortest of all', () => {
  const met = new Met();
  fc.assert(
    fc.property(point, fc.array(point, { maxLength: 7 }), (start, stops) => {
      const way = roundWay(start, stops);
      expect(way.toSorted((a, b) => a - b)).toEqual(stops.map((_, at) => at));
      const driven = way.map((at) => stops[at] as Point);
      const length = wayLength(start, driven);
      for (let first = 0; first < driven.length; first += 1)
        for (let last = first + 1; last < driven.length; last += 1) {
          const turned = [...driven.slice(0, first), ...driven.slice(first, last + 1).reverse(), ...driven.slice(last + 1)];
          expect(length).toBeLessThanOrEqual(wayLength(start, turned) + 0.01);
        }
      const best = shortest(start, stops);
      expect(length).toBeLessThanOrEqual(best * 1.35 + 0.01);
      met.note('several stops', stops.length > 3);
      met.note('the shortest of all', stops.length > 3 && length <= best + 0.01);
      met.note('longer', length > best + 0.01);
    }),
    { numRuns: 60 },
  );
  met.enough(20, 'several stops', 'the shortest of all');
});

test('nine stops on a circle are driven around it', () => {
  const stops = [4, 0, 7, 2, 8, 1, 6, 3, 5].map((nth) => ({
    latitude: 44.7 + 0.1 * Math.cos((nth * 2 * Math.PI) / 9),
    longitude: -63.6 + 0.14 * Math.sin((nth * 2 * Math.PI) / 9),
  }));
  const start = { latitude: 44.805, longitude: -63.6 };
  const around = stops.map((_, at) => stops[[1, 5, 3, 7, 0, 8, 6, 2, 4][at] as number] as Point);
  const way = roundWay(start, stops).map((at) => stops[at] as Point);
  expect(wayLength(start, way)).toBeCloseTo(Math.min(wayLength(start, around), wayLength(start, around.toReversed())), 3);
});
