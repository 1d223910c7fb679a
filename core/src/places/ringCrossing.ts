import type { Position } from './area.ts';

type Edge = readonly [Position, Position];

/** Twice the signed area of a triangle: above 0 when `c` lies left of the way from `a` to `b`. */
const turn = (a: Position, b: Position, c: Position): number => (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);

/** Whether two edges cross inside both; edges that only touch do not. */
function cross([a, b]: Edge, [c, d]: Edge): boolean {
  return turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0;
}

const west = ([a, b]: Edge) => Math.min(a[0], b[0]);
const east = ([a, b]: Edge) => Math.max(a[0], b[0]);

/** A corner near which the rings of one polygon cross themselves or each other; undefined for sound rings. */
export function findCrossing(rings: readonly (readonly Position[])[]): Position | undefined {
  const edges: Edge[] = rings.flatMap((ring) => ring.slice(1).map((end, at): Edge => [ring[at] as Position, end]));
  edges.sort((a, b) => west(a) - west(b));
  let active: Edge[] = [];
  for (const edge of edges) {
    active = active.filter((other) => east(other) >= west(edge));
    if (active.some((other) => cross(edge, other))) return edge[0];
    active.push(edge);
  }
  return undefined;
}
