import type { DeskList, DeskRow } from '@ostrakon/core/contract';
import { keepPreviousData, useQueries, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { deskQueries, STRETCH, type Wanted } from './deskApi.ts';
import { isFoundAtOnce } from './orderWords.ts';

interface DeskRows {
  readonly total: number;
  readonly list: DeskList | undefined;
  readonly error: Error | null;
  /** A row by its place in the list; null while it is on its way. */
  at(index: number): DeskRow | null;
  /** All rows that are known here. */
  readonly known: readonly DeskRow[];
  /** Has the rows from one place to another read. */
  look(from: number, until: number): void;
}

const PAUSE_MS = 250;

/** What is searched for: short words once nobody types on, for most are the beginning of a longer one. */
function useSearched(text: string): string {
  const [searched, setSearched] = useState(text);
  const isAtOnce = isFoundAtOnce(text);
  useEffect(() => {
    const pause = setTimeout(() => setSearched(text), isAtOnce ? 0 : PAUSE_MS);
    return () => clearTimeout(pause);
  }, [text, isAtOnce]);
  return isAtOnce ? text : searched;
}

/** The rows of a list of any length: those that are looked at, and what is next to them. */
export function useDeskRows(asked: Wanted): DeskRows {
  const wanted = { ...asked, text: useSearched(asked.text) };
  const [span, setSpan] = useState<readonly [number, number]>([0, 0]);
  const first = useQuery({ ...deskQueries.stretch(wanted, 0), placeholderData: keepPreviousData });
  const total = first.data?.total ?? 0;
  const last = Math.max(0, Math.ceil(total / STRETCH) - 1);
  const stretches = [];
  for (let at = Math.max(1, span[0]); at <= Math.min(last, span[1]); at += 1) stretches.push(at);
  const further = useQueries({
    queries: stretches.map((at) => ({ ...deskQueries.stretch(wanted, at), placeholderData: keepPreviousData })),
  });
  const held = new Map<number, readonly DeskRow[]>([[0, first.data?.rows ?? []]]);
  for (const [at, query] of further.entries()) if (query.data) held.set(stretches[at] as number, query.data.rows);
  return {
    total,
    list: first.data,
    error: first.error,
    at: (index) => held.get(Math.floor(index / STRETCH))?.[index % STRETCH] ?? null,
    known: [...held.values()].flat(),
    look: (from, until) => {
      const next = [Math.max(0, Math.floor(from / STRETCH) - 1), Math.floor(until / STRETCH) + 1] as const;
      if (next[0] !== span[0] || next[1] !== span[1]) setSpan(next);
    },
  };
}
