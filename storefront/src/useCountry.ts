import type { PublicCountry } from '@ostrakon/core/contract';
import { useQueries } from '@tanstack/react-query';
import { askCountry } from './door.ts';
import { useFront } from './FrontProvider.tsx';

/** How addresses of some countries are written; null for those not known yet. */
export function useCountries(countries: readonly string[]): readonly (PublicCountry | null)[] {
  const { shop } = useFront();
  // Each country is asked about once, however many addresses lie there.
  const different = [...new Set(countries)];
  const answers = useQueries({
    queries: different.map((country) => ({
      queryKey: ['country', country, shop.language],
      queryFn: () => askCountry(country, shop.language),
      staleTime: Number.POSITIVE_INFINITY,
    })),
  });
  return countries.map((country) => answers[different.indexOf(country)]?.data ?? null);
}

/** How addresses of a country are written; null until that is known. */
export const useCountry = (country: string): PublicCountry | null => useCountries([country])[0] ?? null;
