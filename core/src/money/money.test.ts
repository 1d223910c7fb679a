import Big from 'big.js';
import currencyData from 'cldr-core/supplemental/currencyData.json' with { type: 'json' };
import currencyCodes from 'currency-codes';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { divideRounded, shareOf } from '../numbers/rounding.ts';
import { Met } from '../testing/met.ts';
import { CURRENCY_CODES, Currency, minorDigits } from './currency.ts';
import { Ending, withEnding } from './ending.ts';
import { formatMoney, minorToDecimal, parseMoney } from './money.ts';
import { splitByWeights } from './splitByWeights.ts';

describe('minor units', () => {
  // Source: ISO 4217 list one, column "Minor unit".
  test.each([
    [0, 'BIF CLP DJF GNF ISK JPY KMF KRW PYG RWF UGX UYI VND VUV XAF XOF XPF'],
    [3, 'BHD IQD JOD KWD LYD OMR TND'],
    [2, 'CAD USD EUR GBP HUF IDR COP ALL PKR CHF DKK'],
  ])('%i places', (digits, codes) => {
    for (const code of codes.split(' ')) expect(minorDigits(code), code).toBe(digits);
  });

  test('every currency agrees with a second list of ISO 4217 (npm currency-codes)', () => {
    for (const code of CURRENCY_CODES) {
      const other = currencyCodes.code(code);
      // The package's list is of June 2024; a code it does not know yet cannot be compared.
      if (other) expect(minorDigits(code), code).toBe(other.digits);
    }
    expect(CURRENCY_CODES.filter((code) => currencyCodes.code(code)).length).toBeGreaterThan(145);
  });

  test.each(['cad', 'XYZ', 'XAU', ''])('%j is no currency', (code) => {
    expect(Currency.safeParse(code).success).toBe(false);
  });

  test('shown with the digits of ISO 4217, not those of Intl', () => {
    expect(formatMoney(1690, 'CAD', 'en-CA')).toBe('$16.90');
    expect(formatMoney(1690, 'JPY', 'en-CA')).toBe('¥1,690');
    expect(formatMoney(1234, 'KWD', 'en-CA')).toMatch(/1\.234$/);
    expect(formatMoney(99, 'IDR', 'en-CA')).toMatch(/0\.99$/);
    expect(minorToDecimal(-5, 'CAD')).toBe('-0.05');
  });
});

describe('typed amounts', () => {
  test.each([
    ['9.90', 990],
    ['9,90', 990],
    [' $9.9 ', 990],
    ['CAD 12', 1200],
    ['1,200.50', 120_050],
    ['1.200,50', 120_050],
    ['1 200', 120_000],
    ['1,200', 120_000],
    ['.5', 50],
    ['0', 0],
  ])('%j', (typed, minor) => {
    expect(parseMoney(typed, 'CAD', 'en-CA')).toEqual({ ok: true, value: minor });
  });

  test.each([
    ['', 'empty'],
    ['nine', 'notANumber'],
    ['1e99', 'notANumber'],
    ['9.9.9', 'notANumber'],
    ['1,20,0', 'notANumber'],
    ['-4', 'negative'],
    ['9.999', 'tooManyDecimals'],
    ['1.200', 'tooManyDecimals'],
    ['99999999999', 'tooLarge'],
    ['12345678901234567890123', 'tooLarge'],
  ])('%j is refused as %s', (typed, code) => {
    expect(parseMoney(typed, 'CAD', 'en-CA')).toMatchObject({ ok: false, problem: { code } });
  });

  test('yen have no cents', () => {
    expect(parseMoney('1200', 'JPY', 'ja-JP')).toEqual({ ok: true, value: 1200 });
    expect(parseMoney('12.5', 'JPY', 'ja-JP')).toMatchObject({ problem: { code: 'tooManyDecimals', most: 0 } });
  });

  test('what is shown can be typed again', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 99_999_999 }), fc.constantFrom('CAD', 'JPY', 'KWD'), (minor, currency) => {
        expect(parseMoney(minorToDecimal(minor, currency), currency, 'en-CA')).toEqual({ ok: true, value: minor });
      }),
    );
  });
});

