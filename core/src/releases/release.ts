import { z } from 'zod';
import { instantToMs } from '../time/calendar.ts';

/** Who made something; until people sign in it is the owner, or the shop itself. */
export const Author = z.string().min(1).max(80);

const Moment = z.iso.datetime();

/** From which instant an edition is live, and who said so. Releases are only added, and called off before they begin. */
export const Release = z.strictObject({
  /** Counts up in the order they were said. */
  seq: z.int().min(1),
  edition: z.int().min(1),
  /** Instant in UTC. */
  from: Moment,
  /** When it ends, an instant in UTC; null where it holds until another begins. */
  until: Moment.nullable().default(null),
  /** The edition that holds from its end on; null for what would hold without it. */
  after: z.int().min(1).nullable().default(null),
  /** When it was called off, before it began: it never holds. */
  calledOff: Moment.nullable().default(null),
  author: Author,
  note: z.string().max(500),
  /** When it was said, an instant in UTC. */
  at: Moment,
});
export type Release = z.infer<typeof Release>;

/** What decides from when to when a release holds. */
export type Held = Pick<Release, 'seq' | 'edition' | 'from'> & Partial<Pick<Release, 'until' | 'after' | 'calledOff'>>;

/** A stretch of time in which a release holds, in milliseconds since 1970. */
interface Stretch<R> {
  readonly release: R;
  readonly edition: number;
  readonly from: number;
  readonly until: number;
  readonly seq: number;
}

/** A release with an end is two stretches: itself, and what it says holds afterwards. */
function stretchesOf<R extends Held>(release: R): readonly Stretch<R>[] {
  const { seq, edition, until, after, calledOff } = release;
  if (calledOff != null) return [];
  const from = instantToMs(release.from);
  const end = until == null ? Number.POSITIVE_INFINITY : instantToMs(until);
  const own = { release, edition, from, until: end, seq };
  return after == null || until == null ? [own] : [own, { release, edition: after, from: end, until: Number.POSITIVE_INFINITY, seq }];
}

/** What is in force at an instant: the edition, and the release that says so. */
export interface InForce<R> {
  readonly edition: number;
  readonly release: R;
}

function inForceAt<R extends Held>(stretches: readonly Stretch<R>[], now: number): InForce<R> | null {
  let live: Stretch<R> | null = null;
  for (const one of stretches) {
    if (one.from > now || one.until <= now) continue;
    if (live === null || one.from > live.from || (one.from === live.from && one.seq > live.seq)) live = one;
  }
  return live && { edition: live.edition, release: live.release };
}

/**
 * What holds at an instant: of all that has begun by then and not ended, what began last, and of those that began together
 * what was said last. So an edition that is published while a season holds is live at once.
 * @param instant in UTC, as ISO 8601
 * @returns null before the first
 */
export const liveAt = <R extends Held>(releases: readonly R[], instant: string): InForce<R> | null =>
  inForceAt(releases.flatMap(stretchesOf), instantToMs(instant));

/** A time in which one edition is live. */
export interface LiveSpan<R> extends InForce<R> {
  /** Milliseconds since 1970; `until` is infinite where nothing else is known to come. */
  readonly from: number;
  readonly until: number;
}

/** What was, is and will be live, one stretch after another. */
export function liveSpans<R extends Held>(releases: readonly R[]): readonly LiveSpan<R>[] {
  const stretches = releases.flatMap(stretchesOf);
  const moments = [...new Set(stretches.flatMap(({ from, until }) => [from, until]))].filter(Number.isFinite).sort((a, b) => a - b);
  const spans: LiveSpan<R>[] = [];
  for (const from of moments) {
    const live = inForceAt(stretches, from);
    const last = spans.at(-1);
    const goesOn = last !== undefined && last.until > from;
    if (goesOn && live !== null && last.edition === live.edition && last.release === live.release) continue;
    if (goesOn) spans[spans.length - 1] = { ...last, until: from };
    if (live !== null) spans.push({ ...live, from, until: Number.POSITIVE_INFINITY });
  }
  return spans;
}

/** The span an instant lies in, as `liveAt` would say it of the releases the spans are of; for many questions of few releases. */
export function spanAt<R>(spans: readonly LiveSpan<R>[], instant: string): LiveSpan<R> | null {
  const now = instantToMs(instant);
  const last = spans.findLast(({ from }) => from <= now);
  return last && now < last.until ? last : null;
}

/** When an edition was live last, in milliseconds since 1970, by an instant; the instant itself while it is live, null before it ever was. */
export function lastLive<R>(spans: readonly LiveSpan<R>[], edition: number, instant: string): number | null {
  const now = instantToMs(instant);
  const last = spans.findLast((span) => span.edition === edition && span.from <= now);
  return last === undefined ? null : Math.min(now, last.until);
}

/** A release that is to begin later. */
export interface PlannedTime {
  readonly from: string;
  readonly until: string | null;
}

/** Why a plan cannot be: it begins in the past, ends before it begins, or meets another plan. */
export type PlanFault<R> = { readonly code: 'past' } | { readonly code: 'backwards' } | { readonly code: 'overlaps'; readonly release: R };

/** Whether two plans hold at the same time, or one begins while the other is to hold until its end. */
function meet(a: Stretch<unknown>, b: Stretch<unknown>): boolean {
  // Without an end a plan is a moment: what begins later takes over from it.
  const [endA, endB] = [a, b].map(({ from, until }) => (Number.isFinite(until) ? until : from + 1));
  return a.from < (endB ?? 0) && b.from < (endA ?? 0);
}

/**
 * What is wrong with a plan beside those that wait or hold until an end; null where nothing is.
 * @param now an instant in UTC
 */
export function planFault<R extends Held>(releases: readonly R[], { from, until }: PlannedTime, now: string): PlanFault<R> | null {
  const [begin, end, present] = [instantToMs(from), until === null ? Number.POSITIVE_INFINITY : instantToMs(until), instantToMs(now)];
  if (begin <= present) return { code: 'past' };
  if (end <= begin) return { code: 'backwards' };
  const wanted: Stretch<null> = { release: null, edition: 0, from: begin, until: end, seq: 0 };
  for (const release of releases) {
    const [own] = stretchesOf(release);
    if (!own) continue;
    const waits = own.from > present || (Number.isFinite(own.until) && own.until > present);
    if (waits && meet(own, wanted)) return { code: 'overlaps', release };
  }
  return null;
}
