import { instantToMs, type RateBook } from '@ostrakon/core';
import { useQueries } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import { editionBook, useEditions, useReleased } from '../editions/useEditions.ts';
import { proofDesk } from './proofDesk.ts';

const documents = (results: readonly { readonly data: RateBook | undefined }[]) => results.map(({ data }) => data);

/** Longer than a timer can wait; what begins later is looked at when the page is opened again. */
const LONGEST_WAIT = 2 ** 31 - 1;

/** Tells those who run trials what is fixed to come: a trial of such a moment is held against what will be live then. */
export function useUpcoming(): void {
  const all = useEditions();
  const spans = useMemo(() => {
    const now = instantToMs(new Date().toISOString());
    return (all?.spans ?? []).filter(({ from }) => from > now);
  }, [all]);
  const numbers = useMemo(() => [...new Set(spans.map(({ edition }) => edition))], [spans]);
  const books = useQueries({ queries: numbers.map(editionBook), combine: documents });
  // What begins while the page is open is live from then on, here too.
  const released = useReleased();
  useEffect(() => {
    const wait = Math.min(...spans.map(({ from }) => from)) - Date.now();
    if (!(wait < LONGEST_WAIT)) return undefined;
    const timer = setTimeout(() => void released(), Math.max(0, wait) + 500);
    return () => clearTimeout(timer);
  }, [spans, released]);
  useEffect(() => {
    const upcoming = spans.flatMap(({ edition, from, until }) => {
      const book = books[numbers.indexOf(edition)];
      return book ? [{ edition, from, until, book }] : [];
    });
    proofDesk.upcoming(upcoming);
  }, [spans, numbers, books]);
}
