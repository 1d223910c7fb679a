import { useQuery } from '@tanstack/react-query';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';

const NONE: ReadonlySet<string> = new Set();

/** Lanes that sell below cost by the latest survey, as "zone/service"; worked out away from what the page needs first. */
export function useBelowCost(wanted: boolean): ReadonlySet<string> {
  const { revision } = useDraft();
  const { compiled } = useBench();
  const { data } = useQuery({
    queryKey: ['below-cost', revision],
    queryFn: async () => {
      const { lanesBelowCost } = await import('../../carriers/lanesBelowCost.ts');
      return new Set((await lanesBelowCost(compiled)).map(({ zone, service }) => `${zone}/${service}`));
    },
    enabled: wanted && compiled.book.services.some(({ carriage }) => carriage !== null),
    staleTime: 20_000,
  });
  return data ?? NONE;
}