describe('rounding', () => {
  // ISO 80000-1, Annex B: rounding range 0.1 and 10, rule A (to even) and rule B (up); each confirmed with big.js.
  test.each([
    ['12.223 to a tenth', 12_223n, 100n, 122n, 122n],
    ['12.251 to a tenth', 12_251n, 100n, 123n, 123n],
    ['12.275 to a tenth', 12_275n, 100n, 123n, 123n],
    ['12.25 to a tenth', 1225n, 10n, 122n, 123n],
    ['12.35 to a tenth', 1235n, 10n, 124n, 124n],
    ['1225.1 to ten', 12_251n, 100n, 123n, 123n],
    ['1225.0 to ten', 12_250n, 100n, 122n, 123n],
    ['1235.0 to ten', 12_350n, 100n, 124n, 124n],
  ])('%s', (_name, value, divisor, even, up) => {
    const exact = new Big(Number(value)).div(Number(divisor));
    expect([exact.round(0, Big.roundHalfEven), exact.round(0, Big.roundHalfUp)].map(Number)).toEqual([even, up].map(Number));
    expect(divideRounded(value, divisor, 'halfEven')).toBe(even);
    expect(divideRounded(value, divisor, 'halfUp')).toBe(up);
  });

  // Source: the rounding modes of java.math.RoundingMode's published table, on 2.5 and -2.5.
  test('halves away from zero, or to even', () => {
    expect([divideRounded(5n, 2n, 'halfUp'), divideRounded(-5n, 2n, 'halfUp')]).toEqual([3n, -3n]);
    expect([divideRounded(5n, 2n, 'halfEven'), divideRounded(-5n, 2n, 'halfEven')]).toEqual([2n, -2n]);
    expect(() => divideRounded(1n, 0n, 'halfUp')).toThrow(RangeError);
  });

  const exactly = (minor: number, points: number) => new Big(minor).times(points).div(10_000);
  const agrees = (minor: number, points: number) => {
    const exact = exactly(minor, points);
    expect(shareOf(minor, points, 'halfUp')).toBe(exact.round(0, Big.roundHalfUp).toNumber());
    expect(shareOf(minor, points, 'halfEven')).toBe(exact.round(0, Big.roundHalfEven).toNumber());
  };

  test('shares agree with big.js', () => {
    fc.assert(fc.property(fc.integer({ min: 0, max: 1e11 }), fc.integer({ min: 0, max: 10_000 }), agrees));
  });

  // Most shares are no halves; these all are: an odd number of half units, by a rate that divides ten thousand evenly.
  test('shares that are halves agree with big.js, beside even and odd numbers, small and past what a plain number holds', () => {
    const met = new Met();
    const halfOf = fc.constantFrom(1, 2, 5, 10, 25, 50, 100, 125, 250, 500, 1000, 1250, 2500);
    fc.assert(
      fc.property(halfOf, fc.oneof(fc.nat(1000), fc.integer({ min: 2 ** 40, max: 2 ** 41 })), (points, halves) => {
        // A share of `minor` that is `halves` and one half.
        const minor = ((2 * halves + 1) * 5000) / points;
        if (!Number.isSafeInteger(minor)) return;
        expect(exactly(minor, points).toNumber()).toBe(halves + 0.5);
        agrees(minor, points);
        expect(shareOf(minor, points, 'halfUp')).toBe(halves + 1);
        met.note(`${minor * points > 2 ** 52 ? 'large' : 'small'} ${halves % 2 === 0 ? 'even' : 'odd'}`);
      }),
      { numRuns: 600 },
    );
    met.enough(30, 'small even', 'small odd', 'large even', 'large odd');
  });

  test('a half below nothing: away from zero, or to even', () => {
    expect([shareOf(-50, 100, 'halfUp'), shareOf(-50, 100, 'halfEven'), shareOf(-150, 100, 'halfEven')]).toEqual([-1, 0, -2]);
  });
});

