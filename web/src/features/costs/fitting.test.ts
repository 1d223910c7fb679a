import { Card, costPointAt, emptyBook, type FitTarget, fitTiers, massToMicrograms, NO_MEASURES, priceOnCard } from '@ostrakon/core';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  asPaid,
  fitAll,
  fitPoints,
  type MeasuredOrder,
  measuredOrders,
  outcomeOf,
  proposedCard,
  readWeights,
  withCosts,
  withoutIdleBounds,
  withoutTax,
} from './fitting.ts';
import { askedBare, goodsProbes, readLadder, readSurveyForm } from './probes.ts';

const { shop } = emptyBook();
const KILO = 1_000_000_000;
const PLAIN_CARD: Card = { kind: 'flat', result: { kind: 'amount', amount: 700 } };

test('weights as people write them, some of them several times; what is no weight is told with its place', () => {
  expect(readWeights('2 kg x 3\n500g, 1', shop)).toEqual({
    ok: true,
    value: [
      { weight: 2 * KILO, count: 3 },
      { weight: KILO / 2, count: 1 },
      { weight: KILO, count: 1 },
    ],
  });
  expect(readWeights('1 kg\nheavy', shop)).toMatchObject({ ok: false, message: expect.stringContaining('Entry 2, “heavy”') });
  expect(readWeights(' \n', shop).ok).toBe(false);
  expect(readWeights('2 kg x 0', shop)).toMatchObject({ ok: false, message: expect.stringContaining('at least one order') });
});

test('orders cost what the next heavier probe does; heavier ones are left out and counted', () => {
  const curve = [1, 5].map((kilos, probe) => ({
    probe,
    weight: kilos * KILO,
    least: kilos * 100,
    mean: kilos * 110,
    most: kilos * 120,
    addresses: 2,
  }));
  const weights = [0.5, 1, 2, 6].map((kilos) => ({ weight: kilos * KILO, count: 2 }));
  expect(withCosts(weights, curve, 'most')).toEqual({
    orders: [
      { weight: KILO / 2, cost: 120, count: 2, reach: KILO },
      { weight: KILO, cost: 120, count: 2, reach: KILO },
      { weight: 2 * KILO, cost: 600, count: 2, reach: 5 * KILO },
    ],
    beyond: 2,
  });
});

test('an order in several parcels pays for each of them, and is told apart from one in one', () => {
  expect(readWeights('30 kg in 2 x 3\n30 kg', shop)).toMatchObject({
    value: [
      { weight: 30 * KILO, count: 3, parcels: 2 },
      { weight: 30 * KILO, count: 1 },
    ],
  });
  expect(readWeights('30 kg in 0', shop)).toMatchObject({ ok: false, message: expect.stringContaining('one to 50 parcels') });
  const curve = [15, 30].map((kilos, probe) => ({ probe, weight: kilos * KILO, least: 0, mean: kilos * 50, most: 0, addresses: 1 }));
  const read = readWeights('30 kg in 2 x 3\n30 kg\n40 kg in 2', shop);
  // Two of 15 kg at 7.50 each, one of 30 kg at 15.00; 40 kg in two are two of 20, which cost as much as 30.
  expect(withCosts(read.ok ? read.value : [], curve, 'mean').orders.map(({ cost, count, reach }) => [cost, count, reach / KILO])).toEqual([
    [1500, 3, 30],
    [1500, 1, 30],
    [3000, 1, 60],
  ]);
});

