import { expect, test } from 'vitest';
import { PLAIN_CARRIAGE } from '../carriers/carriage.ts';
import { applyCommand } from '../commands/commands.ts';
import { belowCost, freeIsDear } from '../findings/belowCost.ts';
import { raisedToCost } from '../findings/raiseToCost.ts';
import { compile } from '../quote/compile.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { bookOf, flat, lane } from '../testing/bookOf.ts';
import { costCurve, costPointAt, type Survey } from './survey.ts';

const KILO = 1_000_000_000;
const probe = (kilos: number) => ({
  name: `${kilos} kg`,
  weight: kilos * KILO,
  lines: [{ quantity: 1, unitPrice: 0, weight: `${kilos} kg`, delivered: true }],
});
const address = (zone: string, subdivision: string) => ({ zone, destination: { country: 'CA' as const, subdivision } });
const cost = (at: number, nth: number, minor: number | null) => ({
  service: 'ground',
  account: 'post',
  code: 'SLOW',
  address: at,
  probe: nth,
  cost: minor,
});

const survey: Survey = {
  id: 's',
  name: 'Autumn',
  at: '2026-11-24T12:00:00Z',
  probes: [probe(5), probe(1)],
  addresses: [address('near', 'CA-NS'), address('near', 'CA-NB'), address('far', 'CA-BC')],
  costs: [cost(0, 0, 1400), cost(1, 0, 1501), cost(2, 0, 3000), cost(0, 1, 800), cost(1, 1, 900), cost(2, 1, null)],
};

function shop(near: number, far: number): RateBook {
  const book = bookOf([
    {
      id: 'near',
      places: ['CA-NS', 'CA-NB'].map((subdivision) => ({ kind: 'subdivision', subdivision })),
      lanes: { ground: lane(flat(near)) },
    },
    { id: 'far', places: [{ kind: 'subdivision', subdivision: 'CA-BC' }], lanes: { ground: lane(flat(far)) } },
  ]);
  const carriage = { account: 'post', carrier: 'Post', service: 'SLOW', ...PLAIN_CARRIAGE };
  return { ...book, services: book.services.map((service) => ({ ...service, carriage })) };
}

test('costs by weight: light to heavy, the mean half up over the addresses, what has no price left out', () => {
  expect(costCurve(survey, 'near', 'ground')).toEqual([
    { probe: 1, weight: KILO, least: 800, mean: 850, most: 900, addresses: 2 },
    { probe: 0, weight: 5 * KILO, least: 1400, mean: 1451, most: 1501, addresses: 2 },
  ]);
  expect(costCurve(survey, 'far', 'ground').map(({ weight }) => weight)).toEqual([5 * KILO]);
  const curve = costCurve(survey, 'near', 'ground');
  expect([0.2, 1, 1.001, 5, 5.001].map((kilos) => costPointAt(curve, kilos * KILO)?.mean)).toEqual([850, 850, 1451, 1451, undefined]);
});

// Common practice, no published source: one typical item sent to each region, and a fixed amount on top, is the price there.
test('a typical item probed to each region plus a fixed buffer covers it; without the buffer it sells below cost', () => {
  const typical = (zone: string) => costCurve(survey, zone, 'ground').find(({ probe: nth }) => nth === 0)!.mean;
  const buffered = (buffer: number) => belowCost(compile(shop(typical('near') + buffer, typical('far') + buffer)), survey);
  expect(buffered(100)).toEqual([]);
  expect(buffered(0)).toMatchObject([
    {
      where: { zones: ['near'], service: 'ground' },
      facts: { price: 1451, cost: 1501, times: 1, probe: '5 kg' },
      witness: { destination: { subdivision: 'CA-NB' } },
    },
  ]);
});

test('the greatest loss comes first; tax is no income; carriers’ own prices are never below their cost', () => {
  const found = belowCost(compile(shop(1000, 1000)), survey);
  expect(found.map(({ where, facts }) => [where.zones[0], facts.cost - facts.price, facts.times])).toEqual([
    ['far', 2000, 1],
    ['near', 501, 2],
  ]);
  const book = shop(1501, 3000);
  const taxed = {
    ...book,
    shop: { ...book.shop, pricing: { ...book.shop.pricing, tax: 'included' as const } },
    zones: book.zones.map((zone) => ({ ...zone, taxRate: 1000 })),
  };
  expect(belowCost(compile(book), survey)).toEqual([]);
  expect(belowCost(compile(taxed), survey).map(({ where }) => where.zones[0])).toEqual(['far', 'near']);
});

test('prices raised to cost cover every cart of the survey, with tax on top where prices include it; carriers’ prices are left alone', () => {
  const book = shop(1000, 9000);
  expect(raisedToCost(book, survey, { zone: 'near', service: 'ground' })).toEqual(flat(1501));
  expect(raisedToCost(book, survey, { zone: 'far', service: 'ground' })).toBeNull();
  const taxed: RateBook = {
    ...book,
    shop: { ...book.shop, pricing: { ...book.shop.pricing, tax: 'included' } },
    zones: book.zones.map((zone) => ({ ...zone, taxRate: 1400 })),
  };
  const card = raisedToCost(taxed, survey, { zone: 'near', service: 'ground' });
  if (!card) throw new Error('its price is a fixed sum');
  const mended = applyCommand(taxed, { name: 'setCard', args: { zone: 'near', service: 'ground', card } });
  expect(belowCost(compile(mended), survey).filter(({ where }) => where.zones[0] === 'near')).toEqual([]);
  // 1501 and 14 % are 1711.14.
  expect(card).toEqual(flat(1712));
});

test('free delivery is told where carriage costs more than a quarter of the goods, and not as a price below cost', () => {
  const worth = (value: number): Survey => ({
    ...survey,
    probes: survey.probes.map((one) => ({ ...one, lines: one.lines.map((line) => ({ ...line, unitPrice: value })) })),
  });
  const free = shop(0, 0);
  expect(belowCost(compile(free), worth(4000))).toEqual([]);
  expect(freeIsDear(compile(free), worth(4000)).map(({ where, facts }) => [where.zones[0], facts.cost, facts.value, facts.times])).toEqual([
    ['near', 1501, 4000, 2],
    ['far', 3000, 4000, 1],
  ]);
  expect(freeIsDear(compile(free), worth(13_000))).toEqual([]);
});