describe('splitting by the largest remainder', () => {
  // Source: the standard worked example of the Hare quota and the Alabama paradox (Balinski and Young, Fair Representation; from memory).
  test.each([
    [10, [47_000, 16_000, 15_900, 12_000, 6_000, 3_100], [5, 2, 1, 1, 1, 0]],
    [25, [1500, 1500, 900, 500, 500, 200], [7, 7, 4, 3, 3, 1]],
    [26, [1500, 1500, 900, 500, 500, 200], [8, 8, 5, 2, 2, 1]],
    [100, [1, 1, 1], [34, 33, 33]],
    [499, [2999, 1550, 451], [299, 155, 45]],
    [5, [3, 7], [2, 3]],
  ])('%i over %j', (amount, weights, parts) => {
    expect(splitByWeights(amount, weights)).toEqual(parts);
  });

  test('nothing is lost, and every part is within one of its exact share', () => {
    const weights = fc
      .array(fc.integer({ min: 0, max: 1e9 }), { minLength: 1, maxLength: 30 })
      .filter((list) => list.some((weight) => weight > 0));
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e11 }), weights, (amount, list) => {
        const parts = splitByWeights(amount, list);
        const total = list.reduce((sum, weight) => sum + weight, 0);
        expect(parts.reduce((sum, part) => sum + part, 0)).toBe(amount);
        parts.forEach((part, at) => {
          const exact = new Big(amount).times(list[at]!).div(total);
          expect(exact.minus(part).abs().lt(1)).toBe(true);
        });
      }),
    );
    expect(() => splitByWeights(1, [0, 0])).toThrow(RangeError);
  });
});

describe('price endings', () => {
  // Source: the Unicode CLDR (cldr-core, currencyData), by which cash in Canada is rounded to 5 cents; to the nearest, it is 1 and 2
  // down to 0, 3 and 4 up to 5, 6 and 7 down to 5, 8 and 9 up to 10.
  test('to the nearest 0.05, as cash is rounded', () => {
    expect(currencyData.supplemental.currencyData.fractions.CAD._cashRounding).toBe('5');
    const cents = [1200, 1201, 1202, 1203, 1204, 1205, 1206, 1207, 1208, 1209];
    expect(cents.map((price) => withEnding(price, 'nearest05', 2))).toEqual([1200, 1200, 1200, 1205, 1205, 1205, 1205, 1205, 1210, 1210]);
  });

  test('agree with big.js: nearest multiples with halves up, and the next .99', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e9 }), fc.constantFrom(2, 3), (price, digits) => {
        const unit = 10 ** digits;
        const nearest = (step: number) => new Big(price).div(step).round(0, Big.roundHalfUp).times(step).toNumber();
        // A price is never rounded to nothing.
        expect(withEnding(price, 'nearest05', digits)).toBe(Math.max(unit / 20, nearest(unit / 20)));
        expect(withEnding(price, 'nearestWhole', digits)).toBe(Math.max(unit, nearest(unit)));
        const up = withEnding(price, 'up99', digits);
        expect(up % unit).toBe(unit - unit / 100);
        expect(up - price).toBeGreaterThanOrEqual(0);
        expect(up - price).toBeLessThan(unit);
      }),
    );
  });

  test.each([
    // Up to 4.99 would pass 4.00: down to 3.99.
    [400, 'up99', 400, 399],
    [399, 'up99', 400, 399],
    [401, 'up99', 450, 399],
    [401, 'up99', 499, 499],
    [1234, 'nearestWhole', 1230, 1200],
    [1260, 'nearestWhole', 1299, 1200],
    [1260, 'nearestWhole', 1300, 1300],
    [1203, 'nearest05', 1204, 1200],
    // Nothing ends so below it: the price stays as it is.
    [60, 'up99', 60, 60],
    [40, 'nearestWhole', 40, 40],
    // 0.40 to the nearest whole is 1.00, not nothing.
    [40, 'nearestWhole', 1000, 100],
    [2, 'nearest05', 1000, 5],
  ] as const)('%i, %s, never more than %i: %i', (price, ending, most, expected) => {
    expect(withEnding(price, ending, 2, most)).toBe(expected);
  });

  test('free stays free, and a currency without cents has nothing to end on', () => {
    for (const ending of Ending.options) expect([withEnding(0, ending, 2), withEnding(1234, ending, 0)]).toEqual([0, 1234]);
  });
});