test('the zones of a service are fitted with the same weights; the base and the amount are the same for each', () => {
  const zone = (id: string) => ({
    id,
    name: id,
    places: [{ kind: 'country' as const, country: 'CA' as const }],
    taxRate: 0,
    label: '',
    lanes: {},
  });
  const book = { ...emptyBook(), zones: [zone('near'), zone('far')] };
  const costs = (more: number) =>
    [1, 2, 5, 6].map((kilos) => ({ weight: kilos * KILO, cost: 500 + 100 * kilos + more, count: 1, reach: kilos * KILO }));
  const of = ['near', 'far'].map((id, at) => ({
    book,
    at: { zone: id, service: 'ground' },
    destination: { country: 'CA' as const },
    measure: 'itemsWeight' as const,
    bare: true,
    orders: costs(at * 700),
  }));
  const fits = fitAll({ of, target: { tiers: 2, margin: 0, mostLoss: null }, unit: KILO });
  expect(fits.map(({ tiers }) => tiers.map(({ upTo, price }) => [upTo / KILO, price]))).toEqual([
    [
      [2, 650],
      [6, 1050],
    ],
    [
      [2, 1350],
      [6, 1750],
    ],
  ]);
  expect(fits.map(({ line: { base, each } }) => [base, each])).toEqual([
    [500, 100],
    [1200, 100],
  ]);
});

test('of bounds that zones share only those go at which no price of any changes', () => {
  const [near, far] = [tiers(['1 kg', 500], ['2 kg', 500], ['5 kg', 900]), tiers(['1 kg', 700], ['2 kg', 700], ['5 kg', 700])];
  const boundsOf = (cards: readonly Card[]) =>
    withoutIdleBounds(cards).map((card) => card.kind === 'weightTiers' && card.tiers.map(({ upTo }) => upTo));
  expect(boundsOf([near, far])).toEqual([
    ['2 kg', '5 kg'],
    ['2 kg', '5 kg'],
  ]);
  expect(boundsOf([far])).toEqual([['5 kg']]);
});

test('a price as paid always leaves what was wanted, once the tax is taken off', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 1_000_000 }),
      fc.integer({ min: 0, max: 3000 }),
      fc.constantFrom(1, 5, 25, 100),
      (price, rate, step) => {
        const paid = asPaid(price, rate, step);
        expect(paid % step).toBe(0);
        expect(withoutTax(paid, rate)).toBeGreaterThanOrEqual(price);
      },
    ),
  );
});

/** An order of so many kilograms, packed or not, whose cost is known up to some weight. */
const order = (kilos: number, cost: number, reach = kilos): MeasuredOrder => ({
  weight: Math.round(kilos * KILO),
  reach: Math.round(reach * KILO),
  cost,
  measures: { ...NO_MEASURES, itemsWeight: Math.round(kilos * KILO), packedWeight: Math.round(kilos * KILO) },
});
const tiers = (...rows: [string, number][]): Card => ({
  kind: 'weightTiers',
  measure: 'packedWeight',
  bands: 'whole',
  tiers: rows.map(([upTo, amount]) => ({ upTo, result: { kind: 'amount', amount } })),
  above: { kind: 'notOffered' },
  floor: null,
  cap: null,
});
const fitted = (orders: readonly MeasuredOrder[], target: FitTarget) => ({ orders, tiers: fitTiers(orders, target).tiers });

test('the proposed card is one a lane takes, at round bounds, and keeps the tiers no order was weighed for', () => {
  // Asked for 0.5, 1, 3 and 5 kg: what 1.1 kg costs is known up to 3 kg.
  const orders = [order(0.4, 800, 0.5), order(0.93, 800, 1), order(1.1, 800, 3), order(4.2, 1500, 5), order(4.8, 1500, 5)];
  const present = tiers(['2 kg', 700], ['20 kg', 4000]);
  const card = proposedCard(fitted(orders, { tiers: 4, margin: 1000, mostLoss: null }), present, {
    measure: 'packedWeight',
    taxRate: 0,
    step: 5,
  });
  expect(Card.parse(card)).toMatchObject({
    tiers: [
      { upTo: '2.5 kg', result: { amount: 880 } },
      { upTo: '5 kg', result: { amount: 1650 } },
      { upTo: '20 kg', result: { amount: 4000 } },
    ],
    above: { kind: 'notOffered' },
  });
  expect(outcomeOf(card, orders, 0, 'halfUp')).toEqual({ charged: 3 * 880 + 2 * 1650, cost: 5400, priced: 5, below: 0, unpriced: 0 });
  expect(outcomeOf(present, [...orders, order(30, 1)], 0, 'halfUp')).toMatchObject({ below: 3, unpriced: 1 });
});

