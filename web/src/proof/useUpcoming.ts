import { instantToMs } from '@ostrakon/core';
import { useQueries } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import { editionBook, useEditions } from '../editions/useEditions.ts';
import { proofDesk } from './proofDesk.ts';

/** Tells those who run trials what is fixed to come: a trial of such a moment is held against what will be live then. */
export function useUpcoming(): void {
  const all = useEditions();
  const spans = useMemo(() => {
    const now = instantToMs(new Date().toISOString());
    return (all?.spans ?? []).filter(({ from, edition }) => from > now && edition !== all?.present?.edition);
  }, [all]);
  const numbers = useMemo(() => [...new Set(spans.map(({ edition }) => edition))], [spans]);
  const books = useQueries({ queries: numbers.map(editionBook), combine: (results) => results.map(({ data }) => data) });
  useEffect(() => {
    const upcoming = spans.flatMap(({ edition, from, until }) => {
      const book = books[numbers.indexOf(edition)];
      return book ? [{ edition, from, until, book }] : [];
    });
    proofDesk.upcoming(upcoming);
  }, [spans, numbers, books]);
}
