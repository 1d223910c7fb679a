import type { CartInput } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';

type To = CartInput['destination'];

export interface BenchPoint {
  /** The destination with a point, where one is known. */
  readonly destination: To;
  /** How the point came about: typed, from the middle of the postal area (roughly for rural codes), or not at all. */
  readonly from: 'typed' | 'postal' | 'rough' | null;
}

/** A typed point always wins; else the middle of the postal area, where zones ask for a point at all. */
export function useBenchPoint(destination: To, needed: boolean): BenchPoint {
  const { country, postalCode = '' } = destination;
  const wanted = needed && !destination.point && postalCode !== '' && (country === 'CA' || country === 'US');
  const { data } = useQuery({
    queryKey: ['centroid', country, postalCode],
    queryFn: async () => (await import('@ostrakon/core/centroids')).centroidOf(country, postalCode) ?? null,
    enabled: wanted,
    staleTime: Infinity,
  });
  if (destination.point) return { destination, from: 'typed' };
  if (!wanted || !data) return { destination, from: null };
  return { destination: { ...destination, point: data.point }, from: data.rough ? 'rough' : 'postal' };
}

/** The further addresses with a point each, where one is known. */
export function useOtherPoints(others: readonly To[] | undefined, needed: boolean): readonly To[] | undefined {
  const { data } = useQuery({
    queryKey: ['centroids', others],
    queryFn: async () => {
      const { withCentroid } = await import('@ostrakon/core/centroids');
      return (others ?? []).map((other) => withCentroid({ needsPoint: true }, other));
    },
    enabled: needed && others !== undefined,
    staleTime: Infinity,
  });
  return data ?? others;
}
