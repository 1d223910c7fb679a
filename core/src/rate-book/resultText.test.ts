import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Measure } from '../measures/measure.ts';
import type { TierResult } from './result.ts';
import { parseResult, resultText } from './resultText.ts';

const reading = { currency: 'CAD', locale: 'en-CA', units: 'metric' } as const;
const read = (text: string, measure?: Measure) => parseResult(text, measure, reading);

describe('results as they are typed', () => {
  test.each<[string, Measure, TierResult]>([
    ['9,90', 'itemsWeight', { kind: 'amount', amount: 990 }],
    ['13.40 + 0.80/kg', 'itemsWeight', { kind: 'perUnit', base: 1340, each: 80, unit: '1 kg' }],
    ['$0.80 / 500 g', 'packedWeight', { kind: 'perUnit', base: 0, each: 80, unit: '500 g' }],
    ['1.50/item', 'itemCount', { kind: 'perUnit', base: 0, each: 150, unit: 1 }],
    ['5+2/3 parcels', 'parcels', { kind: 'perUnit', base: 500, each: 200, unit: 3 }],
    ['1/10', 'valueAfterDiscounts', { kind: 'perUnit', base: 0, each: 100, unit: 1000 }],
    ['2/10 cm', 'longestSide', { kind: 'perUnit', base: 0, each: 200, unit: '10 cm' }],
    ['0.40/km', 'distance', { kind: 'perUnit', base: 0, each: 40, unit: '1 km' }],
    ['7,5 %', 'itemsWeight', { kind: 'percent', basisPoints: 750, of: 'valueAfterDiscounts' }],
    ['5% of goods before discounts', 'itemsWeight', { kind: 'percent', basisPoints: 500, of: 'valueBeforeDiscounts' }],
    ['120 %', 'itemsWeight', { kind: 'percent', basisPoints: 12_000, of: 'valueAfterDiscounts' }],
    ['FREE', 'itemsWeight', { kind: 'free' }],
    ['–', 'itemsWeight', { kind: 'notOffered' }],
    ['ask us: We ship kilns by hand', 'itemsWeight', { kind: 'refer', words: 'We ship kilns by hand' }],
  ])('%s on %s', (text, measure, value) => expect(read(text, measure)).toEqual({ ok: true, value }));

  test.each<[string, string, string, Measure, TierResult]>([
    ['kostenlos', 'de-DE', 'EUR', 'itemsWeight', { kind: 'free' }],
    ['auf Anfrage: Bitte anrufen', 'de-DE', 'EUR', 'itemsWeight', { kind: 'refer', words: 'Bitte anrufen' }],
    ['nicht angeboten', 'de-AT', 'EUR', 'itemsWeight', { kind: 'notOffered' }],
    ['5,90 + 0,80 pro kg', 'de-DE', 'EUR', 'itemsWeight', { kind: 'perUnit', base: 590, each: 80, unit: '1 kg' }],
    ['0,80 € je Stück', 'de-DE', 'EUR', 'itemCount', { kind: 'perUnit', base: 0, each: 80, unit: 1 }],
    ['gratuit', 'fr-FR', 'EUR', 'itemsWeight', { kind: 'free' }],
    ['nous consulter', 'fr-CA', 'CAD', 'itemsWeight', { kind: 'refer' }],
    ['0,80 $ par 500 g', 'fr-CA', 'CAD', 'itemsWeight', { kind: 'perUnit', base: 0, each: 80, unit: '500 g' }],
    ['2 por 3 bultos', 'es-ES', 'EUR', 'parcels', { kind: 'perUnit', base: 0, each: 200, unit: 3 }],
    ['送料無料', 'ja-JP', 'JPY', 'itemsWeight', { kind: 'free' }],
    ['要相談', 'ja-JP', 'JPY', 'itemsWeight', { kind: 'refer' }],
    ['¥120/個', 'ja-JP', 'JPY', 'itemCount', { kind: 'perUnit', base: 0, each: 120, unit: 1 }],
    ['٥٪', 'ar-EG', 'EGP', 'itemsWeight', { kind: 'percent', basisPoints: 500, of: 'valueAfterDiscounts' }],
    ['free', 'ja-JP', 'JPY', 'itemsWeight', { kind: 'free' }],
    ['0.80 per kg', 'en-CA', 'CAD', 'itemsWeight', { kind: 'perUnit', base: 0, each: 80, unit: '1 kg' }],
  ])('%s in %s of %s', (text, locale, currency, measure, value) =>
    expect(parseResult(text, measure, { currency, locale, units: 'metric' })).toEqual({ ok: true, value }),
  );

  test('words of another language are no result', () => {
    expect(read('kostenlos', 'itemsWeight')).toMatchObject({ ok: false, problem: { code: 'notANumber' } });
  });

  test.each<[string, Measure | undefined, string]>([
    ['cheap', 'itemsWeight', 'notANumber'],
    ['-4', 'itemsWeight', 'negative'],
    ['1e99', 'itemsWeight', 'notANumber'],
    ['9.999', 'itemsWeight', 'tooManyDecimals'],
    ['5 + /kg', 'itemsWeight', 'empty'],
    ['x + 1/kg', 'itemsWeight', 'notANumber'],
    ['1/stone', 'itemsWeight', 'unknownUnit'],
    ['1/0 kg', 'itemsWeight', 'tooSmall'],
    ['1/0', 'valueAfterDiscounts', 'tooSmall'],
    ['1/kg', undefined, 'noUnitHere'],
    ['1200 %', 'itemsWeight', 'tooLarge'],
    ['', 'itemsWeight', 'empty'],
  ])('%s is refused', (text, measure, code) => expect(read(text, measure)).toMatchObject({ ok: false, problem: { code } }));

  test('what is written reads back', () => {
    const minor = fc.integer({ min: 0, max: 1e9 });
    const of = fc.constantFrom('valueBeforeDiscounts' as const, 'valueAfterDiscounts' as const);
    const any: fc.Arbitrary<[TierResult, Measure]> = fc.oneof(
      fc.tuple(fc.record({ kind: fc.constant('amount' as const), amount: minor }), fc.constant<Measure>('itemCount')),
      fc.tuple(
        fc.record({ kind: fc.constant('perUnit' as const), base: minor, each: minor, unit: fc.constantFrom('1 kg', '250 g', '2 lb 4 oz') }),
        fc.constant<Measure>('billableWeight'),
      ),
      fc.tuple(
        fc.record({ kind: fc.constant('perUnit' as const), base: minor, each: minor, unit: fc.integer({ min: 1, max: 9999 }) }),
        fc.constantFrom<Measure>('itemCount', 'parcels', 'valueAfterDiscounts'),
      ),
      fc.tuple(
        fc.record({ kind: fc.constant('percent' as const), basisPoints: fc.integer({ min: 0, max: 100_000 }), of }),
        fc.constant<Measure>('itemCount'),
      ),
    );
    fc.assert(
      fc.property(any, ([value, measure]) => {
        expect(read(resultText(value, measure, { currency: 'CAD', locale: 'en-CA' }), measure)).toEqual({ ok: true, value });
      }),
    );
  });
});
