import { oncePerText, regionName } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useDraft } from '../draft/DraftProvider.tsx';
import { type Format, formatFor } from './format.ts';
import { foundBy } from './plainName.ts';

/** How the shop of the draft reads numbers and names. */
export function useFormat(): Format {
  return formatFor(useDraft().book.shop);
}

function useSubdivisions() {
  return useQuery({
    queryKey: ['subdivision-names'],
    queryFn: async () => (await import('@ostrakon/core/subdivision-names')).subdivisionNames(),
    staleTime: Infinity,
    structuralSharing: false,
  });
}

/** Names of provinces and states: their own where the shop writes that language, else in English; the code itself until they are loaded. */
export function useSubdivisionNames(): (code: string) => string {
  const { data } = useSubdivisions();
  const { locale } = useDraft().book.shop;
  return useMemo(() => {
    const language = languageOf(locale);
    return (code: string) => {
      const names = data?.get(code);
      if (!names) return code;
      return countryLanguage(code.slice(0, 2)) === language ? names.local : names.english;
    };
  }, [data, locale]);
}

const languageOf = (locale: string) => new Intl.Locale(locale).language;

/** The language most spoken in a country, by CLDR's likely subtags. */
export const countryLanguage = oncePerText((country) => new Intl.Locale(`und-${country}`).maximize().language);

/** Everything a province or state is found by: its names in English, its own language and ISO 3166-2, and its code. */
export function useSubdivisionSearch(): (code: string) => string {
  const { data } = useSubdivisions();
  return useMemo(
    () =>
      oncePerText((code) => {
        const names = data?.get(code);
        return foundBy(names ? [names.english, names.local, names.iso, code] : [code]);
      }),
    [data],
  );
}

/** Everything a country is found by: its names in the shop's language, in English and in its own, and its code. */
export function countryFoundBy(country: string, locale: string): string {
  return foundBy([regionName(country, locale), regionName(country, 'en'), regionName(country, countryLanguage(country)), country]);
}
