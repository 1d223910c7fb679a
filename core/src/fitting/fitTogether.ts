import { numberAt } from '../numbers/entry.ts';
import type { Micrograms, Minor } from '../numbers/units.ts';
import type { FitOrder, FitTarget } from './fitTiers.ts';

/** A tier of several sets of orders: one bound, and a price for each set. */
export interface SharedTier {
  /** The heaviest order in it, and the lightest of the next tier; null in the last. */
  readonly upTo: Micrograms;
  readonly next: Micrograms | null;
  readonly prices: readonly Minor[];
}

export interface SharedFit {
  readonly tiers: readonly SharedTier[];
  readonly error: number;
}

/** The most different weights: each more takes as many steps more as there are. */
export const MOST_SHARED_WEIGHTS = 800;

/** For one set: sums over the orders up to and including each weight, and the least price each weight takes. */
interface Sums {
  readonly count: Float64Array;
  readonly wish: Float64Array;
  readonly squares: Float64Array;
  readonly least: Float64Array;
}

function sumsOf(orders: readonly FitOrder[], weights: readonly number[], { margin, mostLoss }: FitTarget): Sums {
  const place = new Map(weights.map((weight, at) => [weight, at]));
  const size = weights.length + 1;
  const sums = {
    count: new Float64Array(size),
    wish: new Float64Array(size),
    squares: new Float64Array(size),
    least: new Float64Array(size),
  };
  for (const { weight, cost, count = 1 } of orders) {
    const at = (place.get(weight) ?? 0) + 1;
    const wish = (cost * (10_000 + margin)) / 10_000;
    sums.count[at] = numberAt(sums.count, at) + count;
    sums.wish[at] = numberAt(sums.wish, at) + wish * count;
    sums.squares[at] = numberAt(sums.squares, at) + wish * wish * count;
    sums.least[at] = Math.max(numberAt(sums.least, at), mostLoss === null ? 0 : cost - mostLoss);
  }
  for (const of of [sums.count, sums.wish, sums.squares])
    for (let at = 1; at < size; at += 1) of[at] = numberAt(of, at) + numberAt(of, at - 1);
  return sums;
}

const SLACK = 1e-9;

/** What the orders from one weight to another pay at best: their mean wish, or the least they take. */
function bestPrice({ count, wish }: Sums, begin: number, end: number, bound: number): number {
  const orders = numberAt(count, end) - numberAt(count, begin);
  return orders === 0 ? bound : Math.max((numberAt(wish, end) - numberAt(wish, begin)) / orders, bound);
}

/** For so many tiers and up to each weight: the least error of all sets together, and where the last tier begins. */
function bestPartings(all: readonly Sums[], size: number, most: number) {
  const errors = Array.from({ length: most + 1 }, () => new Float64Array(size + 1).fill(Infinity));
  const begins = Array.from({ length: most + 1 }, () => new Int32Array(size + 1));
  (errors[0] as Float64Array)[0] = 0;
  const bounds = new Float64Array(all.length);
  for (let end = 1; end <= size; end += 1) {
    bounds.fill(0);
    for (let begin = end - 1; begin >= 0; begin -= 1) {
      let spread = 0;
      for (let at = 0; at < all.length; at += 1) {
        const sums = all[at] as Sums;
        bounds[at] = Math.max(numberAt(bounds, at), numberAt(sums.least, begin + 1));
        const price = bestPrice(sums, begin, end, numberAt(bounds, at));
        const orders = numberAt(sums.count, end) - numberAt(sums.count, begin);
        const wanted = numberAt(sums.wish, end) - numberAt(sums.wish, begin);
        spread += numberAt(sums.squares, end) - numberAt(sums.squares, begin) - price * (2 * wanted - price * orders);
      }
      for (let tiers = 1; tiers <= most; tiers += 1) {
        const total = spread + numberAt(errors[tiers - 1] as Float64Array, begin);
        if (total >= numberAt(errors[tiers] as Float64Array, end)) continue;
        (errors[tiers] as Float64Array)[end] = total;
        (begins[tiers] as Int32Array)[end] = begin;
      }
    }
  }
  return { errors, begins };
}

/** The price of one set in each tier; without orders in one, that of the tier below it. */
function pricesOf(sums: Sums, edges: readonly number[]): Minor[] {
  let below = 0;
  return edges.slice(1).map((end, at) => {
    const begin = edges[at] as number;
    if (numberAt(sums.count, end) === numberAt(sums.count, begin)) return below;
    const bound = sums.least.subarray(begin + 1, end + 1).reduce((greatest, one) => Math.max(greatest, one), 0);
    const price = bestPrice(sums, begin, end, bound);
    below = Math.ceil(price - SLACK * Math.max(1, price));
    return below;
  });
}

/**
 * Tiers with the same bounds for several sets of orders, such as the zones of a service, each with prices of its own: their
 * squared distances from what each order should pay are least together. Exact, every last tier tried (Bellman 1961, as in
 * `fitTiers`). A set without orders in a tier keeps the price of the tier below it.
 * @throws RangeError where there are more different weights than `MOST_SHARED_WEIGHTS`
 */
export function fitTogether(sets: readonly (readonly FitOrder[])[], target: FitTarget): SharedFit {
  const counted = sets.map((orders) => orders.filter(({ count = 1 }) => count > 0));
  const weights = [...new Set(counted.flatMap((orders) => orders.map(({ weight }) => weight)))].sort((a, b) => a - b);
  const size = weights.length;
  if (size === 0) return { tiers: [], error: 0 };
  if (size > MOST_SHARED_WEIGHTS) throw new RangeError(`At most ${MOST_SHARED_WEIGHTS} different weights`);
  const all = counted.map((orders) => sumsOf(orders, weights, target));
  const most = Math.min(target.tiers, size);
  const { errors, begins } = bestPartings(all, size, most);
  const errorWith = (tiers: number) => numberAt(errors[tiers] as Float64Array, size);
  let chosen = 1;
  for (let tiers = 2; tiers <= most; tiers += 1)
    if (errorWith(tiers) < errorWith(chosen) - SLACK * Math.max(1, errorWith(chosen))) chosen = tiers;
  const edges: number[] = [size];
  for (let tiers = chosen, end = size; tiers > 0; tiers -= 1) {
    end = numberAt(begins[tiers] as Int32Array, end);
    edges.unshift(end);
  }
  const prices = all.map((sums) => pricesOf(sums, edges));
  const tiers = edges.slice(1).map(
    (end, at): SharedTier => ({
      upTo: weights[end - 1] as number,
      next: weights[end] ?? null,
      prices: prices.map((list) => list[at] ?? 0),
    }),
  );
  return { tiers, error: errorWith(chosen) };
}
