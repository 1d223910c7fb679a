import fc from 'fast-check';
import { ckmeans } from 'simple-statistics';
import { expect, test } from 'vitest';
import { type FitOrder, type FitTarget, fitTiers, roundestWithin } from './fitTiers.ts';

/** Every way to part the weights into so many runs. */
function partings(count: number, runs: number): number[][] {
  if (runs === 1) return [[count]];
  return Array.from({ length: count - runs + 1 }, (_, at) => at + 1).flatMap((first) =>
    partings(count - first, runs - 1).map((rest) => [first, ...rest]),
  );
}

/** The least error of all partings, each tier at the best price that every order in it bears. */
function bruteForce(orders: readonly FitOrder[], { tiers, margin, mostLoss }: FitTarget): number {
  const weights = [...new Set(orders.map(({ weight }) => weight))].sort((a, b) => a - b);
  const errorOf = (from: number, to: number) => {
    const inside = orders.filter(({ weight }) => weight >= weights[from]! && weight <= weights[to - 1]!);
    const wishes = inside.flatMap(({ cost, count = 1 }) => Array<number>(count).fill((cost * (10_000 + margin)) / 10_000));
    const mean = wishes.reduce((sum, wish) => sum + wish, 0) / wishes.length;
    const price = Math.max(mean, mostLoss === null ? 0 : Math.max(...inside.map(({ cost }) => cost - mostLoss)));
    return wishes.reduce((sum, wish) => sum + (price - wish) ** 2, 0);
  };
  let best = Infinity;
  for (let runs = 1; runs <= Math.min(tiers, weights.length); runs += 1) {
    for (const parting of partings(weights.length, runs)) {
      let from = 0;
      const total = parting.reduce((sum, length) => {
        from += length;
        return sum + errorOf(from - length, from);
      }, 0);
      best = Math.min(best, total);
    }
  }
  return best;
}

const anyOrders = fc.array(
  fc.record({ weight: fc.integer({ min: 1, max: 9 }), cost: fc.integer({ min: 0, max: 3000 }), count: fc.integer({ min: 1, max: 3 }) }),
  { minLength: 1, maxLength: 14 },
);
const anyTarget = fc.record({
  tiers: fc.integer({ min: 1, max: 5 }),
  margin: fc.integer({ min: 0, max: 5000 }),
  mostLoss: fc.option(fc.integer({ min: 0, max: 500 }), { nil: null }),
});

test('no parting of the weights comes nearer (every one tried)', () => {
  fc.assert(
    fc.property(anyOrders, anyTarget, (orders, target) => {
      const best = bruteForce(orders, target);
      expect(fitTiers(orders, target).error).toBeCloseTo(best, 3);
    }),
    { numRuns: 300 },
  );
});

/** The same by plain dynamic programming, every last tier tried; for more weights than can be parted by hand. */
function plainProgramme(orders: readonly FitOrder[], { tiers, mostLoss }: FitTarget): number {
  const sorted = [...orders].sort((a, b) => a.weight - b.weight);
  let error = [0, ...Array<number>(sorted.length).fill(Infinity)];
  for (let layer = 0; layer < tiers; layer += 1) {
    const next = [0, ...Array<number>(sorted.length).fill(Infinity)];
    for (let end = 1; end <= sorted.length; end += 1) {
      let [sum, squares, bound] = [0, 0, 0];
      for (let begin = end - 1; begin >= 0; begin -= 1) {
        const { cost } = sorted[begin]!;
        sum += cost;
        squares += cost * cost;
        bound = Math.max(bound, mostLoss === null ? 0 : cost - mostLoss);
        const price = Math.max(sum / (end - begin), bound);
        const spread = squares - 2 * price * sum + price * price * (end - begin);
        next[end] = Math.min(next[end]!, spread + error[begin]!);
      }
    }
    error = next;
  }
  return error[sorted.length]!;
}

