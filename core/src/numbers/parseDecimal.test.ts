import { NumberParser } from '@internationalized/number';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { formatLength, lengthToMicrometres, parseLength } from '../measures/length.ts';
import { formatMass, massToMicrograms, parseMass } from '../measures/mass.ts';
import { boundText, parseBound } from '../measures/parseBound.ts';
import { parsePercent, percentTyped } from '../measures/percent.ts';
import { quantityTyped } from '../measures/quantityText.ts';
import { CURRENCY_CODES, minorDigits } from '../money/currency.ts';
import { formatMoney, minorTyped, parseMoney } from '../money/money.ts';
import { LANGUAGES } from '../names/languages.ts';
import { Met } from '../testing/met.ts';
import { decimalSignIn, languageWith } from './decimalSign.ts';
import { habitOf } from './numberHabit.ts';
import { parseDecimal } from './parseDecimal.ts';

const language = fc.constantFrom(...LANGUAGES);

describe('a number is read as the shop’s language writes it, and the other way is told', () => {
  test.each([
    // Source of the signs: CLDR, by way of Intl. What a person there means: common practice, no published source.
    ['1.500 g', 'de-DE', '1500 g', '1.5 g'],
    ['60.000 g', 'de-DE', '60000 g', '60 g'],
    ['1,5 kg', 'de-DE', '1.5 kg', undefined],
    ['1.234,5 g', 'de-DE', '1234.5 g', undefined],
    ['1,234 kg', 'de-DE', '1.234 kg', '1234 kg'],
    ['1.5 kg', 'de-DE', '1.5 kg', undefined],
    ['1.500 kg', 'en-CA', '1.5 kg', '1500 kg'],
    ['1,500 g', 'en-CA', '1500 g', '1.5 g'],
    ['1 234,5 g', 'fr-FR', '1234.5 g', undefined],
    ['1\u202f234,5 g', 'fr-FR', '1234.5 g', undefined],
    ['1’234.5 g', 'de-CH', '1234.5 g', undefined],
    ['0.500 kg', 'de-DE', '0.5 kg', undefined],
    ['1,23,456 g', 'hi-IN', '123456 g', undefined],
    ['１，５００ｇ', 'ja-JP', '1500 g', '1.5 g'],
    ['２ キログラム', 'ja-JP', '2 kg', undefined],
    ['٢٫٥ كغم', 'ar-EG', '2.5 kg', undefined],
    ['١٬٥٠٠ غ', 'ar-EG', '1500 g', undefined],
    ['2 Kilogramm', 'de-DE', '2 kg', undefined],
    ['3 livres', 'fr-FR', '3 lb', undefined],
    ['3 livres 4 onces', 'fr-FR', '3 lb 4 oz', undefined],
  ])('%s in %s is %s', (typed, locale, text, other) => {
    expect(parseMass(typed, { units: 'metric', locale })).toMatchObject({ ok: true, text, ...(other && { other }) });
    expect('other' in parseMass(typed, { units: 'metric', locale })).toBe(other !== undefined);
  });

  test.each([
    ['1,234', 'EUR', 'de-DE', 'tooManyDecimals'],
    ['9,905', 'EUR', 'de-DE', 'tooManyDecimals'],
    ['9.905', 'EUR', 'fr-FR', 'tooManyDecimals'],
    ['9.905', 'CAD', 'en-CA', 'tooManyDecimals'],
    ['1.234', 'KWD', 'fr-FR', 'ambiguous'],
    ['1.234,5.6', 'EUR', 'de-DE', 'notANumber'],
    ['12 34', 'EUR', 'de-DE', 'notANumber'],
    ['9²', 'EUR', 'de-DE', 'notANumber'],
    ['$5', 'EUR', 'de-DE', 'notANumber'],
    [',', 'EUR', 'de-DE', 'notANumber'],
    ['-3', 'EUR', 'de-DE', 'negative'],
  ])('%s of %s in %s is refused as %s', (typed, currency, locale, code) => {
    expect(parseMoney(typed, currency, locale)).toMatchObject({ ok: false, problem: { code } });
  });

  test.each([
    ['1.234,50', 'EUR', 'de-DE', 123_450, undefined],
    ['1.234', 'EUR', 'de-DE', 123_400, undefined],
    ['5,90 €', 'EUR', 'de-DE', 590, undefined],
    ['¥1,800', 'JPY', 'ja-JP', 1800, undefined],
    ['￥１，８００', 'JPY', 'ja-JP', 1800, undefined],
    ['1,800円', 'JPY', 'ja-JP', 1800, undefined],
    ['A$9.95', 'AUD', 'en-AU', 995, undefined],
    ['KD 1.5', 'KWD', 'en-GB', 1500, undefined],
    ['1.500', 'KWD', 'ar-KW', 1500, 1_500_000],
    ['٩٫٩٠', 'EGP', 'ar-EG', 990, undefined],
    ['12,50 zł', 'PLN', 'pl-PL', 1250, undefined],
    ['9.90', 'EUR', 'de-DE', 990, undefined],
  ])('%s of %s in %s is %i', (typed, currency, locale, value, other) => {
    expect(parseMoney(typed, currency, locale)).toEqual({ ok: true, value, ...(other !== undefined && { other }) });
  });
});

