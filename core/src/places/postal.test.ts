import fc from 'fast-check';
import { postcodeValidator } from 'postcode-validator';
import { describe, expect, test } from 'vitest';
import { findZone, indexPlaces } from './placeIndex.ts';
import { checkPostalList } from './postalList.ts';
import { lookUpPostal, postalLookup } from './postalLookup.ts';
import { orderOf, readPostalRule, ruleKey } from './postalRule.ts';
import { isPostalShape } from './postalShape.ts';
import { subdivisionOfPostal } from './postalStart.ts';

describe('one line', () => {
  test.each([
    ['B3H 4r2', 'B3H4R2'],
    ['b3*', 'B3*'],
    ['10000-10999', '10000-10999'],
    ['B3A – B3S', 'B3A-B3S'],
    ['B3A to B3S', 'B3A-B3S'],
    ['B3A..B3S', 'B3A-B3S'],
    // Hyphens that belong to the code: Poland, Portugal, the United States with its extension.
    ['00-001', '00001'],
    ['1000-205', '1000205'],
    ['12345-6789', '123456789'],
    ['KY1-1001', 'KY11001'],
    // One Canadian code: its halves are no two codes of one shape.
    ['B3J-2K9', 'B3J2K9'],
    ['1000-1999', '1000-1999'],
    // Ranges of codes that have a hyphen themselves: Okinawa, all of Poland's Mazovia.
    ['900-0000 - 907-9999', '9000000-9079999'],
    ['900-0000–907-9999', '9000000-9079999'],
    ['00-001 to 09-500', '00001-09500'],
    ['B3H 1A1 - B3H 9Z9', 'B3H1A1-B3H9Z9'],
  ])('%s', (line, key) => {
    const read = readPostalRule(line);
    expect(read.ok && ruleKey(read.rule)).toBe(key);
  });

  test.each([
    ['B3%', 'characters'],
    ['B*3', 'starInside'],
    ['*', 'empty'],
    ['B3A - 1B2', 'differentShapes'],
    ['10000 - 1099', 'differentShapes'],
    ['10000-20', 'differentShapes'],
    ['10000-9', 'differentShapes'],
    ['B3%*', 'characters'],
    ['10999-10000', 'backwards'],
    ['1'.repeat(40), 'tooLong'],
  ])('%s is refused: %s', (line, problem) => {
    expect(readPostalRule(line)).toEqual({ ok: false, problem });
  });
});

describe('a list', () => {
  const found = (rules: string, code: string) => lookUpPostal(postalLookup([rules]), code, 'CA')[0]?.line;

  test('the exact code, then the longest prefix, then the narrowest range', () => {
    const rules = 'B3A-B3S\nB3G-B3K\nB3*\nB3H*\nB3H 4R2';
    expect(found(rules, 'b3h-4r2')).toBe('B3H 4R2');
    expect(found(rules, 'B3H 1A1')).toBe('B3H*');
    expect(found(rules, 'B3K 1A1')).toBe('B3*');
    const narrow = indexPlaces([
      [{ kind: 'postal', country: 'CA', rules: 'B3A-B3S' }],
      [{ kind: 'postal', country: 'CA', rules: 'B3G-B3K' }],
    ]);
    expect(findZone(narrow, { country: 'CA', postalCode: 'B3K 1A1' })).toMatchObject({ zone: 1, rule: 'B3G-B3K', rivals: [] });
    expect(found('B3A-B3S\nB3G-B3K', 'B3S 9Z9')).toBe('B3A-B3S');
    expect(found('B3A-B3S', 'B3T 1A1')).toBeUndefined();
    expect(found('1000-1999', '19991')).toBe('1000-1999');
  });

  test('a range, however wide, is more specific than the province it lies in', () => {
    const index = indexPlaces([[{ kind: 'subdivision', subdivision: 'CA-NS' }], [{ kind: 'postal', country: 'CA', rules: 'A0A-Y9Z' }]]);
    expect(findZone(index, { country: 'CA', subdivision: 'CA-NS', postalCode: 'B3H 4R2' })).toMatchObject({ zone: 1 });
  });

  // Common practice, no published source: the ZIP code, a hyphen, and four digits that add to it.
  test('a five-digit code of the United States holds with four more, unless a line names all nine; nowhere else', () => {
    const at = (rules: string, postalCode: string, country = 'US') =>
      findZone(indexPlaces([[{ kind: 'postal', country, rules }]]), { country, postalCode })?.rule;
    expect(at('10001', '10001-1234')).toBe('10001');
    expect(at('10001\n10001-1234', '10001-1234')).toBe('10001-1234');
    expect(at('10001\n10001-1234', '10001-1235')).toBe('10001');
    expect(at('10000-10999', '10001-1234')).toBe('10000-10999');
    expect(at('10002', '10001-1234')).toBeUndefined();
    expect(at('10001', '10001123')).toBeUndefined();
    expect(at('10001', '100011234', 'DE')).toBeUndefined();
  });

  test('a look-up agrees with a plain scan, on every edge of nested and overlapping ranges', () => {
    const range = fc
      .tuple(fc.integer({ min: 0, max: 990 }), fc.integer({ min: 0, max: 9 }))
      .map(([from, wide]) => [from, from + wide] as const);
    const code = (value: number) => String(value).padStart(3, '0');
    fc.assert(
      fc.property(fc.uniqueArray(range, { minLength: 1, maxLength: 30, selector: String }), (ranges) => {
        const rules = ranges.map(([from, upTo]) => `${code(from)}-${code(upTo)}`).join('\n');
        for (const value of ranges.flatMap(([from, upTo]) => [from - 1, from, upTo, upTo + 1])) {
          if (value < 0 || value > 999) continue;
          const widths = ranges.filter(([from, upTo]) => from <= value && value <= upTo).map(([from, upTo]) => upTo - from);
          const hits = lookUpPostal(postalLookup([rules]), code(value), 'CA');
          expect(hits.map((hit) => hit.kind === 'range' && hit.width).sort()).toEqual(widths.sort());
        }
      }),
    );
    expect(orderOf('B3B') - orderOf('B3A')).toBe(1);
    expect(orderOf('C0A') - orderOf('B9Z')).toBe(1);
  });

  test('duplicates and impossible codes are named by line, the rest is taken', () => {
    expect(checkPostalList('B3H 4R2\r\n\nB3H4R2,\nD3H 4R2\nB3*\nB3K%\nB3A-B3S', 'CA', 'B3*')).toEqual({
      good: ['B3H 4R2', 'B3A-B3S'],
      problems: [
        { line: 3, text: 'B3H4R2', problem: 'duplicate', first: 1 },
        { line: 4, text: 'D3H 4R2', problem: 'impossible' },
        { line: 5, text: 'B3*', problem: 'duplicate', first: 0 },
        { line: 6, text: 'B3K%', problem: 'characters' },
      ],
    });
    // No shape is known for Hong Kong: nothing is refused.
    expect(checkPostalList('anything 1', 'HK').problems).toEqual([]);
  });
});

