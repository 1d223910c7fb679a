import type { Measure } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import type { Destination } from '../places/place.ts';
import type { CartInputLine } from '../quote/cartInput.ts';
import { type Box, rangeOf } from './box.ts';
import type { Circumstances } from './circumstances.ts';
import type { Coverage } from './coverage.ts';
import { type Dimension, everything, type Space } from './space.ts';

/** A cart, address and moment that show a finding; what is left out plays no part. */
export interface Witness extends Circumstances {
  readonly destination?: Destination;
  readonly lines?: readonly CartInputLine[];
}

/** A range of a measure as it was entered, in base units: what belongs to it, and what does not. Ends that are open are absent. */
export interface Bounds {
  readonly measure: Measure;
  /** The goods it is of; all of them where absent. */
  readonly part?: readonly (Id | null)[];
  readonly from?: number;
  readonly over?: number;
  readonly upTo?: number;
  readonly under?: number;
}

/** The carts a finding is about. */
export interface CartsOf {
  /** Ranges their measures lie in; none where any will do. */
  readonly within: readonly Bounds[];
  /** Of goods of these groups each by itself; null of any goods. */
  readonly groups: readonly (Id | null)[] | null;
}

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