test('no weight up to the last bound is sold below its cost where no order may lose, whether an order had it or not', () => {
  const anyCurve = fc
    .array(fc.tuple(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 0, max: 400 })), { minLength: 1, maxLength: 8 })
    .map((steps) => {
      let [kilos, cost] = [0, 300];
      return steps.map(([heavier, dearer], probe) => {
        kilos += heavier / 10;
        cost += dearer;
        return { probe, weight: Math.round(kilos * KILO), least: cost, mean: cost, most: cost, addresses: 1 };
      });
    });
  const anyWeights = fc.array(fc.integer({ min: 1, max: 20_000 }), { minLength: 1, maxLength: 12 });
  fc.assert(
    fc.property(anyCurve, anyWeights, fc.integer({ min: 1, max: 5 }), (curve, grams, most) => {
      const weights = grams.map((weight) => ({ weight: weight * (KILO / 1000), count: 1 }));
      const orders = withCosts(weights, curve, 'mean').orders.map(({ weight, cost, reach }) => order(weight / KILO, cost, reach / KILO));
      fc.pre(orders.length > 0);
      const card = proposedCard(fitted(orders, { tiers: most, margin: 0, mostLoss: 0 }), PLAIN_CARD, {
        measure: 'packedWeight',
        taxRate: 0,
        step: 1,
      });
      if (card.kind !== 'weightTiers') throw new Error(card.kind);
      const bounds = card.tiers.map(({ upTo }) => massToMicrograms(upTo));
      const priceOf = priceOnCard(card, 'halfUp');
      const edges = [...bounds, ...curve.map(({ weight }) => weight), ...orders.map(({ weight }) => weight)];
      for (const x of edges.flatMap((edge) => [edge - 1000, edge, edge + 1000])) {
        if (x <= 0 || x > bounds.at(-1)!) continue;
        expect(priceOf({ ...NO_MEASURES, packedWeight: x })).toBeGreaterThanOrEqual(costPointAt(curve, x)!.mean);
      }
    }),
  );
});

test('the chart has both cards and the cost wherever one of them may change, as buyers pay them', () => {
  const cards = { present: tiers(['2 kg', 700]), proposed: tiers(['1.5 kg', 650], ['9 kg', 1500]) };
  const how = { measure: 'packedWeight', taxRate: 1500, rounding: 'halfUp' } as const;
  expect(fitPoints(cards, [order(3, 1000), order(1, 500, 1.8)], how)).toEqual([
    { x: 0, present: 700, proposed: 650, cost: 575 },
    { x: 1.5 * KILO, present: 700, proposed: 650, cost: 575 },
    { x: 1.8 * KILO, present: 700, proposed: 1500, cost: 575 },
    { x: 2 * KILO, present: 700, proposed: 1500, cost: 1150 },
    { x: 3 * KILO, present: null, proposed: 1500, cost: 1150 },
  ]);
  // Thousands of orders make no more points than there are steps.
  const many = Array.from({ length: 5000 }, (_, at) => order((at + 1) / 2500, at < 2500 ? 500 : 900, at < 2500 ? 1 : 2));
  expect(fitPoints(cards, many, how).length).toBeLessThan(6);
  expect(fitPoints(cards, [], how)).toEqual([]);
});

test('two orders less than a gram apart stay in their own tiers', () => {
  const orders = [order(1.0001, 500, 3), order(1.0004, 900, 3)];
  const card = proposedCard(fitted(orders, { tiers: 2, margin: 0, mostLoss: null }), PLAIN_CARD, {
    measure: 'itemsWeight',
    taxRate: 0,
    step: 1,
  });
  const priceOf = priceOnCard(Card.parse(card), 'halfUp');
  expect(orders.map(({ measures }) => priceOf(measures))).toEqual([500, 900]);
});

