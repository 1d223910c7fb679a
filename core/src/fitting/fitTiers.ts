import { numberAt } from '../numbers/entry.ts';
import type { Micrograms, Minor } from '../numbers/units.ts';
/** One past or typical order: its weight, what its carriage costs, in minor units, and how many such there are. */
export interface FitOrder {
  readonly weight: Micrograms;
  readonly cost: Minor;
  readonly count?: number;
}

export interface FitTarget {
  /** The most tiers. */
  readonly tiers: number;
  /** Basis points on top of what carriage costs. */
  readonly margin: number;
  /** The most one order may lose, in minor units; null for any. */
  readonly mostLoss: number | null;
}

export interface FittedTier {
  /** The heaviest order in it. */
  readonly upTo: number;
  /** The lightest order of the next tier; null in the last. */
  readonly next: number | null;
  readonly price: Minor;
  readonly orders: number;
  /** Sum of the costs of its orders, and how many of them cost more than the price. */
  readonly cost: Minor;
  readonly below: number;
}

export interface Fit {
  readonly tiers: readonly FittedTier[];
  /** Sum over orders of the squared distance of price and wish, before prices are rounded up; what is made least. */
  readonly error: number;
}

/** Orders of one weight are in one tier. Sums run over all orders up to and including each weight. */
interface Weights {
  readonly weight: Float64Array;
  readonly count: Float64Array;
  readonly wish: Float64Array;
  readonly squares: Float64Array;
  /** The least price the orders of each weight take. */
  readonly least: Float64Array;
}

function weigh(orders: readonly FitOrder[], { margin, mostLoss }: FitTarget): Weights {
  const sorted = [...orders].sort((a, b) => a.weight - b.weight);
  const weight: number[] = [];
  const [count, wish, squares, least]: [number[], number[], number[], number[]] = [[0], [0], [0], []];
  for (const order of sorted) {
    const times = order.count ?? 1;
    const wanted = (order.cost * (10_000 + margin)) / 10_000;
    const bound = mostLoss === null ? 0 : order.cost - mostLoss;
    const at = weight.length;
    if (at > 0 && weight[at - 1] === order.weight) {
      count[at] = numberAt(count, at) + times;
      wish[at] = numberAt(wish, at) + wanted * times;
      squares[at] = numberAt(squares, at) + wanted * wanted * times;
      least[at - 1] = Math.max(numberAt(least, at - 1), bound);
      continue;
    }
    weight.push(order.weight);
    count.push(numberAt(count, at) + times);
    wish.push(numberAt(wish, at) + wanted * times);
    squares.push(numberAt(squares, at) + wanted * wanted * times);
    least.push(bound);
  }
  return {
    weight: Float64Array.from(weight),
    count: Float64Array.from(count),
    wish: Float64Array.from(wish),
    squares: Float64Array.from(squares),
    least: Float64Array.from(least),
  };
}

/** For so many tiers: the least error up to each weight, and where the last tier begins. */
interface Layer {
  readonly error: Float64Array;
  readonly begins: Int32Array;
  /** Of the last tier found: where it begins, and the least price its orders take. */
  begin: number;
  bound: number;
}

/** Weights are passed over in blocks of 8, and those in blocks of 128: powers of two, as shifts. */
const SMALL = 3;
const LARGE = 7;

/** The greatest entry of each block. */
function greatestOf(values: Float64Array, shift: number): Float64Array {
  const greatest = new Float64Array((values.length >> shift) + 1);
  values.forEach((value, at) => {
    greatest[at >> shift] = Math.max(numberAt(greatest, at >> shift), value);
  });
  return greatest;
}

/** The block (by its shift) below a weight in which nothing left over costs less than `room`; 0 where there is none. */
function blockToPass(at: number, room: number, fewer: Float64Array): number {
  const large = (at >> LARGE) << LARGE;
  if (at === large + (1 << LARGE) - 1 && numberAt(fewer, large) >= room) return LARGE;
  const small = (at >> SMALL) << SMALL;
  // A block whose upper part was tried already is tried to its end: its greatest entry may lie up there, or beyond.
  return at === small + (1 << SMALL) - 1 && numberAt(fewer, small) >= room ? SMALL : 0;
}

/** Finds the best last tier for one number of tiers after another, for growing weights. */
class Segmentation {
  readonly #weights: Weights;
  readonly #small: Float64Array;
  readonly #large: Float64Array;
  readonly layers: readonly Layer[];

  constructor(weights: Weights, tiers: number) {
    this.#weights = weights;
    const size = weights.weight.length;
    this.#small = greatestOf(weights.least, SMALL);
    this.#large = greatestOf(weights.least, LARGE);
    this.layers = Array.from({ length: tiers }, () => ({
      error: new Float64Array(size + 1),
      begins: new Int32Array(size + 1),
      begin: 0,
      bound: 0,
    }));
    for (let end = 1; end <= size; end += 1) {
      const [first, ...others] = this.layers as readonly [Layer, ...Layer[]];
      first.bound = Math.max(first.bound, numberAt(weights.least, end - 1));
      first.error[end] = this.#spread(0, end, first.bound);
      others.forEach((layer, at) => {
        this.#lastTier(layer, (this.layers[at] as Layer).error, end);
      });
    }
  }

