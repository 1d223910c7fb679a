import type { Change, describeChanges, LiveState, RateBook } from '@ostrakon/core';
import { queryOptions, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useMemo } from 'react';
import { useDraft } from './DraftProvider.tsx';
import { queries } from './queries.ts';

export interface Changes {
  readonly live: LiveState['edition'];
  /** What the draft changed since the live edition; empty before the first edition. */
  readonly list: readonly Change[];
}

let last: { before: RateBook; after: RateBook; list: readonly Change[] } | undefined;

/** Several parts of the page ask for the same comparison. */
function changesOf(describe: typeof describeChanges, before: RateBook, after: RateBook): readonly Change[] {
  if (before === after) return [];
  if (last?.before !== before || last.after !== after) last = { before, after, list: describe(before, after) };
  return last.list;
}

/** Not needed for the first look at the sheet. */
const comparing = queryOptions({
  queryKey: ['describe-changes'],
  queryFn: async () => (await import('./describe.ts')).describeChanges,
  staleTime: Infinity,
  structuralSharing: false,
});

/** Null until the live edition is known. */
export function useChanges(): Changes | null {
  const { data } = useQuery(queries.live);
  const { data: describe } = useQuery(comparing);
  // Compared after the sheet and the bench have been drawn: they come first after an edit.
  const book = useDeferredValue(useDraft().book);
  return useMemo(
    () => (data && describe ? { live: data.edition, list: data.book ? changesOf(describe, data.book, book) : [] } : null),
    [data, describe, book],
  );
}