describe('what is shown can be typed back as the same value, in every language', () => {
  test('fields: quantities, amounts of every currency, percentages, counts', () => {
    const quantity = fc
      .tuple(fc.integer({ min: 0, max: 19_999 }), fc.integer({ min: 0, max: 999_999 }), fc.constantFrom('kg', 'g', 'mg', 'lb', 'oz'))
      .map(([whole, part, unit]) =>
        `${whole}.${String(part).padStart(6, '0')}`
          .replace(/\.?0+$/, '')
          .replace(/^$/, '0')
          .concat(` ${unit}`),
      );
    fc.assert(
      fc.property(language, quantity, (locale, text) => {
        const read = parseMass(quantityTyped(text, locale), { units: 'metric', locale });
        expect(read, `${text} as ${quantityTyped(text, locale)} in ${locale}`).toMatchObject({ ok: true, text });
      }),
      { numRuns: 2000 },
    );
    fc.assert(
      fc.property(language, fc.constantFrom(...CURRENCY_CODES), fc.integer({ min: 0, max: 99_999_999 }), (locale, currency, minor) => {
        expect(parseMoney(minorTyped(minor, currency, locale), currency, locale)).toMatchObject({ ok: true, value: minor });
        // With its sign and its groups, as prose has it.
        expect(parseMoney(formatMoney(minor, currency, locale), currency, locale)).toMatchObject({ ok: true, value: minor });
      }),
      { numRuns: 3000 },
    );
    fc.assert(
      fc.property(language, fc.integer({ min: 0, max: 100_000 }), (locale, points) => {
        expect(parsePercent(percentTyped(points, locale), locale, 100_000)).toMatchObject({ ok: true, value: points });
        const count = points + 1;
        const reading = { currency: 'EUR', locale, units: 'metric' } as const;
        expect(parseBound(boundText(count, 'itemCount', reading), 'itemCount', reading)).toMatchObject({ ok: true, value: count });
      }),
    );
  });

  test('prose: weights and lengths in the units of the shop', () => {
    const units = fc.constantFrom('metric' as const, 'imperial' as const);
    fc.assert(
      fc.property(language, units, fc.integer({ min: 1000, max: 2_000_000_000 }), (locale, shop, thousands) => {
        const shown = formatMass(thousands * 1000, shop, locale);
        const read = parseMass(shown, { units: shop, locale });
        expect(read.ok && formatMass(massToMicrograms(read.text), shop, locale), `${shown} in ${locale}`).toBe(shown);
        const side = formatLength(thousands, shop, locale);
        const length = parseLength(side, { units: shop, locale });
        if (thousands < 100_000_000) expect(length.ok && formatLength(lengthToMicrometres(length.text), shop, locale)).toBe(side);
      }),
      { numRuns: 2000 },
    );
  });
});

