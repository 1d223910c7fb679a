import type { Finding, RateBook } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { useBench } from '../../bench/BenchProvider.tsx';

const numbers = new WeakMap<RateBook, number>();
let last = 0;

/** A number for a book, so that what was worked out for it can be found again. */
function numberOf(book: RateBook): number {
  const known = numbers.get(book);
  if (known !== undefined) return known;
  last += 1;
  numbers.set(book, last);
  return last;
}

/** Lanes that sell below cost by the latest survey, the greatest loss first; worked out away from what the page needs first. */
export function useBelowCost(wanted: boolean): readonly Finding<'belowCost'>[] | undefined {
  const { book } = useBench().compiled;
  const { data } = useQuery({
    queryKey: ['below-cost', numberOf(book)],
    queryFn: async ({ signal }) => (await import('../../carriers/lanesBelowCost.ts')).lanesBelowCost(book, signal),
    enabled: wanted && book.services.some(({ carriage }) => carriage !== null),
    // Another survey may have been made meanwhile.
    staleTime: 2000,
    placeholderData: (previous) => previous,
  });
  return data;
}