describe('lists as people have them', () => {
  test.each([
    ['DE', '26465, 26474; 26486', ['26465', '26474', '26486']],
    ['DE', '26465 26474', ['26465', '26474']],
    ['DE', 'D-27465\nDE-27498', ['27465', '27498']],
    ['FR', 'F-20000, 20100', ['20000', '20100']],
    ['JP', '〒900-0002、９０１-０１５１', ['900-0002', '901-0151']],
    ['JP', '900-0000 - 907-9999', ['900-0000 - 907-9999']],
    ['CA', 'B3H 4R2, B3J 1A1', ['B3H 4R2', 'B3J 1A1']],
    ['LV', 'LV-1001', ['LV-1001']],
    ['SE', '111 22, S-123 45', ['111 22', '123 45']],
    ['IS', '101, 102', ['101', '102']],
    ['US', '10001 10002 10003-1234', ['10001 10002 10003-1234']],
  ])('%s: %s', (country, text, good) => {
    const { good: taken, problems } = checkPostalList(text, country);
    expect([...taken, ...problems.map((problem) => problem.text)]).toEqual(good);
  });

  test('what is refused says why, at the line it stands on', () => {
    expect(checkPostalList('26465, 2647\nX-26486', 'DE').problems).toEqual([
      { line: 1, text: '2647', problem: 'impossible' },
      { line: 2, text: 'X-26486', problem: 'impossible' },
    ]);
  });
});

// Cases: Canada Post Addressing Guidelines, BS 7666 and national posts (from memory); second opinion: postcode-validator.
describe('shapes of whole codes', () => {
  test.each([
    ['CA', 'K1A0B1 k1a0b1 H0H0H0 K1W1Z1', 'D1A0B1 K1D0B1 K1A0O1 K1A'],
    ['US', '12345 12345-6789 00501', '1234 12345-678'],
    ['GB', 'SW1A1AA EC1A1BB M11AE DN551PT GIR0AA', 'SW1A1A'],
    ['NL', '1012AB', '123'],
    ['PL', '00-001 00001', '0001'],
    ['PT', '1000-205 1000205', '1000'],
    ['JP', '1000001 100-0001', '10001'],
    ['DE', '10115', '1011'],
  ])('%s', (country, good, bad) => {
    for (const code of good.split(' ')) expect(isPostalShape(country, code), code).toBe(true);
    for (const code of bad.split(' ')) expect(isPostalShape(country, code), code).toBe(false);
  });

  test('agrees with a second source wherever both know the country', () => {
    const cases = [
      'CA K1A 0B1',
      'US 90210',
      'FR 75008',
      'AU 2000',
      'SE 114 55',
      'CH 8001',
      'AT 1010',
      'ES 28001',
      'IT 00184',
      'BR 01310-100',
    ];
    for (const line of cases) {
      const [country = '', code = ''] = [line.slice(0, 2), line.slice(3)];
      expect([line, isPostalShape(country, code)]).toEqual([line, postcodeValidator(code, country)]);
    }
  });

  test('the first characters tell the subdivision where they tell only one', () => {
    expect(subdivisionOfPostal('CA', 'b3h 4r2')).toBe('CA-NS');
    expect(subdivisionOfPostal('CA', 'X0A 1A0')).toBe('CA-NU');
    // Ottawa and Gatineau share K1A; Manitoba and Saskatchewan share R8A.
    expect(subdivisionOfPostal('CA', 'K1A 0B1')).toBeUndefined();
    expect(subdivisionOfPostal('CA', 'R8A 1A1')).toBeUndefined();
    expect(subdivisionOfPostal('US', '90210')).toBe('US-CA');
    expect(subdivisionOfPostal('US', '99501')).toBe('US-AK');
    expect(subdivisionOfPostal('NL', '1011 AB')).toBeUndefined();
  });
});
