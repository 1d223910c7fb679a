import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';

/** The name of the location a consignment leaves from. */
export function useOriginName(): (consignment: number) => string {
  const { quote } = useBench();
  const { locations } = useDraft().book;
  return (consignment) => locations.find(({ id }) => id === quote.consignments[consignment]?.origin)?.name ?? 'nowhere';
}
