import { packParcels, SAMPLE_CARTON, toCarton } from '@ostrakon/core';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { backToFront, facesOf, frameOf } from './isometric.ts';

const order = { cartons: [toCarton(SAMPLE_CARTON)], usual: null, volume: { divisor: 5000, per: 'cm3PerKg', roundUpTo: null } as const };
const side = fc.integer({ min: 2, max: 18 });
const goods = fc.array(fc.tuple(side, side, side, fc.integer({ min: 1, max: 4 })), { minLength: 1, maxLength: 6 }).map((list) =>
  list.map(([length, width, height, quantity], line) => ({
    line,
    quantity,
    weight: 0,
    size: { length: length * 10_000, width: width * 10_000, height: height * 10_000 },
    ownBox: false,
    upright: false,
    fragile: false,
  })),
);

test('what lies behind is painted first: along no axis does a later box lie wholly behind an earlier one it overlaps on paper', () => {
  fc.assert(
    fc.property(goods, (list) => {
      for (const { placed } of packParcels(list, order)) {
        const painted = backToFront(placed);
        expect([...painted].sort((a, b) => placed.indexOf(a) - placed.indexOf(b))).toEqual(placed);
        painted.forEach((near, at) => {
          for (const earlier of painted.slice(0, at)) {
            // An earlier box may not hide this one: it would have to lie in front along some axis and behind along none.
            const front = near.x + near.length <= earlier.x || near.y + near.width <= earlier.y || near.z + near.height <= earlier.z;
            const behind =
              earlier.x + earlier.length <= near.x || earlier.y + earlier.width <= near.y || earlier.z + earlier.height <= near.z;
            expect(front && !behind).toBe(false);
          }
        });
      }
    }),
    { numRuns: 150 },
  );
});

test('a drawing fills its frame and no more', () => {
  const sides = { length: 400_000, width: 300_000, height: 200_000 };
  const { width, height, at } = frameOf(sides, 320, 230);
  expect(width <= 320.001 && height <= 230.001 && (width > 319.9 || height > 229.9)).toBe(true);
  const { top, left, right } = facesOf({ x: 0, y: 0, z: 0, ...sides }, at);
  const numbers = `${top} ${left} ${right}`.split(/[ ,]/).map(Number);
  expect(Math.min(...numbers)).toBeCloseTo(0, 1);
  expect(Math.max(...numbers.filter((_value, index) => index % 2 === 0))).toBeCloseTo(width, 1);
  expect(Math.max(...numbers.filter((_value, index) => index % 2 === 1))).toBeCloseTo(height, 1);
});
