import { expect, test } from 'vitest';
import { toPublicQuote } from '../contract/publicQuote.ts';
import { untranslatedTexts } from '../findings/textFindings.ts';
import { compile } from '../quote/compile.ts';
import { quote } from '../quote/settle.ts';
import { bookOf, canada, flat, lane } from '../testing.ts';
import { buyerTexts, inLanguage, languageFor, untranslated } from './buyerTexts.ts';
import type { RateBook } from './rateBook.ts';

const plain = canada({ ground: lane(flat(990)), van: lane({ kind: 'flat', result: { kind: 'refer', words: 'Ask for the van' } }) });
const book: RateBook = {
  ...plain,
  languages: [
    {
      locale: 'fr-CA',
      texts: [
        { of: 'Service ground', is: 'Colis terrestre' },
        { of: 'Ask for the van', is: 'Demandez la tournée' },
      ],
    },
  ],
};
const asked = { lines: [{ unitPrice: 5000, weight: '1 kg', quantity: 1, delivered: true }], discounts: [], destination: { country: 'CA' } };
const told = (language?: string) => toPublicQuote(quote(compile(book), asked), book, { edition: 1, language }).options;

test('buyers read what is translated in their language, the rest as it is, at the same prices', () => {
  expect(told('fr-FR')).toMatchObject([
    { name: 'Colis terrestre', price: 990 },
    { name: 'Service van', status: 'refer', message: 'Demandez la tournée' },
  ]);
  expect(told()).toMatchObject([{ name: 'Service ground' }, { message: 'Ask for the van' }]);
  expect(told('de')).toEqual(told());
});

test('sentences of our own follow the language, numbers too', () => {
  const limited: RateBook = { ...book, ...canada({ ground: lane(flat(990), { limits: [{ measure: 'itemsWeight', upTo: '500 g' }] }) }) };
  const french = { ...limited, languages: book.languages };
  const { withheld } = toPublicQuote(quote(compile(french), asked), french, { edition: 1, language: 'fr' });
  expect(withheld).toMatchObject([{ name: 'Colis terrestre', reasons: [{ text: 'Seulement jusqu’à 500 g d’articles.' }] }]);
});

test('a language is found by its tag, then by its first part', () => {
  const two: RateBook = { ...book, languages: [...(book.languages ?? []), { locale: 'fr-FR', texts: [] }] };
  const of = (wanted?: string) => languageFor(two, wanted);
  expect([of('FR-fr'), of('fr-BE'), of('en-GB'), of('ja'), of('fr'), of()]).toEqual([
    'fr-FR',
    'fr-CA',
    book.shop.locale,
    book.shop.locale,
    'fr-CA',
    book.shop.locale,
  ]);
});

test('every text is listed once, and what is missing is found', () => {
  const texts = buyerTexts(book).map(({ text }) => text);
  expect(new Set(texts).size).toBe(texts.length);
  expect(texts).toContain('Ask for the van');
  expect(untranslated(book, 'fr-CA').map(({ text }) => text)).toEqual(
    texts.filter((text) => !/^(Service ground|Ask for the van)$/.test(text)),
  );
  expect(untranslatedTexts(book)).toMatchObject([{ facts: { locale: 'fr-CA', count: texts.length - 2 } }]);
  expect(untranslatedTexts(bookOf([]))).toEqual([]);
});

test('the same language of the same book is one view, and the shop’s own is the book itself', () => {
  expect(inLanguage(book, 'fr')).toBe(inLanguage(book, 'fr-CA'));
  expect(inLanguage(book, undefined).book).toBe(book);
});
