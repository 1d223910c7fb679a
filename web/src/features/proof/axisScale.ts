import type { AxisStretch } from '@ostrakon/core';

export type ScaleKind = 'even' | 'plain' | 'log';

/** Where a value lies along an axis, from 0 to 1. */
export type Scale = (value: number) => number;

/** A logarithmic scale begins at this part of its first bound. */
const BEFORE_FIRST = 4;

/**
 * Places values along the stretches of an axis: every stretch as wide as another, by their size, or by its logarithm.
 * @param stretches in order, touching each other
 */
export function scaleOf(stretches: readonly AxisStretch[], kind: ScaleKind): Scale {
  const [first, last] = [stretches[0], stretches.at(-1)];
  if (!first || !last) return () => 0;
  if (kind === 'even') {
    return (value) => {
      const at = stretches.findIndex((stretch) => value <= stretch.last);
      if (at === -1) return 1;
      const { first: from, last: to } = stretches[at] as AxisStretch;
      const within = to === from ? 0 : Math.max(0, (value - from) / (to - from));
      return (at + within) / stretches.length;
    };
  }
  const [from, to] = [first.first, last.last];
  if (kind === 'plain') return (value) => clamp((value - from) / (to - from));
  const least = Math.max(1, (stretches.length > 1 ? first.last : to / 10) / BEFORE_FIRST);
  const span = Math.log(to / least);
  return (value) => clamp(Math.log(Math.max(value, least) / least) / span);
}

const clamp = (share: number) => Math.min(1, Math.max(0, share));

/** Where a stretch begins and ends, without a gap to its neighbours. */
export function extentOf(scale: Scale, stretches: readonly AxisStretch[], at: number, count: number): { from: number; to: number } {
  const [first, next] = [stretches[at] as AxisStretch, stretches[at + count]];
  return { from: at === 0 ? 0 : scale(first.first), to: next ? scale(next.first) : 1 };
}
