import type { EditionSummary, LiveSpan, Release } from '@ostrakon/core';
import { useFormat } from '../../words/useWords.ts';
import type { Season } from './seasons.ts';

const DAY = 86_400_000;
/** Spans of long ago are left to the list. */
const MOST_SPANS = 12;
/** More would lie over each other. */
const MOST_SEASONS = 3;

interface Bar {
  readonly span: LiveSpan<Release>;
  readonly left: number;
  readonly width: number;
}

/** Where spans lie between the first that is shown and a while after the last change, in parts of a hundred. */
function barsOf(
  spans: readonly LiveSpan<Release>[],
  seasons: readonly Season[],
  now: number,
): { readonly bars: readonly Bar[]; readonly at: (ms: number) => number } {
  const shown = spans.slice(-MOST_SPANS);
  const first = shown[0]?.from ?? now;
  const ahead = seasons.flatMap(({ from, until }) => [from, until]).filter((ms) => ms !== null && ms < now + 400 * DAY) as number[];
  const ends = [now, ...shown.flatMap(({ from, until }) => (Number.isFinite(until) ? [from, until] : [from])), ...ahead];
  const whole = Math.max(...ends) - first;
  const last = Math.max(...ends) + Math.max(whole * 0.15, 2 * DAY);
  const at = (ms: number) => (100 * (Math.min(Math.max(ms, first), last) - first)) / (last - first);
  return { bars: shown.map((span) => ({ span, left: at(span.from), width: at(span.until) - at(span.from) })), at };
}

/** Which edition was, is and will be live, drawn in time; the list below says the same. */
export function TimeLine({
  spans,
  seasons,
  editions,
  present,
}: {
  spans: readonly LiveSpan<Release>[];
  /** Drawn beneath. */
  seasons: readonly Season[];
  editions: readonly EditionSummary[];
  present: LiveSpan<Release> | null;
}) {
  const format = useFormat();
  const now = Date.now();
  const { bars, at } = barsOf(spans, seasons, now);
  if (bars.length === 0) return null;
  const noteOf = (number: number) => editions.find((one) => one.number === number)?.note ?? '';
  return (
    <div
      aria-hidden
      className="relative overflow-hidden rounded-lg border border-line-strong bg-paper"
      style={{ height: 80 + 28 * Math.min(seasons.length, MOST_SEASONS) }}
    >
      {seasons.slice(0, MOST_SEASONS).map(({ name, from, until }, row) => {
        const [begin, end] = [at(from ?? 0), at(until ?? Number.POSITIVE_INFINITY)];
        return (
          <div
            key={`${name} ${from}`}
            title={name}
            className="absolute h-6 overflow-hidden rounded-md border border-ochre bg-ochre-soft px-2 text-xs text-ochre leading-5.5 whitespace-nowrap"
            style={{ top: 76 + 28 * row, insetInlineStart: `${begin}%`, width: `max(${end - begin}%, 6px)` }}
          >
            {name}
          </div>
        );
      })}
      {bars.map(({ span, left, width }) => {
        const isNow = span === present;
        const isAhead = span.from > now;
        return (
          <div
            key={`${span.from} ${span.edition}`}
            title={`Edition ${span.edition}${noteOf(span.edition) === '' ? '' : `, ${noteOf(span.edition)}`}, ${format.moment(new Date(span.from).toISOString())}`}
            className={`absolute top-8 h-9 overflow-hidden rounded-md border px-2 py-1.5 text-sm whitespace-nowrap ${
              isNow
                ? 'border-clay bg-clay text-paper'
                : isAhead
                  ? 'border-glaze border-dashed bg-glaze-soft text-glaze'
                  : 'border-line-strong bg-bone text-ink'
            }`}
            style={{ insetInlineStart: `${left}%`, width: `max(${width}%, 6px)` }}
          >
            <span className="font-serif font-semibold">{span.edition}</span> {noteOf(span.edition)}
          </div>
        );
      })}
      <span className="absolute top-0 h-full border-ink border-s" style={{ insetInlineStart: `${at(now)}%` }} />
      <span className="absolute top-1 ps-1 text-xs font-semibold" style={{ insetInlineStart: `${Math.min(at(now), 90)}%` }}>
        now
      </span>
    </div>
  );
}
