import { type Parcel, packParcels, SAMPLE_CARTON, toCarton } from '@ostrakon/core';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { backToFront, facesOf, frameOf, hides } from './isometric.ts';

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

/** Whether some boxes hide behind each other in a ring, so that no order is right for all of them. */
function inARing(boxes: readonly Parcel['placed'][number][]): boolean {
  let left = [...boxes];
  for (;;) {
    const free = left.filter((box) => !left.some((other) => other !== box && hides(other, box)));
    if (free.length === 0) return left.length > 0;
    left = left.filter((box) => !free.includes(box));
  }
}

test('what is hidden is painted before what hides it, and nothing is left out', () => {
  fc.assert(
    fc.property(goods, (list) => {
      for (const { placed } of packParcels(list, order)) {
        const painted = backToFront(placed);
        expect(new Set(painted)).toEqual(new Set(placed));
        if (inARing(placed)) continue;
        painted.forEach((near, at) => {
          for (const earlier of painted.slice(0, at)) expect(hides(near, earlier)).toBe(false);
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
