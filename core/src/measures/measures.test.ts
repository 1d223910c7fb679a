import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { shareOf } from '../numbers/rounding.ts';
import type { BasisPoints, Micrograms, Minor } from '../numbers/units.ts';
import { parseDistance } from './distance.ts';
import { formatLength, lengthToMicrometres, parseLength } from './length.ts';
import { compareMass, formatMass, MassText, massToMicrograms, parseMass } from './mass.ts';
import { formatPercent, parsePercent } from './percent.ts';

// Source: NIST Handbook 44 Appendix C and SP 811 Appendix B.8 (international yard and pound agreement, 1959): 1 lb = 0.453 592 37 kg, 1 in = 2.54 cm.
test.each([
  ['1 lb', 453_592_370],
  ['70 lb', 31_751_465_900],
  ['150 lb', 68_038_855_500],
  ['22 lb', 9_979_032_140],
  ['16 oz', 453_592_370],
  ['8 oz', 226_796_185],
  ['1 oz', 28_349_523],
  ['2 lb 4 oz', 1_020_582_833],
  ['2 kg', 2_000_000_000],
  ['0.5 g', 500_000],
])('%s is %i micrograms', (text, micrograms) => {
  expect(massToMicrograms(text)).toBe(micrograms);
});

test.each([
  ['1 in', 25_400],
  ['1 ft', 304_800],
  ['108 in', 2_743_200],
  ['130 in', 3_302_000],
  ['165 in', 4_191_000],
])('%s is %i micrometres', (text, micrometres) => {
  expect(lengthToMicrometres(text)).toBe(micrometres);
});

describe('typed weights and lengths', () => {
  test.each([
    ['1.5kg', 'metric', '1.5 kg'],
    ['1,5 Kg', 'metric', '1.5 kg'],
    ['2', 'metric', '2 kg'],
    ['2', 'imperial', '2 lb'],
    ['2 lb 4 oz', 'metric', '2 lb 4 oz'],
    ['2lbs 4', 'imperial', '2 lb 4 oz'],
    ['850 grams', 'imperial', '850 g'],
    ['1 200 g', 'metric', '1200 g'],
  ] as const)('%j in a %s shop is kept as %j', (typed, units, text) => {
    const parsed = parseMass(typed, { units, locale: 'en-CA' });
    expect(parsed).toMatchObject({ ok: true, text });
    expect(MassText.safeParse(text).success).toBe(true);
  });

  test('a weight may be 20 tonnes, and no more', () => {
    expect(['20000 kg', '20000.001 kg'].map((text) => MassText.safeParse(text).success)).toEqual([true, false]);
  });

  test.each([
    ['12 km', true],
    ['0.123456 mi', true],
    ['0.1234567 mi', false],
    ['far', false],
  ])('a distance of %j is taken: %s', (typed, taken) => {
    const parsed = parseDistance(typed, { units: 'metric', locale: 'en-CA' });
    expect([parsed.ok, 'problem' in parsed]).toEqual([taken, !taken]);
  });

  test.each([
    ['', 'empty'],
    ['heavy', 'notANumber'],
    ['1e99', 'unknownUnit'],
    ['2 stone', 'unknownUnit'],
    ['-2 kg', 'negative'],
    ['1.1234567 kg', 'tooManyDecimals'],
    ['1000000000 kg', 'tooLarge'],
    ['2 oz 4 lb', 'notANumber'],
  ])('%j is refused as %s', (typed, code) => {
    expect(parseMass(typed, { units: 'metric', locale: 'en-CA' })).toMatchObject({ ok: false, problem: { code } });
  });

  test.each([
    ['6 in', '6 in', 152_400],
    ['1\' 2"', '1 ft 2 in', 355_600],
    ['30,5', '30.5 cm', 305_000],
  ])('length %j', (typed, text, base) => {
    expect(parseLength(typed, { units: 'metric', locale: 'en-CA' })).toEqual({ ok: true, text, base });
  });

  test('shown in the units of the shop', () => {
    expect(formatMass(12_600_000_000, 'metric', 'en-CA')).toBe('12.6 kg');
    expect(formatMass(850_000_000, 'metric', 'en-CA')).toBe('850 g');
    expect(formatMass(400_000_000, 'metric', 'en-CA', 2_400_000_000)).toBe('0.4 kg');
    expect(formatMass(453_592_370, 'imperial', 'en-CA')).toBe('1 lb');
    expect(formatMass(113_398_093, 'imperial', 'en-CA')).toBe('4 oz');
    expect(formatLength(152_400, 'metric', 'en-CA')).toBe('15.24 cm');
  });
});

test('n items of a weight weigh n times the weight, whatever the unit: no tier edge flips', () => {
  const thousandths = fc.integer({ min: 1, max: 200_000 });
  fc.assert(
    fc.property(thousandths, fc.integer({ min: 1, max: 100 }), fc.constantFrom('lb', 'oz', 'kg', 'g'), (value, count, unit) => {
      const text = (number: number) => `${Math.floor(number / 1000)}.${String(number % 1000).padStart(3, '0')} ${unit}`;
      expect(compareMass(massToMicrograms(text(value)) * count, massToMicrograms(text(value * count)))).toBe(0);
    }),
  );
  expect(compareMass(10 * massToMicrograms('0.3 lb'), massToMicrograms('3 lb'))).toBe(0);
  expect(compareMass(massToMicrograms('2 kg') + 1_000, massToMicrograms('2 kg'))).toBe(1);
});

test.each([
  ['12.5', 1250],
  ['12,5 %', 1250],
  ['100', 10_000],
  ['0.01%', 1],
])('percent %j', (typed, points) => {
  expect(parsePercent(typed, 'en-CA')).toEqual({ ok: true, value: points });
});

test('percent over 100 or finer than 0.01 is refused', () => {
  expect(parsePercent('101', 'en-CA')).toMatchObject({ problem: { code: 'tooLarge' } });
  expect(parsePercent('1.234', 'en-CA')).toMatchObject({ problem: { code: 'tooManyDecimals' } });
  expect(formatPercent(1250, 'en-CA')).toBe('12.5%');
});

test('a number of one unit never stands for one of another', () => {
  const weight: Micrograms = massToMicrograms('2 kg');
  const price = (amount: Minor) => amount;
  // @ts-expect-error a weight is no price
  expect(price(weight)).toBe(2_000_000_000);
  // @ts-expect-error a percentage is no price, and a price no percentage
  expect([shareOf(1250 as BasisPoints, 100, 'halfUp'), shareOf(100, 5 as Minor, 'halfUp')]).toEqual([13, 0]);
  // A sum is a plain number until somebody says what of.
  expect(price(weight + weight)).toBe(4_000_000_000);
});
