import type { RequestSources } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';

/** Gives addresses the middle of their postal area, once that is loaded; where no zone asks for a point it never is. */
export function usePointed(needed: boolean): RequestSources['pointed'] {
  const { data } = useQuery({
    queryKey: ['centroids'],
    queryFn: async () => ({ pointed: (await import('@ostrakon/core/centroids')).withCentroid }),
    enabled: needed,
    staleTime: Infinity,
  });
  return data?.pointed;
}
