import { describe, expect, test } from 'vitest';
import { extentOf, scaleOf } from './axisScale.ts';

const stretches = [
  { first: 1, last: 100 },
  { first: 101, last: 200 },
  { first: 201, last: 10_000 },
];

describe.each(['even', 'plain', 'log'] as const)('a %s scale', (kind) => {
  const scale = scaleOf(stretches, kind);

  test('rises from one end to the other', () => {
    const places = [1, 50, 100, 101, 200, 201, 5000, 10_000].map(scale);
    expect(places).toEqual([...places].sort((a, b) => a - b));
    expect([scale(1), scale(10_000)]).toEqual([0, 1]);
  });

  test('stretches touch and fill it', () => {
    const extents = stretches.map((_stretch, at) => extentOf(scale, stretches, at, 1));
    expect(extents[0]?.from).toBe(0);
    expect(extents.at(-1)?.to).toBe(1);
    expect(extents.slice(1).map(({ from }) => from)).toEqual(extents.slice(0, -1).map(({ to }) => to));
    expect(extents.every(({ from, to }) => to > from)).toBe(true);
    expect(extentOf(scale, stretches, 0, 3)).toEqual({ from: 0, to: 1 });
  });
});
