import { untranslated } from '../rate-book/buyerTexts.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import type { Finding } from './finding.ts';

/** Texts that are named of each language. */
const NAMED = 20;

/** Languages in which buyers read some texts of the shop untranslated. */
export const untranslatedTexts = (book: RateBook): Finding<'untranslated'>[] =>
  (book.languages ?? []).flatMap(({ locale }): Finding<'untranslated'>[] => {
    const missing = untranslated(book, locale);
    if (missing.length === 0) return [];
    const texts = missing.slice(0, NAMED).map(({ text }) => text);
    return [{ code: 'untranslated', severity: 'surprise', where: { zones: [] }, facts: { locale, texts, count: missing.length } }];
  });
