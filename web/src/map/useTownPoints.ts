import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { loadTowns, type TownPoint, townsOf } from './townPoints.ts';

const NONE: readonly TownPoint[] = [];

/** The towns of a country, once they are asked for; none while the table is on its way. */
export function useTownPoints(country: string, isAsked: boolean): { towns: readonly TownPoint[]; ready: boolean; failed: boolean } {
  const { data, isError } = useQuery({
    queryKey: ['town-points'],
    queryFn: loadTowns,
    enabled: isAsked,
    staleTime: Infinity,
    structuralSharing: false,
  });
  const towns = useMemo(() => (data ? townsOf(data, country) : NONE), [data, country]);
  return { towns, ready: data !== undefined, failed: isError };
}
