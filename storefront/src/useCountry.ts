import type { PublicCountry } from '@ostrakon/core/contract';
import { useQuery } from '@tanstack/react-query';
import { askCountry } from './door.ts';
import { useFront } from './FrontProvider.tsx';

/** How addresses of a country are written; null until that is known. */
export function useCountry(country: string): PublicCountry | null {
  const { shop } = useFront();
  const { data } = useQuery({
    queryKey: ['country', country, shop.language],
    queryFn: () => askCountry(country, shop.language),
    staleTime: Number.POSITIVE_INFINITY,
  });
  return data ?? null;
}