test('nor for hundreds of weights, some of them out of line', () => {
  const order = fc.record({ noise: fc.integer({ min: 0, max: 400 }), odd: fc.integer({ min: 0, max: 30 }) });
  fc.assert(
    fc.property(fc.array(order, { minLength: 150, maxLength: 420 }), anyTarget, (made, { tiers, mostLoss }) => {
      const orders = made.map(({ noise, odd }, at) => ({ weight: at, cost: 500 + at * 4 + noise + (odd === 0 ? 3000 : 0) }));
      const target = { tiers, mostLoss, margin: 0 };
      const best = plainProgramme(orders, target);
      expect(Math.abs(fitTiers(orders, target).error / best - 1)).toBeLessThan(1e-9);
    }),
    // Made smaller, a failure would take minutes to tell the same.
    { numRuns: 150, endOnFailure: true },
  );
});

test('tiers cover every order once, pay for themselves, and none loses more than it may', () => {
  fc.assert(
    fc.property(anyOrders, anyTarget, (orders, target) => {
      const { tiers } = fitTiers(orders, target);
      const all = orders.reduce((sum, { count }) => sum + count, 0);
      expect(tiers.reduce((sum, tier) => sum + tier.orders, 0)).toBe(all);
      expect(tiers.length).toBeLessThanOrEqual(target.tiers);
      for (const tier of tiers) expect(tier.price * tier.orders).toBeGreaterThanOrEqual(tier.cost);
      for (const { weight, cost } of orders) {
        const tier = tiers.find(({ upTo }) => weight <= upTo);
        expect(tier).toBeDefined();
        if (target.mostLoss !== null) expect(tier!.price).toBeGreaterThanOrEqual(cost - target.mostLoss);
      }
    }),
    { numRuns: 300 },
  );
});

test('where costs rise with weight it is the optimal clustering of simple-statistics (ckmeans)', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 1, max: 5000 }), { minLength: 3, maxLength: 60 }),
      fc.integer({ min: 1, max: 3 }),
      (costs, tiers) => {
        const sorted = [...costs].sort((a, b) => a - b);
        const spread = ckmeans(sorted, tiers).reduce((sum, cluster) => {
          const mean = cluster.reduce((all, cost) => all + cost, 0) / cluster.length;
          return sum + cluster.reduce((all, cost) => all + (cost - mean) ** 2, 0);
        }, 0);
        const orders = sorted.map((cost, at) => ({ weight: at, cost }));
        expect(fitTiers(orders, { tiers, margin: 0, mostLoss: null }).error).toBeCloseTo(spread, 3);
      },
    ),
    { numRuns: 200 },
  );
});

test('worked by hand: two clear steps', () => {
  const orders = [
    { weight: 1, cost: 500, count: 3 },
    { weight: 2, cost: 520 },
    { weight: 5, cost: 900 },
    { weight: 6, cost: 940 },
  ];
  // (3 × 500 + 520) / 4 = 505; (900 + 940) / 2 = 920. Errors 3 × 5² + 15² = 300 and 2 × 20² = 800.
  expect(fitTiers(orders, { tiers: 2, margin: 0, mostLoss: null })).toEqual({
    error: 1100,
    tiers: [
      { upTo: 2, next: 5, price: 505, orders: 4, cost: 2020, below: 1 },
      { upTo: 6, next: null, price: 920, orders: 2, cost: 1840, below: 1 },
    ],
  });
  // No order may lose more than 10: the second tier costs 930.
  expect(fitTiers(orders, { tiers: 2, margin: 0, mostLoss: 10 }).tiers.map(({ price }) => price)).toEqual([510, 930]);
  expect(fitTiers([...orders, { weight: 3, cost: 9999, count: 0 }], { tiers: 2, margin: 0, mostLoss: null }).error).toBe(1100);
  expect(fitTiers([], { tiers: 3, margin: 0, mostLoss: null }).tiers).toEqual([]);
});

test.each([
  [1_870_000, 2_400_000, 2_000_000],
  [973, 1001, 1000],
  [2001, 2600, 2500],
  [7, 8, 7],
  [4900, null, 5000],
])('between %i and %s the roundest bound is %i', (low, high, round) => {
  expect(roundestWithin(low, high)).toBe(round);
});
