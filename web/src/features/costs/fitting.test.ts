import { Card, emptyBook, fitTiers, NO_MEASURES, priceOnCard } from '@ostrakon/core';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { asPaid, measuredOrders, outcomeOf, proposedCard, readWeights, withCosts, withoutTax } from './fitting.ts';
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
      { weight: KILO / 2, cost: 120, count: 2 },
      { weight: KILO, cost: 120, count: 2 },
      { weight: 2 * KILO, cost: 600, count: 2 },
    ],
    beyond: 2,
  });
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

test('the proposed card is one a lane takes, at round bounds, and keeps the tiers no order was weighed for', () => {
  const orders = [0.4, 0.93, 1.1, 4.2, 4.8].map((kilos, at) => ({ weight: kilos * KILO, cost: at < 3 ? 800 : 1500 }));
  const present = Card.parse({
    kind: 'weightTiers',
    measure: 'packedWeight',
    bands: 'whole',
    tiers: [
      { upTo: '2 kg', result: { kind: 'amount', amount: 700 } },
      { upTo: '20 kg', result: { kind: 'amount', amount: 4000 } },
    ],
    above: { kind: 'notOffered' },
    floor: null,
    cap: null,
  });
  const fit = fitTiers(orders, { tiers: 4, margin: 1000, mostLoss: null });
  const card = proposedCard(fit, present, { measure: 'packedWeight', taxRate: 0, step: 5 });
  expect(Card.parse(card)).toMatchObject({
    tiers: [
      { upTo: '2.5 kg', result: { amount: 880 } },
      { upTo: '4.8 kg', result: { amount: 1650 } },
      { upTo: '20 kg', result: { amount: 4000 } },
    ],
    above: { kind: 'notOffered' },
  });
  const measured = (list: typeof orders) => list.map((order) => ({ ...order, measures: { ...NO_MEASURES, packedWeight: order.weight } }));
  expect(outcomeOf(card, measured(orders), 0, 'halfUp')).toEqual({
    charged: 3 * 880 + 2 * 1650,
    cost: 5400,
    priced: 5,
    below: 0,
    unpriced: 0,
  });
  const heavy = { weight: 30 * KILO, cost: 1 };
  expect(outcomeOf(present, measured([...orders, heavy]), 0, 'halfUp')).toMatchObject({ below: 3, unpriced: 1 });
});

test('two orders less than a gram apart stay in their own tiers', () => {
  const [light, heavy] = [KILO + 100_000, KILO + 400_000];
  const fit = fitTiers(
    [
      { weight: light, cost: 500 },
      { weight: heavy, cost: 900 },
    ],
    { tiers: 2, margin: 0, mostLoss: null },
  );
  const card = proposedCard(fit, PLAIN_CARD, { measure: 'itemsWeight', taxRate: 0, step: 1 });
  const priceOf = priceOnCard(Card.parse(card), 'halfUp');
  expect([light, heavy].map((weight) => priceOf({ ...NO_MEASURES, itemsWeight: weight }))).toEqual([500, 900]);
});

test('orders are packed before they are fitted: the carton weighs, too, and its volume', () => {
  const canada = { id: 'canada', name: 'Canada', places: [{ kind: 'country' as const, country: 'CA' as const }], taxRate: 0, lanes: {} };
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
  const orders = [{ weight: KILO, cost: 700, count: 3 }];
  const of = { book, at: { zone: 'canada', service: 'ground' }, destination: { country: 'CA' as const }, orders, bare: false };
  // 40 × 30 × 20 cm count for 4.8 kg at 5000 cm³ to the kilogram (common practice, no published source).
  const weightBy = (measure: 'itemsWeight' | 'packedWeight' | 'billableWeight') => measuredOrders({ ...of, measure })[0]!.weight / KILO;
  expect([weightBy('itemsWeight'), weightBy('packedWeight'), weightBy('billableWeight')]).toEqual([1, 1.24, 4.8]);
  expect(measuredOrders({ ...of, measure: 'packedWeight' })[0]).toMatchObject({ cost: 700, count: 3 });
  expect(measuredOrders({ ...of, measure: 'billableWeight', bare: true })[0]!.weight).toBe(KILO);
});

test('a survey as typed: what is missing is told at its field', () => {
  const book = { ...emptyBook(), zones: [{ id: 'near', name: 'Near', places: [], taxRate: 0, lanes: {} }] };
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
