import type { DeskFacts } from '@ostrakon/core/contract';
import { useQuery } from '@tanstack/react-query';
import { createContext, type ReactNode, use, useEffect, useMemo, useState } from 'react';
import { type Format, formatFor } from '../../words/format.ts';
import { deskQueries } from './deskApi.ts';

/** What everything at the desk knows: the shop, how it writes, and its clock. */
interface Desk {
  readonly facts: DeskFacts;
  readonly format: Format;
  /** The server's clock, in milliseconds since 1970. */
  readonly now: number;
  nameOf(service: string): string;
}

const DeskContext = createContext<Desk | null>(null);

export function useDesk(): Desk {
  const desk = use(DeskContext);
  if (!desk) throw new Error('There is no desk around this.');
  return desk;
}

const TICK_MS = 15_000;

/** The present by the server's clock, told anew often enough for minutes to be right. */
function useClock(facts: DeskFacts | undefined): number {
  const [ahead, setAhead] = useState(0);
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (facts) setAhead(Date.parse(facts.now) - Date.now());
  }, [facts]);
  useEffect(() => {
    const tick = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(tick);
  }, []);
  return now + ahead;
}

export function DeskProvider({ children }: { children: ReactNode }) {
  const { data: facts, error, refetch } = useQuery(deskQueries.facts);
  const now = useClock(facts);
  const desk = useMemo(() => {
    if (!facts) return null;
    const names = new Map(facts.services.map(({ id, name }) => [id, name]));
    return { facts, format: formatFor(facts), now, nameOf: (service: string) => names.get(service) ?? service };
  }, [facts, now]);
  if (desk) return <DeskContext value={desk}>{children}</DeskContext>;
  return (
    <div className="p-4">
      {error ? (
        <p role="alert">
          Orders cannot be read: {error.message}{' '}
          <button type="button" className="text-clay underline" onClick={() => void refetch()}>
            Try again
          </button>
        </p>
      ) : (
        <p className="text-ash">Opening the desk…</p>
      )}
    </div>
  );
}
