import type { BelowCost } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';

/** Lanes that sell below cost by the latest survey, the greatest loss first; worked out away from what the page needs first. */
export function useBelowCost(wanted: boolean): readonly BelowCost[] | undefined {
  const { revision } = useDraft();
  const { compiled } = useBench();
  const { data } = useQuery({
    queryKey: ['below-cost', revision],
    queryFn: async ({ signal }) => (await import('../../carriers/lanesBelowCost.ts')).lanesBelowCost(compiled.book, signal),
    enabled: wanted && compiled.book.services.some(({ carriage }) => carriage !== null),
    // Another survey may have been made meanwhile.
    staleTime: 2000,
    placeholderData: (previous) => previous,
  });
  return data;
}
