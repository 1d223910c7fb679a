import { z } from 'zod';
import { Locale } from '../rate-book/locale.ts';
import { type RateBook, Shop } from '../rate-book/rateBook.ts';
import { type BuyersLanguage, Translation } from '../rate-book/translation.ts';
import { withShop } from './bookEdits.ts';
import { CommandProblem } from './commandProblem.ts';
import { define } from './define.ts';

/** The book in these languages; without the field where there are none. */
function withLanguages({ languages: _old, ...book }: RateBook, languages: readonly BuyersLanguage[]): RateBook {
  return languages.length === 0 ? book : { ...book, languages: [...languages] };
}

const MOST_LANGUAGES = 12;
const One = z.strictObject({ locale: Locale });
/** A text in a language; without one it is not translated. */
const Texts = z.array(z.strictObject({ of: Translation.shape.of, is: Translation.shape.is.nullable() })).max(5000);

function requireLanguage({ languages = [] }: RateBook, locale: string): void {
  if (!languages.some((one) => one.locale === locale)) throw new CommandProblem('languageNotFound', 'locale', locale);
}

/** The texts with some of them said anew; those said to be nothing go. */
function merged(known: readonly Translation[], said: z.output<typeof Texts>): Translation[] {
  const all = new Map<string, string | null>(known.map(({ of, is }) => [of, is]));
  for (const { of, is } of said) all.set(of, is);
  return [...all].flatMap(([of, is]) => (is === null ? [] : [{ of, is }]));
}

export const languageCommands = {
  /** Buyers are answered in one more language. */
  addLanguage: define(One, (book, { locale }) => {
    const { shop, languages = [] } = book;
    if (locale === shop.locale || languages.some((one) => one.locale === locale))
      throw new CommandProblem('languageThere', 'locale', locale);
    if (languages.length >= MOST_LANGUAGES) throw new CommandProblem('tooMany', 'locale', 'languages');
    return withLanguages(book, [...languages, { locale, texts: [] }]);
  }),
  /** In one language less, whose texts go. */
  removeLanguage: define(One, (book, { locale }) => {
    requireLanguage(book, locale);
    return withLanguages(
      book,
      (book.languages ?? []).filter((one) => one.locale !== locale),
    );
  }),
  /** What some texts of the shop are in a language; the others stay. */
  setTranslations: define(One.extend({ texts: Texts }), (book, { locale, texts }) => {
    requireLanguage(book, locale);
    const { languages = [] } = book;
    const next = languages.map((one) => (one.locale === locale ? { locale, texts: merged(one.texts, texts) } : one));
    return JSON.stringify(next) === JSON.stringify(languages) ? book : withLanguages(book, next);
  }),
  /** Where buyers write to; nowhere without an address. */
  setMail: define(z.strictObject({ mail: Shop.shape.mail.unwrap().nullable() }), (book, { mail }) =>
    withShop(book, ({ mail: _old, ...shop }) => (mail === null ? shop : { ...shop, mail })),
  ),
};