  /** The squared distance of the orders from `begin` to `end` from a price: their mean, or the least they take. */
  #spread(begin: number, end: number, bound: number): number {
    const { count, wish, squares } = this.#weights;
    const orders = numberAt(count, end) - numberAt(count, begin);
    const wanted = numberAt(wish, end) - numberAt(wish, begin);
    const mean = wanted / orders;
    const price = mean > bound ? mean : bound;
    return numberAt(squares, end) - numberAt(squares, begin) - price * (2 * wanted - price * orders);
  }

  /**
   * Tries where the last tier may begin, from `end` down, starting with the best of the weight before. The further down,
   * the dearer the last tier and the cheaper what is left, so that a block is passed over where the last tier of its upper
   * end and what is left at its lower end are no better than the best so far. A tier parted in two is never further off, so
   * that the search ends where a last tier and as many tiers below it are no better (Killick, Fearnhead and Eckley 2012,
   * JASA 107, from memory).
   */
  #lastTier(layer: Layer, fewer: Float64Array, end: number): void {
    const { least } = this.#weights;
    const own = layer.error;
    let { begin } = layer;
    let held = Math.max(layer.bound, numberAt(least, end - 1));
    let best = this.#spread(begin, end, held) + numberAt(fewer, begin);
    let bound = 0;
    let at = end - 1;
    while (at >= 0) {
      const here = numberAt(least, at);
      const spread = this.#spread(at, end, Math.max(here, bound));
      if (at < end - 1 && spread + numberAt(own, at) >= best) break;
      const pass = blockToPass(at, best - spread, fewer);
      if (pass > 0) {
        bound = Math.max(bound, (pass === LARGE ? this.#large : this.#small)[at >> pass] as number);
        at = ((at >> pass) << pass) - 1;
        continue;
      }
      const small = (at >> SMALL) << SMALL;
      for (; at >= small; at -= 1) {
        if (numberAt(least, at) > bound) bound = numberAt(least, at);
        const total = this.#spread(at, end, bound) + numberAt(fewer, at);
        if (total >= best) continue;
        best = total;
        begin = at;
        held = bound;
      }
    }
    own[end] = best;
    layer.begins[end] = begin;
    layer.begin = begin;
    layer.bound = held;
  }
}

const SLACK = 1e-9;

/** The price of orders from `begin` to `end`: covers their wishes together, and none loses more than it may. */
function priceOf({ count, wish, least }: Weights, begin: number, end: number): Minor {
  const orders = numberAt(count, end) - numberAt(count, begin);
  const mean = (numberAt(wish, end) - numberAt(wish, begin)) / orders;
  let bound = 0;
  for (let at = begin; at < end; at += 1) bound = Math.max(bound, numberAt(least, at));
  return Math.ceil(Math.max(mean, bound) - SLACK * Math.max(1, mean));
}

/**
 * The tiers by weight whose prices come nearest to what each order should pay (its cost and a margin), in least squares:
 * exact, by dynamic programming over all segmentations (Fisher 1958, "On grouping for maximum homogeneity", JASA 53;
 * Bellman 1961, "On the approximation of curves by line segments using dynamic programming", CACM 4). Each tier takes in
 * at least what its orders should pay together. Fewer tiers are given where more would not come nearer.
 */
export function fitTiers(all: readonly FitOrder[], target: FitTarget): Fit {
  const orders = all.filter(({ count = 1 }) => count > 0);
  if (orders.length === 0) return { tiers: [], error: 0 };
  const weights = weigh(orders, target);
  const { weight, count } = weights;
  const size = weight.length;
  const most = Math.min(target.tiers, size);
  const { layers } = new Segmentation(weights, most);
  const errorWith = (tiers: number) => numberAt((layers[tiers - 1] as Layer).error, size);
  let chosen = 1;
  for (let tiers = 2; tiers <= most; tiers += 1) {
    if (errorWith(tiers) < errorWith(chosen) - SLACK * Math.max(1, errorWith(chosen))) chosen = tiers;
  }
  const tiers: FittedTier[] = [];
  let end = size;
  for (let at = chosen - 1; at >= 0; at -= 1) {
    const begin = numberAt((layers[at] as Layer).begins, end);
    const [low, high] = [begin === 0 ? -Infinity : numberAt(weight, begin - 1), numberAt(weight, end - 1)];
    const inside = orders.filter((order) => order.weight > low && order.weight <= high);
    const price = priceOf(weights, begin, end);
    const sum = (of: (order: FitOrder) => number) => inside.reduce((total, order) => total + of(order) * (order.count ?? 1), 0);
    tiers.unshift({
      upTo: high,
      next: end === size ? null : numberAt(weight, end),
      price,
      orders: numberAt(count, end) - numberAt(count, begin),
      cost: sum(({ cost }) => cost),
      below: sum(({ cost }) => (cost > price ? 1 : 0)),
    });
    end = begin;
  }
  return { tiers, error: errorWith(chosen) };
}

/** The roundest number from `low` on and below `high`: 1, 2.5, 0.75 rather than 0.9731. Both in the same whole units. */
export function roundestWithin(low: number, high: number | null): number {
  const end = high ?? low * 2 + 1;
  for (let power = 10 ** Math.ceil(Math.log10(Math.max(end, 1))); power >= 1; power /= 10) {
    for (const part of [1, 0.5, 0.25]) {
      const step = power * part;
      if (step < 1 || !Number.isInteger(step)) continue;
      const candidate = Math.ceil(low / step) * step;
      if (candidate < end) return candidate;
    }
  }
  return low;
}
