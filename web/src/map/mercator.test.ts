import { geodesicDistance } from '@ostrakon/core';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { circleRing, outlinePath, project, ringPath, unproject } from './mercator.ts';

const longitude = fc.double({ min: -180, max: 180, noNaN: true });
const latitude = fc.double({ min: -83, max: 83, noNaN: true });

test('a point on the map leads back to where it lies', () => {
  fc.assert(
    fc.property(longitude, latitude, (east, north) => {
      const [backEast, backNorth] = unproject(...project(east, north));
      expect(backEast).toBeCloseTo(east, 9);
      expect(backNorth).toBeCloseTo(north, 9);
    }),
  );
  expect(project(0, 0)).toEqual([0, expect.closeTo(0, 12)]);
  expect(unproject(400, 0)[0]).toBe(180);
  expect(project(10, 89)[1]).toBe(project(10, 84)[1]);
});

test('a circle is drawn where it is measured, within half a percent', () => {
  fc.assert(
    fc.property(longitude, fc.double({ min: -70, max: 70, noNaN: true }), fc.integer({ min: 500, max: 400_000 }), (east, north, metres) => {
      const centre = { longitude: east, latitude: north };
      for (const [x, y] of circleRing(centre, metres, 12)) {
        const wrapped = x > 180 ? x - 360 : x < -180 ? x + 360 : x;
        expect(geodesicDistance(centre, { longitude: wrapped, latitude: y }) / metres).toBeCloseTo(1, 1.9);
      }
    }),
  );
});

test('no line of a shape runs around the globe, and every ring is closed', () => {
  const path = ringPath([
    [170, 10],
    [-170, 10],
    [-170, 20],
    [170, 20],
    [170, 10],
  ]);
  const xs = path
    .slice(1, -1)
    .split('L')
    .map((pair) => Number(pair.split(',')[0]));
  expect(Math.max(...xs) - Math.min(...xs)).toBe(20);
  expect(
    outlinePath([
      [
        [
          [0, 0],
          [1, 0],
          [0, 1],
          [0, 0],
        ],
      ],
      [
        [
          [5, 5],
          [6, 5],
          [5, 6],
          [5, 5],
        ],
      ],
    ]).match(/M[^Z]+Z/g),
  ).toHaveLength(2);
});
