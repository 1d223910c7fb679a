import { LANGUAGES } from '../names/languages.ts';
import { CURRENCY_LINES, POUND_COUNTRIES } from './currencies.generated.ts';
import { CURRENCY_CODES } from './currency.ts';

let currencies: ReadonlyMap<string, string> | undefined;

/** What a country pays with today, where the shop can count in it. Source: Unicode CLDR. */
export function currencyOfCountry(country: string): string | undefined {
  currencies ??= new Map(
    CURRENCY_LINES.split('\n').flatMap((line) => {
      const [code = '', countries = ''] = line.split(':');
      return countries.split(' ').map((one) => [one, code] as const);
    }),
  );
  const code = currencies.get(country);
  return code !== undefined && (CURRENCY_CODES as readonly string[]).includes(code) ? code : undefined;
}

/** Whether goods are weighed in pounds there. Source: Unicode CLDR. */
export const unitsOfCountry = (country: string): 'metric' | 'imperial' =>
  POUND_COUNTRIES.split(' ').includes(country) ? 'imperial' : 'metric';

/** The language most spoken in a country, as it is written there; English as written there, or none, where it is not offered. */
export function languageOfCountry(country: string): string | undefined {
  const { language } = new Intl.Locale(`und-${country}`).maximize();
  return [`${language}-${country}`, `en-${country}`].find((one) => (LANGUAGES as readonly string[]).includes(one));
}