test('what another language wrote is never silently another number', () => {
  const met = new Met();
  fc.assert(
    fc.property(
      language,
      language,
      fc.oneof(fc.integer({ min: 0, max: 9_999_999 }), fc.integer({ min: 1000, max: 999_999 })),
      fc.constantFrom(0, 0, 1, 2, 3, 3),
      fc.boolean(),
      (writer, reader, digits, decimals, useGrouping) => {
        const value = digits / 10 ** decimals;
        // Source: Intl's own output (CLDR).
        const format = new Intl.NumberFormat(writer, { minimumFractionDigits: decimals, maximumFractionDigits: decimals, useGrouping });
        const written = format.format(value);
        const read = parseDecimal(written, { mostDecimals: 6, locale: reader });
        if (!read.ok) return met.note('refused');
        if (Number(read.value) === value) return met.note('the same');
        met.note('told');
        expect(Number(read.other), `${written} of ${writer} in ${reader}`).toBe(value);
      },
    ),
    { numRuns: 5000 },
  );
  met.enough(50, 'the same', 'told', 'refused');
});

test('numbers are read as a general reader reads them, in every language offered', () => {
  // Against npm package @internationalized/number; it takes groups of any size, so only what Intl writes is asked of both.
  const met = new Met();
  fc.assert(
    fc.property(language, fc.integer({ min: 0, max: 99_999_999 }), fc.integer({ min: 0, max: 3 }), (locale, digits, decimals) => {
      const written = new Intl.NumberFormat(locale, { minimumFractionDigits: decimals }).format(digits / 10 ** decimals);
      const theirs = new NumberParser(locale).parse(written);
      const ours = parseDecimal(written, { mostDecimals: 6, locale });
      if (Number.isNaN(theirs)) return met.note('not read by it');
      met.note('read by both');
      expect(ours.ok && Number(ours.value), `${written} in ${locale}`).toBe(theirs);
    }),
    { numRuns: 2000 },
  );
  met.enough(1000, 'read by both');
});

test('no currency sign changes an amount', () => {
  for (const currency of CURRENCY_CODES) {
    const amount = minorDigits(currency) === 0 ? '12' : '12.5';
    const value = Math.round(Number(amount) * 10 ** minorDigits(currency));
    for (const text of [`${currency} ${amount}`, `${amount} ${currency.toLowerCase()}`])
      expect(parseMoney(text, currency, 'en-GB'), text).toMatchObject({ ok: true, value });
  }
});

describe('the decimal sign of a file', () => {
  test.each([
    [['1.500', '2,50'], ','],
    [['1.500', '2.50'], '.'],
    [['1,234.50', '12'], '.'],
    [['1.234.567', '12'], ','],
    [['0.500 kg'], '.'],
    [['1.500', '1,234', '12', ''], null],
    [['1,50', '1.50'], null],
    [['٢٫٥'], null],
  ] as const)('of %j is %s', (texts, sign) => {
    expect(decimalSignIn(texts)).toBe(sign);
  });

  test('a language is read with that sign, and keeps its words', () => {
    for (const locale of LANGUAGES) for (const sign of [',', '.'] as const) expect(habitOf(languageWith(sign, locale)).decimal).toBe(sign);
    expect(parseMass('2,5 Kilogramm', { units: 'metric', locale: languageWith(',', 'de-DE') })).toMatchObject({ text: '2.5 kg' });
    expect(parseMass('2.500 Kilogramm', { units: 'metric', locale: languageWith('.', 'de-DE') })).toMatchObject({ text: '2.5 kg' });
  });
});
