import type { PackedThing, Sides } from '@ostrakon/core';

/** A drawing from a corner above: x runs to the lower right, y to the lower left, z up. */

const COS = Math.cos(Math.PI / 6);

export type Draw = (x: number, y: number, z: number) => string;

export interface Frame {
  readonly width: number;
  readonly height: number;
  readonly at: Draw;
}

/** Fits a box of the given sides into `wide` by `high` pixels. */
export function frameOf({ length, width, height }: Sides, wide: number, high: number): Frame {
  const full = { x: (length + width) * COS, y: (length + width) / 2 + height };
  const scale = Math.min(wide / full.x, high / full.y);
  const at: Draw = (x, y, z) => `${((x - y + width) * COS * scale).toFixed(2)},${(((x + y) / 2 - z + height) * scale).toFixed(2)}`;
  return { width: full.x * scale, height: full.y * scale, at };
}

/** The three sides of a box that can be seen: from above, and the two towards the eye. */
export function facesOf(box: Pick<PackedThing, 'x' | 'y' | 'z'> & Sides, at: Draw): { top: string; left: string; right: string } {
  const { x, y, z } = box;
  const [x2, y2, z2] = [x + box.length, y + box.width, z + box.height];
  return {
    top: [at(x, y, z2), at(x2, y, z2), at(x2, y2, z2), at(x, y2, z2)].join(' '),
    left: [at(x, y2, z2), at(x2, y2, z2), at(x2, y2, z), at(x, y2, z)].join(' '),
    right: [at(x2, y, z2), at(x2, y2, z2), at(x2, y2, z), at(x2, y, z)].join(' '),
  };
}

/** Whether `a` must be drawn before `b`: it lies behind it along some axis. Boxes that do not overlap always differ in one. */
const isBehind = (a: PackedThing, b: PackedThing): boolean => a.x + a.length <= b.x || a.y + a.width <= b.y || a.z + a.height <= b.z;

/** Whether two boxes overlap on paper. Along the line of sight all three coordinates grow alike, so their differences stay. */
function overlapOnPaper(a: PackedThing, b: PackedThing): boolean {
  const meet = (lowA: number, highA: number, lowB: number, highB: number) => lowA < highB && lowB < highA;
  const [ax, ay, az] = [a.x + a.length, a.y + a.width, a.z + a.height];
  const [bx, by, bz] = [b.x + b.length, b.y + b.width, b.z + b.height];
  return (
    meet(a.x - ay, ax - a.y, b.x - by, bx - b.y) &&
    meet(a.x - az, ax - a.z, b.x - bz, bx - b.z) &&
    meet(a.y - az, ay - a.z, b.y - bz, by - b.z)
  );
}

/** Whether `a` hides behind `b`, where they overlap on paper. */
export const hides = (a: PackedThing, b: PackedThing): boolean => isBehind(a, b) && !isBehind(b, a) && overlapOnPaper(a, b);

/** From the back to the front, so that nearer boxes are painted over those behind. */
export function backToFront<T extends PackedThing>(boxes: readonly T[]): T[] {
  const waiting = boxes.map((box) => ({
    box,
    behind: boxes.filter((other) => other !== box && hides(other, box)),
  }));
  const drawn = new Set<T>();
  const order: T[] = [];
  while (order.length < boxes.length) {
    // Boxes may lie behind each other in a ring; then any of them goes first.
    const next =
      waiting.find(({ box, behind }) => !drawn.has(box) && behind.every((other) => drawn.has(other))) ??
      waiting.find(({ box }) => !drawn.has(box));
    if (!next) break;
    drawn.add(next.box);
    order.push(next.box);
  }
  return order;
}
