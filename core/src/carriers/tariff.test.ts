import { expect, test } from 'vitest';
import { readTariffPlaces, readTariffPrices } from './readTariff.ts';
import { Tariff, tariffAnswer } from './tariff.ts';

const rows = (text: string) =>
  text
    .trim()
    .split('\n')
    .map((line) => line.split(',').map((cell) => cell.trim()));

const PRICES = rows(`
up to,1,2,far
1 kg,8.50,9.75,14.00
2 kg,9.20,11.10,18.25
5 kg,11.40,15.60,-
each further 1 kg,0.85,1.35,-`);

const PLACES = rows(`
band,country,region,postal
1,CA,NS,
1,CA,,E1*
2,CA,ON,
far,*,,`);

function tariffOf(fuel = 0): Tariff {
  const { lists, bands } = readTariffPrices(PRICES, 'CAD');
  const places = readTariffPlaces(PLACES, bands);
  return Tariff.parse({
    bands: places.bands,
    elsewhere: places.elsewhere,
    lists: [...lists],
    fuel,
    volume: { divisor: 5000, per: 'cm3PerKg', roundUpTo: '500 g' },
  });
}

const ask = (
  to: { country: 'CA' | 'FR'; subdivision?: string; postalCode?: string },
  ...parcels: [number, [number, number, number] | null, number?][]
) => ({
  account: 'list',
  from: { country: 'CA' as const },
  to,
  residential: true,
  parcels: parcels.map(([weight, sides, count = 1]) => ({ weight, sides, count })),
  currency: 'CAD' as const,
  declaredValue: null,
});
const ontario = { country: 'CA', subdivision: 'CA-ON' } as const;

test('worked by hand: two parcels to Ontario', () => {
  // 2.4 kg in 40 × 30 × 20 cm: 24,000 cm³ / 5000 = 4.8 kg, bills as 5 kg: 15.60. 6.2 kg without sides bills as 6.5 kg:
  // 15.60 + 2 further × 1.35 = 18.30. Together 33.90; fuel 14.5 % is 4.9155, so 4.92: 38.82.
  const answer = tariffAnswer(tariffOf(1450), ask(ontario, [2400, [400, 300, 200]], [6200, null]));
  expect(answer).toMatchObject({
    rates: [
      {
        service: 'Standard',
        amount: 3882,
        rows: [{ name: 'Band 2', amount: 3390 }, { amount: 492 }],
        parcels: [
          { billed: 5000, volumetric: 4800, amount: 1560 },
          { billed: 6500, volumetric: null, amount: 1830 },
        ],
      },
    ],
  });
});

test.each([
  ['a postal rule before the region', { country: 'CA', postalCode: 'E1A 1A1' } as const, 1000, 850],
  ['an exact step is not rounded up', ontario, 2000, 1110],
  ['one gram more is', ontario, 2001, 1560],
  ['everywhere else', { country: 'FR' } as const, 900, 1400],
])('%s', (_name, to, weight, amount) => {
  expect(tariffAnswer(tariffOf(), ask(to, [weight, null]))).toMatchObject({ rates: [{ amount }] });
});

// Common practice, no published source: a base fee, and so much for each started kilogram.
test('a base fee and so much for each kilogram is a list of one row and what each further kilogram costs', () => {
  const { lists } = readTariffPrices(rows('up to,1\n1 kg,7.50\neach further 1 kg,1.50'), 'CAD');
  const tariff = {
    ...tariffOf(),
    bands: [{ name: '1', places: [] }],
    elsewhere: 0,
    lists: [...lists],
    volume: { divisor: 5000, per: 'cm3PerKg' as const, roundUpTo: null },
  };
  const price = (grams: number) => {
    const answer = tariffAnswer(tariff, ask(ontario, [grams, null]));
    return answer.status === 'rates' ? answer.rates[0]!.amount : null;
  };
  for (const grams of [1, 999, 1000, 1001, 4500, 29_999, 30_000]) expect(price(grams)).toBe(600 + 150 * Math.ceil(grams / 1000));
});

test('where the list has no price it declines in words', () => {
  expect(tariffAnswer(tariffOf(), ask({ country: 'FR' }, [2500, null]))).toMatchObject({
    rates: [],
    declined: [{ message: 'No price in band far for 2.5 kg.' }],
  });
  const last = tariffOf().bands.length - 1;
  expect([last, last + 1].map((elsewhere) => Tariff.safeParse({ ...tariffOf(), elsewhere }).success)).toEqual([true, false]);
  const { elsewhere: _gone, ...rest } = tariffOf();
  expect(tariffAnswer({ ...rest, elsewhere: null }, ask({ country: 'FR' }, [100, null]))).toMatchObject({
    declined: [{ message: 'The address is in no band of the price list.' }],
  });
});

test('bad cells are told by line and column; the rest is read', () => {
  const bad = [
    ...PRICES.slice(0, 2),
    ['heavy', '1', '2', '3'],
    ['3 kg', '9.2O', '11', '12'],
    ['2 kg', '1', '2', '3'],
    ['1.5 kg', '1', '2', '3', '4'],
  ];
  const read = readTariffPrices(bad, 'CAD');
  expect(read.problems.map(({ line, column, problem }) => [line, column, problem.code])).toEqual([
    [3, 'up to', 'typed'],
    [4, '1', 'typed'],
    [6, null, 'tooManyCells'],
  ]);
  expect(read.lists[0]!.steps.map(({ upTo }) => upTo)).toEqual(['1 kg', '2 kg']);
  expect(
    readTariffPrices(
      [
        ['up to', '1'],
        ['2 kg', '1'],
        ['1 kg', '1'],
        ['each further 1 kg', '1'],
        ['each further 2 kg', '1'],
      ],
      'CAD',
    ).problems,
  ).toMatchObject([
    { line: 3, problem: { code: 'notHeavier' } },
    { line: 5, problem: { code: 'furtherTwice' } },
  ]);
  expect(readTariffPrices([['up to']], 'CAD').problems).toMatchObject([{ problem: { code: 'noBands' } }]);
  const places = readTariffPlaces(rows('band,country,region,postal\n9,CA,,\n1,Canada,,\n1,CA,Nova,\n1,CA,,99999\n2,*,,\nfar,*,,'), [
    '1',
    '2',
    'far',
  ]);
  expect(places.problems.map(({ line, problem }) => [line, problem.code])).toEqual([
    [2, 'unknownBand'],
    [3, 'unknownCountry'],
    [4, 'unknownRegion'],
    [5, 'badPostal'],
    [7, 'elsewhereTwice'],
  ]);
});

test('a column without a heading is no band: its cells are told, never read as the next band’s', () => {
  const read = readTariffPrices(rows('up to,1,,2\n1 kg,5,,9\n2 kg,6,7,10'), 'CAD');
  expect(read.bands).toEqual(['1', '2']);
  expect(read.lists[0]!.steps).toEqual([{ upTo: '1 kg', prices: [500, 900] }]);
  expect(read.problems).toMatchObject([{ line: 3, cell: '7', problem: { code: 'tooManyCells' } }]);
});

test('several services stand in one file', () => {
  const { lists, problems } = readTariffPrices(
    rows('service,up to,1\nSlow,1 kg,5\nFast,1 kg,9\nSlow,2 kg,6\nFast,each further 500 g,1'),
    'CAD',
  );
  expect(problems).toEqual([]);
  expect(lists.map(({ service, steps, further }) => [service, steps.length, further?.step])).toEqual([
    ['Slow', 2, undefined],
    ['Fast', 1, '500 g'],
  ]);
});
