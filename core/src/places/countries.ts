import { z } from 'zod';
import { COUNTRY_CODES, SUBDIVISION_PARTS } from './iso3166.generated.ts';

const countries: readonly string[] = COUNTRY_CODES.split(' ');
const known = new Set(countries);

const subdivisions: ReadonlyMap<string, ReadonlySet<string>> = new Map(
  SUBDIVISION_PARTS.split('\n').map((line) => {
    const [country = '', parts = ''] = line.split(':');
    return [country, new Set(parts.split(' '))];
  }),
);

/** An officially assigned ISO 3166-1 alpha-2 code. */
export const CountryCode = z
  .string()
  .regex(/^[A-Z]{2}$/, 'A country is two capital letters, such as CA')
  .refine((code) => known.has(code), 'No country has this ISO 3166-1 code');
export type CountryCode = z.infer<typeof CountryCode>;

/** An ISO 3166-2 code such as CA-NS. */
export const SubdivisionCode = z
  .string()
  .regex(/^[A-Z]{2}-[A-Z0-9]{1,3}$/, 'A province or state is an ISO 3166-2 code, such as CA-NS')
  .refine(isSubdivision, 'No province or state has this ISO 3166-2 code');
export type SubdivisionCode = z.infer<typeof SubdivisionCode>;

export function listCountries(): readonly CountryCode[] {
  return countries;
}

/** ISO 3166-2 codes of a country, ascending; empty for a country without any. */
export function listSubdivisions(country: CountryCode): readonly SubdivisionCode[] {
  return [...(subdivisions.get(country) ?? [])].map((part) => `${country}-${part}`);
}

export function isSubdivision(code: string): boolean {
  return subdivisions.get(code.slice(0, 2))?.has(code.slice(3)) ?? false;
}

const regionNames = new Map<string, Intl.DisplayNames>();

/** The name of a country or country group in `locale`. */
export function regionName(code: string, locale: string): string {
  let names = regionNames.get(locale);
  if (!names) {
    names = new Intl.DisplayNames(locale, { type: 'region' });
    regionNames.set(locale, names);
  }
  return names.of(code) ?? code;
}
