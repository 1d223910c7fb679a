import { emptyBook, LANGUAGES } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { directionOf } from './direction.ts';
import { formatFor } from './format.ts';

test('languages run the way their script does', () => {
  expect(LANGUAGES.filter((locale) => directionOf(locale) === 'rtl').map((locale) => locale.slice(0, 2))).toEqual(
    LANGUAGES.filter((locale) => /^(ar|he|fa|ur)/.test(locale)).map((locale) => locale.slice(0, 2)),
  );
  expect(LANGUAGES.filter((locale) => directionOf(locale) === 'rtl').length).toBeGreaterThan(3);
});

// Source: Unicode Standard Annex 9: a paragraph takes its direction from the first strong character outside isolates (P2, P3).
const firstStrong = (text: string) => {
  let depth = 0;
  for (const sign of text) {
    if (/[\u2066-\u2068]/.test(sign)) depth += 1;
    else if (sign === '\u2069') depth -= 1;
    else if (depth === 0 && /[\p{L}\u200e\u200f]/u.test(sign))
      return /[\p{Script=Arabic}\p{Script=Hebrew}\u200f]/u.test(sign) ? 'rtl' : 'ltr';
  }
  return 'none';
};

test.each(LANGUAGES.filter((locale) => directionOf(locale) === 'rtl'))(
  'in %s a sentence of the page keeps its direction around amounts',
  (locale) => {
    for (const currency of ['EGP', 'KWD', 'ILS', 'CAD', 'EUR']) {
      const format = formatFor({ ...emptyBook().shop, locale, currency });
      const sentence = `${format.money(123_450)} up to ${format.bound('packedWeight', '2.5 kg')}`;
      expect(firstStrong(sentence)).toBe('ltr');
      // Each isolate that was opened is closed, and what is typed has none.
      expect(sentence.match(/[\u2066\u2068]/g)).toHaveLength(2);
      expect(sentence.match(/\u2069/g)).toHaveLength(2);
      expect(format.typed('2.5 kg')).not.toMatch(/[\u2066-\u2069]/);
    }
  },
);

test('languages from left to right have no isolates', () => {
  expect(formatFor({ ...emptyBook().shop, locale: 'de-DE' }).money(990)).not.toMatch(/[\u2066-\u2069]/);
});
