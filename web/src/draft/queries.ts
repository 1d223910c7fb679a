import { queryOptions } from '@tanstack/react-query';
import { api } from '../api/draftApi.ts';
import { openDraft } from './openDraft.ts';

export const queries = {
  /** Read once; the session keeps it from then on. */
  draft: (id: number) =>
    queryOptions({
      queryKey: ['draft', id],
      queryFn: () => openDraft(id),
      staleTime: Infinity,
      // Left for another draft, it is read anew when it is worked on again.
      gcTime: 0,
      refetchOnWindowFocus: false,
    }),
  live: queryOptions({ queryKey: ['live'], queryFn: api.live }),
  products: queryOptions({ queryKey: ['products'], queryFn: api.products, staleTime: 60_000 }),
  /** Orders taken so far. */
  loads: queryOptions({ queryKey: ['loads'], queryFn: api.loads }),
  trials: queryOptions({ queryKey: ['trials'], queryFn: api.trials }),
};
