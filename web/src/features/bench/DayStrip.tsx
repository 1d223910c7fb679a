import { instantOf, localAt, type QuoteRequest, quote, timeText } from '@ostrakon/core';
import { useDeferredValue, useMemo } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';

interface Turn {
  /** Minutes since midnight. */
  readonly minute: number;
  readonly services: readonly string[];
}

const MOST_TURNS = 40;

/** The moments of a day at which promises change, by what the options themselves say. */
function useTurns(start: number, end: number, timeZone: string): readonly Turn[] {
  // Looked for behind what the page is doing: the strip itself never waits for its marks.
  const { compiled, request } = useDeferredValue(useBench());
  const { services } = useDraft().book;
  return useMemo(() => {
    const turns: Turn[] = [];
    let at = start;
    while (at < end && turns.length < MOST_TURNS) {
      const asked: QuoteRequest = { ...request, moment: new Date(at).toISOString() };
      const promised = quote(compiled, asked).options.flatMap((offer) =>
        offer.status === 'priced' && offer.promise ? [{ service: offer.service, before: Date.parse(offer.promise.orderBefore) }] : [],
      );
      const next = Math.min(...promised.map(({ before }) => before));
      if (next >= end) break;
      const changed = promised
        .filter(({ before }) => before === next)
        .map(({ service }) => services.find(({ id }) => id === service)?.name ?? service);
      turns.push({ minute: localAt(next, timeZone).minute, services: changed });
      at = next;
    }
    return turns;
  }, [compiled, request, services, start, end, timeZone]);
}

/** A strip of the day: dragged or stepped through, it shows how promises turn at the cut-offs. */
export function DayStrip() {
  const { request, send, compiled } = useBench();
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
          aria-valuetext={timeText(minute)}
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
              title={`${timeText(turn.minute)}: ${turn.services.join(', ')}`}
              className="absolute h-2 w-0.5 bg-clay"
              style={{ left: `${(turn.minute / 1440) * 100}%` }}
            />
          ))}
        </span>
      </div>
      <div className="flex justify-between text-xs text-ash tabular-nums">
        <span>00:00</span>
        <span>06:00</span>
        <span>12:00</span>
        <span>18:00</span>
        <span>24:00</span>
      </div>
      <p className="mt-1 text-sm text-ash">
        <span className="font-semibold text-ink tabular-nums">{timeText(minute)}</span>
        {next ? (
          <>
            {' '}
            · next turn at{' '}
            <button type="button" className="text-clay underline" onClick={() => set(next.minute)}>
              {timeText(next.minute)}
            </button>
            : {next.services.join(', ')}
          </>
        ) : (
          ' · no promise turns later this day'
        )}
      </p>
    </div>
  );
}
