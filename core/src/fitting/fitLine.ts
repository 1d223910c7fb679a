import type { Micrograms, Minor } from '../numbers/units.ts';
import type { FitOrder, FitTarget } from './fitTiers.ts';

/** A base and so much for each started unit of weight, in minor units. */
export interface FittedLine {
  readonly base: Minor;
  readonly each: Minor;
  /** Sum over orders of the squared distance of price and wish, before prices are rounded up; what is made least. */
  readonly error: number;
}

/** Orders of one number of started units. */
interface Point {
  readonly units: number;
  /** The least price they take. */
  readonly least: number;
}

interface Sums {
  count: number;
  units: number;
  squares: number;
  wish: number;
  unitWish: number;
  wishes: number;
}

/** A gram is a billionth of what a unit may be off by: weights are rounded to the milligram before they are compared. */
const MILLIGRAM = 1000;
const SLACK = 1e-9;

/** Points no line above their neighbours passes over, from the fewest units: the upper hull. */
function upperHull(points: readonly Point[]): Point[] {
  const hull: Point[] = [];
  for (const point of [...points].sort((a, b) => a.units - b.units)) {
    for (;;) {
      const [before, last] = [hull.at(-2), hull.at(-1)];
      if (!before || !last || slopeOf(before, last) > slopeOf(last, point)) break;
      hull.pop();
    }
    hull.push(point);
  }
  return hull;
}

const slopeOf = (a: Point, b: Point) => (b.least - a.least) / (b.units - a.units);

const errorOf = ({ count, units, squares, wish, unitWish, wishes }: Sums, base: number, each: number) =>
  base * base * count + 2 * base * each * units + each * each * squares - 2 * base * wish - 2 * each * unitWish + wishes;

/** Least squares without any bound; a level line where all orders have as many units. */
function freeLine({ count, units, squares, wish, unitWish }: Sums): { base: number; each: number } {
  const spread = count * squares - units * units;
  const each = spread === 0 ? 0 : (count * unitWish - units * wish) / spread;
  return { base: (wish - each * units) / count, each };
}

/** The best line through one point that may not be undercut, its slope within bounds. */
function lineThrough({ units: at, least }: Point, sums: Sums, low: number, high: number): { base: number; each: number } {
  const { count, units, squares, wish, unitWish } = sums;
  const spread = squares - 2 * at * units + at * at * count;
  const rise = unitWish - at * wish - least * (units - at * count);
  const each = Math.min(high, Math.max(low, spread === 0 ? low : rise / spread));
  return { base: least - each * at, each };
}

/**
 * The base and the amount for each started unit whose prices come nearest to what each order should pay, in least squares:
 * exact. Neither is less than nothing, and no order loses more than it may. Where the line of least squares (Gauss 1809,
 * Theoria motus, book 2, section 3, from memory) undercuts an order, the best one touches the upper hull of what orders must
 * pay: each corner of it is tried, with the slopes at which a line touches it there.
 * @param unit in micrograms
 */
export function fitLine(
  all: readonly FitOrder[],
  { margin, mostLoss }: Pick<FitTarget, 'margin' | 'mostLoss'>,
  unit: Micrograms,
): FittedLine {
  const orders = all.filter(({ count = 1 }) => count > 0);
  if (orders.length === 0) return { base: 0, each: 0, error: 0 };
  const sums: Sums = { count: 0, units: 0, squares: 0, wish: 0, unitWish: 0, wishes: 0 };
  const least = new Map<number, number>([[0, 0]]);
  for (const { weight, cost, count = 1 } of orders) {
    const units = Math.max(1, Math.ceil((weight - MILLIGRAM / 2) / unit));
    const wish = (cost * (10_000 + margin)) / 10_000;
    sums.count += count;
    sums.units += units * count;
    sums.squares += units * units * count;
    sums.wish += wish * count;
    sums.unitWish += units * wish * count;
    sums.wishes += wish * wish * count;
    least.set(units, Math.max(least.get(units) ?? 0, mostLoss === null ? 0 : cost - mostLoss));
  }
  const points = [...least].map(([units, bound]): Point => ({ units, least: bound }));
  const holds = ({ base, each }: { base: number; each: number }) =>
    each >= 0 && points.every((point) => base + each * point.units >= point.least - SLACK * Math.max(1, point.least));
  const free = freeLine(sums);
  const hull = upperHull(points);
  const touching = hull.flatMap((point, at) => {
    const [before, after] = [hull[at - 1], hull[at + 1]];
    const low = Math.max(0, after ? slopeOf(point, after) : 0);
    const high = before ? slopeOf(before, point) : Infinity;
    return high < low ? [] : [lineThrough(point, sums, low, high)];
  });
  const level = { base: Math.max(sums.wish / sums.count, ...points.map((point) => point.least)), each: 0 };
  const tried = holds(free) ? [free] : [...touching, level];
  const [first = level, ...others] = tried;
  const best = others.reduce(
    (held, line) => (errorOf(sums, line.base, line.each) < errorOf(sums, held.base, held.each) ? line : held),
    first,
  );
  const up = (price: number) => Math.max(0, Math.ceil(price - SLACK * Math.max(1, price)));
  return { base: up(best.base), each: up(best.each), error: Math.max(0, errorOf(sums, best.base, best.each)) };
}