test('orders are packed before they are fitted: the carton weighs, too, and its volume', () => {
  const canada = {
    id: 'canada',
    name: 'Canada',
    places: [{ kind: 'country' as const, country: 'CA' as const }],
    taxRate: 0,
    label: '',
    lanes: {},
  };
  const carton = {
    id: 'box',
    name: 'Box',
    kind: 'carton' as const,
    inside: { length: '30 cm', width: '20 cm', height: '20 cm' },
    outside: { length: '40 cm', width: '30 cm', height: '20 cm' },
    tare: '240 g',
    mostLoad: null,
    cost: 0,
    inUse: true,
  };
  const empty = emptyBook();
  const book = { ...empty, zones: [canada], packing: { ...empty.packing, packaging: [carton] } };
  const orders = [{ weight: KILO, cost: 700, count: 3, reach: 2 * KILO }];
  const of = { book, at: { zone: 'canada', service: 'ground' }, destination: { country: 'CA' as const }, orders, bare: false };
  // 40 × 30 × 20 cm count for 4.8 kg at 5000 cm³ to the kilogram (common practice, no published source).
  const weightBy = (measure: 'itemsWeight' | 'packedWeight' | 'billableWeight') => measuredOrders({ ...of, measure })[0]!.weight / KILO;
  expect([weightBy('itemsWeight'), weightBy('packedWeight'), weightBy('billableWeight')]).toEqual([1, 1.24, 4.8]);
  expect(measuredOrders({ ...of, measure: 'packedWeight' })[0]).toMatchObject({ cost: 700, count: 3, reach: 2.24 * KILO });
  expect(measuredOrders({ ...of, measure: 'billableWeight', bare: true })[0]!.weight).toBe(KILO);
});

test('a survey as typed: what is missing is told at its field', () => {
  const book = { ...emptyBook(), zones: [{ id: 'near', name: 'Near', places: [], taxRate: 0, label: '', lanes: {} }] };
  const form = {
    of: 'weights' as const,
    packing: 'usual' as const,
    weights: '2 kg, 1',
    goods: new Set<string>(),
    addresses: '3',
    zones: new Set(['near']),
  };
  const read = readSurveyForm(form, book, []);
  expect(read.ok && read.survey.probes.map(({ name }) => name)).toEqual(['1 kg', '2 kg']);
  expect(read.ok && askedBare(read.survey)).toBe(false);
  const bare = readSurveyForm({ ...form, packing: 'bare' }, book, []);
  expect(bare.ok && askedBare(bare.survey)).toBe(true);
  expect(readSurveyForm({ ...form, weights: 'x' }, book, [])).toMatchObject({ at: 'weights' });
  expect(readSurveyForm({ ...form, addresses: '51' }, book, [])).toMatchObject({ at: 'addresses' });
  expect(readSurveyForm({ ...form, zones: new Set() }, book, [])).toMatchObject({ at: 'zones' });
  expect(readSurveyForm({ ...form, of: 'goods' }, book, [])).toMatchObject({ at: 'goods' });
  expect(readLadder('0 kg', shop).ok).toBe(false);
  expect(goodsProbes([])).toEqual([]);
});

test('the comma of a number parts no list: weights as people write them where it stands before decimals', () => {
  const kilos = (text: string, locale: string) => {
    const read = readWeights(text, { ...shop, locale });
    return read.ok ? read.value.map(({ weight }) => weight / KILO) : read.message;
  };
  expect(kilos('0,5 kg; 1,5 kg', 'de-DE')).toEqual([0.5, 1.5]);
  expect(kilos('0,5 kg, 1,5 kg\n2', 'de-DE')).toEqual([0.5, 1.5, 2]);
  expect(kilos('0.5, 1,2', 'en-CA')).toEqual([0.5, 1, 2]);
  expect(kilos('1,500 g, 2 kg', 'en-CA')).toEqual([1.5, 2]);
  expect(kilos('٠٫٥ kg، ١٫٥ kg', 'ar-EG')).toEqual([0.5, 1.5]);
  // Figures that run into one another are no number, and that is told.
  expect(kilos('1,2,3', 'de-DE')).toContain('Entry 1');
  // Read otherwise by another habit: both ways are told.
  expect(readLadder('1.500 g; 2 kg', { ...shop, locale: 'de-DE' })).toMatchObject({
    twoWays: { as: '1500 g; 2 kg', instead: '1,5 g; 2 kg' },
  });
});
