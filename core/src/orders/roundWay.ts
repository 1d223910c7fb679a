import { geodesicDistance } from '../places/geodesic.ts';
import type { Point } from '../places/point.ts';

/** Length of a way from a start through stops and back, in metres. */
export function wayLength(start: Point, stops: readonly Point[]): number {
  const way = [start, ...stops, start];
  let sum = 0;
  for (let at = 1; at < way.length; at += 1) sum += geodesicDistance(way[at - 1] as Point, way[at] as Point);
  return sum;
}

/** Metres. */
const HAIR = 0.001;

/** Each time to the nearest stop that is left. */
function nearestFirst(table: readonly (readonly number[])[]): number[] {
  const left = new Set(table.keys());
  left.delete(0);
  const way: number[] = [];
  let here = 0;
  while (left.size > 0) {
    let [next] = left;
    for (const stop of left) if ((table[here]?.[stop] ?? 0) < (table[here]?.[next as number] ?? 0)) next = stop;
    way.push(next as number);
    left.delete(next as number);
    here = next as number;
  }
  return way;
}

/**
 * The order in which stops are driven to from a start and back to it: to the nearest first, then stretches turned about while
 * that shortens the way (2-opt, G. A. Croes, Operations Research 6, 1958). Distances are straight lines on the ellipsoid: roads
 * are longer.
 * @returns indices of the stops
 */
export function roundWay(start: Point, stops: readonly Point[]): number[] {
  const points = [start, ...stops];
  const table = points.map((from) => points.map((to) => geodesicDistance(from, to)));
  const length = (from: number, to: number) => table[from]?.[to] ?? 0;
  const way = [0, ...nearestFirst(table), 0];
  for (let turned = true; turned; ) {
    turned = false;
    for (let first = 1; first < way.length - 2; first += 1) {
      for (let last = first + 1; last < way.length - 1; last += 1) {
        const [before, from, to, after] = [way[first - 1], way[first], way[last], way[last + 1]] as [number, number, number, number];
        // A hair's breadth is no gain: it would turn for ever.
        if (length(before, to) + length(from, after) >= length(before, from) + length(to, after) - HAIR) continue;
        way.splice(first, last - first + 1, ...way.slice(first, last + 1).reverse());
        turned = true;
      }
    }
  }
  return way.slice(1, -1).map((at) => at - 1);
}
