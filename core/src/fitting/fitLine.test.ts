import fc from 'fast-check';
import { linearRegression } from 'simple-statistics';
import { expect, test } from 'vitest';
import { Met } from '../testing/met.ts';
import { fitLine } from './fitLine.ts';
import { type FitOrder, fitTiers } from './fitTiers.ts';
import { fitTogether } from './fitTogether.ts';

const KILO = 1_000_000_000;
const anyOrders = fc.array(
  fc.record({
    weight: fc.integer({ min: 1, max: 12 }).map((halves) => (halves * KILO) / 2),
    cost: fc.integer({ min: 0, max: 3000 }),
    count: fc.integer({ min: 1, max: 3 }),
  }),
  { minLength: 1, maxLength: 12 },
);
const anyWish = fc.record({
  margin: fc.integer({ min: 0, max: 3000 }),
  mostLoss: fc.option(fc.integer({ min: 0, max: 400 }), { nil: null }),
});

const unitsOf = ({ weight }: FitOrder) => Math.ceil(weight / KILO);
const errorOf = (orders: readonly FitOrder[], margin: number, base: number, each: number) =>
  orders.reduce(
    (sum, order) => sum + (order.count ?? 1) * (base + each * unitsOf(order) - (order.cost * (10_000 + margin)) / 10_000) ** 2,
    0,
  );

test('no base and amount of a fine grid come nearer, and none loses more than it may', () => {
  const met = new Met();
  fc.assert(
    fc.property(anyOrders, anyWish, (orders, wish) => {
      const fitted = fitLine(orders, wish, KILO);
      const bound = ({ cost }: FitOrder) => (wish.mostLoss === null ? 0 : cost - wish.mostLoss);
      for (const order of orders) expect(fitted.base + fitted.each * unitsOf(order)).toBeGreaterThanOrEqual(bound(order));
      let best = Infinity;
      for (let base = 0; base <= 4000; base += 50)
        for (let each = 0; each <= 4000; each += 50) {
          if (!orders.every((order) => base + each * unitsOf(order) >= bound(order))) continue;
          best = Math.min(best, errorOf(orders, wish.margin, base, each));
        }
      met.note(
        'a bound held',
        wish.mostLoss !== null && orders.some((order) => fitted.base + fitted.each * unitsOf(order) - bound(order) < 1),
      );
      met.note('free', wish.mostLoss === null);
      expect(fitted.error).toBeLessThanOrEqual(best + 1e-6 * Math.max(1, best));
    }),
    { numRuns: 80 },
  );
  met.enough(8, 'a bound held', 'free');
});

test('without a bound it is the linear regression of simple-statistics', () => {
  const met = new Met();
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 1, max: 60 }), { minLength: 2, maxLength: 30 }),
      fc.integer({ min: 0, max: 900 }),
      (units, base) => {
        const orders = units.map((unit) => ({ weight: unit * KILO, cost: base + unit * 37 + ((unit * 7919) % 90) }));
        const { m, b } = linearRegression(orders.map(({ weight, cost }) => [weight / KILO, cost]));
        if (m < 0 || b < 0) return;
        met.note('compared');
        const fitted = fitLine(orders, { margin: 0, mostLoss: null }, KILO);
        expect(fitted.error).toBeCloseTo(errorOf(orders, 0, b, m), 3);
        expect([fitted.base, fitted.each]).toEqual([Math.ceil(b - 1e-6), Math.ceil(m - 1e-6)]);
      },
    ),
  );
  met.enough(50, 'compared');
});

test('worked by hand: 1, 2 and 3 kg for 5.00, 7.00 and 9.00 are 3.00 and 2.00 a kilogram; 2.00 at most lost lifts it', () => {
  const orders = [1, 2, 3].map((kilos) => ({ weight: kilos * KILO, cost: 300 + 200 * kilos }));
  expect(fitLine(orders, { margin: 0, mostLoss: null }, KILO)).toEqual({ base: 300, each: 200, error: 0 });
  // 40 kg for 150.00 alone: through what it must pay, 148.00, and as near to the others as can be.
  const far = fitLine([...orders, { weight: 40 * KILO, cost: 15_000 }], { margin: 0, mostLoss: 200 }, KILO);
  expect(far.base + 40 * far.each).toBeGreaterThanOrEqual(14_800);
  expect(fitLine([], { margin: 0, mostLoss: null }, KILO)).toEqual({ base: 0, each: 0, error: 0 });
});

test('one set of orders fitted together is fitted alone; several share their bounds', () => {
  const met = new Met();
  fc.assert(
    fc.property(anyOrders, anyOrders, anyWish, fc.integer({ min: 1, max: 4 }), (one, other, wish, tiers) => {
      const target = { ...wish, tiers };
      const alone = fitTiers(one, target);
      const together = fitTogether([one], target);
      expect(together.error).toBeCloseTo(alone.error, 3);
      // Two sets: never nearer than each alone, and as near where they are the same.
      const both = fitTogether([one, other], target);
      expect(both.error).toBeGreaterThanOrEqual(alone.error + fitTiers(other, target).error - 1e-3);
      expect(fitTogether([one, one], target).error).toBeCloseTo(2 * alone.error, 2);
      for (const [at, orders] of [one, other].entries())
        for (const { weight, cost } of orders) {
          const tier = both.tiers.find(({ upTo }) => weight <= upTo);
          if (wish.mostLoss === null) continue;
          met.note('bounded');
          expect(tier?.prices[at]).toBeGreaterThanOrEqual(cost - wish.mostLoss);
        }
    }),
    { numRuns: 200 },
  );
  met.enough(100, 'bounded');
});
