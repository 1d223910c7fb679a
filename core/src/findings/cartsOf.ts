import { type Box, rangeOf } from '../coverage/box.ts';
import type { Coverage } from '../coverage/coverage.ts';
import { type Dimension, everything, type Space } from '../coverage/space.ts';
import type { Bounds } from './finding.ts';

function boundsOf(space: Space, dimension: Dimension, box: Box, at: number): Bounds | null {
  const { from, below } = rangeOf(box, at);
  const all = everything(dimension);
  const [low, high] = [from > all.from ? space.cutAt(dimension, from) : undefined, space.cutAt(dimension, below)];
  if (!low && !high) return null;
  return {
    measure: dimension.measure,
    ...(dimension.part !== null && { part: dimension.part }),
    ...(low && (low.belongs === 'above' ? { from: low.bound } : { over: low.bound })),
    ...(high && (high.belongs === 'below' ? { upTo: high.bound } : { under: high.bound })),
  };
}

/** A box in words' reach: the ranges it is narrower in than anything can be, by the bounds as they were entered. */
export const within = ({ space, dimensions }: Coverage, box: Box): readonly Bounds[] =>
  dimensions.flatMap((dimension, at) => boundsOf(space, dimension, box, at) ?? []);
