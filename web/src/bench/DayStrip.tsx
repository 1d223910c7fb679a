import { instantOf, localAt, type Offer, quote } from '@ostrakon/core';
import { useCallback, useDeferredValue, useMemo } from 'react';
import { useDraft } from '../draft/DraftProvider.tsx';
import { useFormat } from '../words/useWords.ts';
import { useBench } from './BenchProvider.tsx';

interface Turn {
  /** Minutes since midnight. */
  readonly minute: number;
  readonly services: readonly string[];
}

const MOST_TURNS = 40;

type Promised = Extract<Offer, { status: 'priced' }>;

/** What is promised at a moment, by service. A counter is ready a minute later for every minute: of it only the day counts. */
function usePromised(): (at: number) => ReadonlyMap<string, string> {
  const { compiled, request } = useDeferredValue(useBench());
  return useCallback(
    (at) => {
      const { options } = quote(compiled, { ...request, moment: new Date(at).toISOString() });
      const dated = options.filter((offer): offer is Promised => offer.status === 'priced' && offer.promise !== undefined);
      return new Map(dated.map(({ service, promise }) => [service, `${promise?.first} ${promise?.last}`]));
    },
    [compiled, request],
  );
}

const MINUTE = 60_000;

/** The moments of a day at which promises change, found by halving the stretches at whose ends they differ. */
function useTurns(start: number, end: number, timeZone: string): readonly Turn[] {
  // Looked for behind what the page is doing: the strip itself never waits for its marks.
  const promised = usePromised();
  const { services } = useDraft().book;
  return useMemo(() => {
    const turns: Turn[] = [];
    const changed = (a: ReadonlyMap<string, string>, b: ReadonlyMap<string, string>) => [...b].filter(([id, dates]) => a.get(id) !== dates);
    const look = (from: number, before: ReadonlyMap<string, string>, until: number, after: ReadonlyMap<string, string>): void => {
      const named = changed(before, after).map(([id]) => services.find((service) => service.id === id)?.name ?? id);
      if (named.length === 0 || turns.length >= MOST_TURNS) return;
      if (until - from <= MINUTE) {
        turns.push({ minute: localAt(until, timeZone).minute, services: named });
        return;
      }
      const middle = from + Math.floor((until - from) / 2 / MINUTE) * MINUTE;
      const between = promised(middle);
      look(from, before, middle, between);
      look(middle, between, until, after);
    };
    look(start, promised(start), end - MINUTE, promised(end - MINUTE));
    return turns;
  }, [promised, services, start, end, timeZone]);
}

/** A strip of the day: dragged or stepped through, it shows how promises turn at the cut-offs. */
export function DayStrip() {
  const { request, send, compiled } = useBench();
  const format = useFormat();
  const { timeZone } = compiled.book.shop;
  const moment = Date.parse(request.moment ?? new Date().toISOString());
  const { day, minute } = localAt(moment, timeZone);
  const [start, end] = [instantOf(day, 0, timeZone), instantOf(day + 1, 0, timeZone)];
  const turns = useTurns(start, end, timeZone);
  const set = (at: number) => send({ kind: 'setMoment', moment: new Date(instantOf(day, at, timeZone)).toISOString() });
  const next = turns.find((turn) => turn.minute > minute);
  return (
    <div>
      <div className="relative pt-2">
        <input
          type="range"
          aria-label="Time of day"
          aria-valuetext={format.time(minute)}
          min={0}
          max={1439}
          step={1}
          value={minute}
          onChange={(event) => set(Number(event.target.value))}
          onKeyDown={(event) => {
            const by = { PageUp: 60, PageDown: -60, ArrowUp: 15, ArrowDown: -15 }[event.key];
            if (by === undefined) return;
            event.preventDefault();
            set(Math.min(1439, Math.max(0, minute + by)));
          }}
          className="w-full accent-clay"
        />
        <span aria-hidden className="pointer-events-none absolute inset-x-2 top-0 block h-2">
          {turns.map((turn) => (
            <span
              key={turn.minute}
              title={`${format.time(turn.minute)}: ${turn.services.join(', ')}`}
              className="absolute h-2 w-0.5 bg-clay"
              style={{ left: `${(turn.minute / 1440) * 100}%` }}
            />
          ))}
        </span>
      </div>
      <div className="flex justify-between text-xs text-ash tabular-nums">
        {[0, 6, 12, 18, 24].map((hour) => (
          <span key={hour}>{format.time(hour * 60)}</span>
        ))}
      </div>
      <p className="mt-1 text-sm text-ash">
        <span className="font-semibold text-ink tabular-nums">{format.time(minute)}</span>
        {next ? (
          <>
            {' '}
            · next turn at{' '}
            <button type="button" className="text-clay underline" onClick={() => set(next.minute)}>
              {format.time(next.minute)}
            </button>
            : {next.services.join(', ')}
          </>
        ) : (
          ' · arrival is the same for the rest of the day'
        )}
      </p>
    </div>
  );
}
