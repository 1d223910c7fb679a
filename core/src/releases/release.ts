import { z } from 'zod';
import { instantToMs } from '../time/calendar.ts';

/** Who made something; until people sign in it is the owner, or the shop itself. */
export const Author = z.string().min(1).max(80);

/** From which instant an edition is live, and who said so. Releases are only added, never changed. */
export const Release = z.strictObject({
  /** Counts up in the order they were said. */
  seq: z.int().min(1),
  edition: z.int().min(1),
  /** Instant in UTC. */
  from: z.iso.datetime(),
  author: Author,
  note: z.string().max(500),
  /** When it was said, an instant in UTC. */
  at: z.iso.datetime(),
});
export type Release = z.infer<typeof Release>;

/**
 * The release in force at an instant: the one that began last by then and, of those that began together, the one said last.
 * @param instant in UTC, as ISO 8601
 * @returns null before the first
 */
export function liveAt<R extends Pick<Release, 'from' | 'seq'>>(releases: readonly R[], instant: string): R | null {
  const now = instantToMs(instant);
  let live: { release: R; from: number } | null = null;
  for (const release of releases) {
    // As numbers: one instant may be written with more decimals than another.
    const from = instantToMs(release.from);
    if (from > now) continue;
    if (live === null || from > live.from || (from === live.from && release.seq > live.release.seq)) live = { release, from };
  }
  return live?.release ?? null;
}
