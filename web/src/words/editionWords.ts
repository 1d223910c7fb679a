import type { EditionSummary, LiveSpan, Release } from '@ostrakon/core';
import type { Format } from './format.ts';

/** "14, Autumn prices". */
export const editionName = ({ number, note }: Pick<EditionSummary, 'number' | 'note'>): string =>
  note === '' ? `${number}` : `${number}, ${note}`;

/** A sentence with its stop: a time of day may end with one. */
const ended = (text: string) => (text.endsWith('.') ? text : `${text}.`);

const instantOfMs = (ms: number) => new Date(ms).toISOString();

/** "since Nov 23, 10:00", "Nov 1, 0:00 to Jan 6, 0:00", "from Dec 1, 0:00". */
export function spanWords({ from, until }: Pick<LiveSpan<unknown>, 'from' | 'until'>, now: number, format: Format): string {
  const begins = format.moment(instantOfMs(from));
  if (Number.isFinite(until)) return `${begins} to ${format.moment(instantOfMs(until))}`;
  return `${from > now ? 'from' : 'since'} ${begins}`;
}

/** When a plan begins, when it ends, and what holds then. */
export function planWords({ edition, from, until, after }: Pick<Release, 'edition' | 'from' | 'until' | 'after'>, format: Format): string {
  const begins = `Edition ${edition} from ${format.moment(from)}`;
  if (until === null) return begins;
  return `${begins} to ${format.moment(until)}, then ${after === null ? 'what is live without it' : `edition ${after}`}`;
}

/** What is live, what comes next, and when it goes again. */
export function standingWords(present: LiveSpan<Release> | null, next: LiveSpan<Release> | undefined, format: Format): string {
  if (present === null)
    return next
      ? `Nothing is live yet. ${ended(`Edition ${next.edition} begins on ${format.moment(instantOfMs(next.from))}`)}`
      : 'Nothing is live yet.';
  const live = ended(`Edition ${present.edition} is live since ${format.moment(instantOfMs(present.from))}`);
  if (!next) return live;
  const end = Number.isFinite(next.until) ? ` and gives way on ${format.moment(instantOfMs(next.until))}` : '';
  return `${live} ${ended(`Edition ${next.edition} takes over on ${format.moment(instantOfMs(next.from))}${end}`)}`;
}
