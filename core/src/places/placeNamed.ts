import { type CountryCode, listCountries, listSubdivisions, regionName, type SubdivisionCode } from './countries.ts';
import { subdivisionNames } from './subdivisionNames.ts';

/** Languages in which files name countries, besides the shop's own. */
const LANGUAGES: readonly string[] = ['en', 'de', 'fr', 'es', 'ja'];

/** Names without case, accents and punctuation: what is written about a place differs in these first. */
const folded = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** Names people write that CLDR does not have. Common practice, no published source. */
const SHORT: readonly (readonly [name: string, code: string])[] = [
  ['usa', 'US'],
  ['u s a', 'US'],
  ['united states of america', 'US'],
  ['uk', 'GB'],
  ['great britain', 'GB'],
  ['england', 'GB'],
  ['scotland', 'GB'],
  ['wales', 'GB'],
  ['holland', 'NL'],
  ['czech republic', 'CZ'],
];

/** Finds countries by their ISO 3166-1 code, or by name in the languages above and one more (CLDR). */
export class CountryNames {
  readonly #codes = new Map<string, CountryCode>();

  constructor(locale: string) {
    const codes = listCountries();
    for (const language of [...LANGUAGES, locale]) for (const code of codes) this.#codes.set(folded(regionName(code, language)), code);
    for (const [name, code] of SHORT) this.#codes.set(name, code as CountryCode);
    for (const code of codes) this.#codes.set(code.toLowerCase(), code);
  }

  find(text: string): CountryCode | undefined {
    return this.#codes.get(folded(text));
  }
}

/** A province or state of a country by its code, with or without the country's, or by name in English or its own language. */
export function subdivisionNamed(country: CountryCode, text: string): SubdivisionCode | undefined {
  const codes = listSubdivisions(country);
  const code = text.toUpperCase().replace(/[.\s]/g, '');
  const byCode = codes.find((one) => one === code || one.slice(3) === code);
  if (byCode !== undefined) return byCode;
  const name = folded(text);
  const names = subdivisionNames();
  return codes.find((one) => {
    const called = names.get(one);
    return called !== undefined && [called.english, called.local, called.iso].some((each) => folded(each) === name);
  });
}
