import { type EditionList, type LiveSpan, liveSpans, type Release, spanAt } from '@ostrakon/core';
import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo } from 'react';
import { editionsApi } from '../api/editionsApi.ts';
import { queries } from '../draft/queries.ts';

export const listed = queryOptions({ queryKey: ['editions'], queryFn: editionsApi.list });

/** The document of an edition, which never changes. */
export const editionBook = (number: number) =>
  queryOptions({ queryKey: ['edition', number], queryFn: () => editionsApi.book(number), staleTime: Infinity });

export interface Editions {
  readonly editions: EditionList['editions'];
  readonly releases: readonly Release[];
  readonly spans: readonly LiveSpan<Release>[];
  /** What is live now. */
  readonly present: LiveSpan<Release> | null;
  /** Releases that are to begin, the next one first. */
  readonly waiting: readonly Release[];
}

/** Every edition, and from when to when each was, is and will be live; null until they are known. */
export function useEditions(): Editions | null {
  const { data } = useQuery(listed);
  return useMemo(() => {
    if (!data) return null;
    const now = new Date().toISOString();
    const { editions, releases } = data;
    const spans = liveSpans(releases);
    const waiting = releases
      .filter(({ from, calledOff }) => calledOff === null && Date.parse(from) > Date.parse(now))
      .sort((a, b) => Date.parse(a.from) - Date.parse(b.from));
    return { editions, releases, spans, present: spanAt(spans, now), waiting };
  }, [data]);
}

/** Has everything that hangs on releases asked for anew. */
export function useReleased(): () => Promise<void> {
  const client = useQueryClient();
  return useCallback(async () => {
    await Promise.all([
      client.invalidateQueries({ queryKey: listed.queryKey }),
      client.invalidateQueries({ queryKey: queries.live.queryKey }),
    ]);
  }, [client]);
}
