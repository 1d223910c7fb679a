import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useDraft } from '../draft/DraftProvider.tsx';
import { type Format, formatFor } from './format.ts';

/** How the shop of the draft reads numbers and names. */
export function useFormat(): Format {
  return formatFor(useDraft().book.shop);
}

/** Names of provinces and states; the code itself until they are loaded. */
export function useSubdivisionNames(): (code: string) => string {
  const { data } = useQuery({
    queryKey: ['subdivision-names'],
    queryFn: async () => (await import('@ostrakon/core/subdivision-names')).subdivisionNames(),
    staleTime: Infinity,
    structuralSharing: false,
  });
  return useMemo(() => (code: string) => data?.get(code) ?? code, [data]);
}
