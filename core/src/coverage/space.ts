import { dimensionOf, type Measure, UNKNOWN_DISTANCE } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import { type Box, boxOf, type Range } from './box.ts';

/** Goods that a card prices by themselves: their groups, null being the default group; null is all goods together. */
export type PartOf = readonly (Id | null)[] | null;

/** Something lanes read of a cart, as they see it. */
export interface Dimension {
  readonly key: string;
  readonly measure: Measure;
  readonly part: PartOf;
  /** From where a distance is measured, or into what a service of its own packs; empty where all see the same. */
  readonly view: string;
  /** A lane that sees it so. */
  readonly lane: CompiledLane;
}

/** Where a range ends, as it was entered, in base units: the bound belongs to what lies below it, or above. */
export interface Cut {
  readonly bound: number;
  readonly belongs: 'below' | 'above';
}

/** Ranges of some dimensions, by key; a dimension that is not among them may be anything. */
export type Ranges = ReadonlyMap<string, Range>;

const PACKED: readonly Measure[] = ['packedWeight', 'billableWeight', 'parcels', 'longestSide', 'sumOfSides', 'lengthPlusGirth'];

function viewOf({ centre, carriage }: CompiledLane, measure: Measure): string {
  if (measure === 'distance') return centre === undefined ? '' : centre === null ? 'nowhere' : `${centre.latitude},${centre.longitude}`;
  if (!PACKED.includes(measure)) return '';
  return carriage?.packaging?.join(' ') ?? '';
}

/** The dimensions that were asked for so far, with every cut in them. */
export class Space {
  readonly #dimensions = new Map<string, Dimension>();
  readonly #cuts = new Map<string, Map<number, Cut>>();

  /** The dimension in which a lane reads a measure of some goods. */
  at(lane: CompiledLane, measure: Measure, part: PartOf): Dimension {
    const view = viewOf(lane, measure);
    const key = `${measure}|${view}|${part === null ? '' : part.map((group) => group ?? '').join(' ')}`;
    const held = this.#dimensions.get(key);
    if (held) return held;
    const dimension: Dimension = { key, measure, part, view, lane };
    this.#dimensions.set(key, dimension);
    this.#cuts.set(key, new Map());
    return dimension;
  }

  /** Remembers a bound as entered. Of two that come to the same whole number the one that begins a range is kept. */
  cut({ key }: Dimension, at: number, cut: Cut): void {
    const cuts = this.#cuts.get(key);
    if (cuts && (cut.belongs === 'above' || !cuts.has(at))) cuts.set(at, cut);
  }

  cutAt({ key }: Dimension, at: number): Cut | undefined {
    return this.#cuts.get(key)?.get(at);
  }

  /** Every cut of a dimension, ascending. */
  cutsOf({ key }: Dimension): readonly number[] {
    return [...(this.#cuts.get(key)?.keys() ?? [])].sort((a, b) => a - b);
  }

  /** In a fixed order: what weighs first, then what is worth, counted, measured. */
  get dimensions(): readonly Dimension[] {
    return [...this.#dimensions.values()].sort((a, b) => ORDER.indexOf(a.measure) - ORDER.indexOf(b.measure) || (a.key < b.key ? -1 : 1));
  }

  /** The box of some ranges. */
  box(ranges: Ranges): Box {
    return boxOf(this.dimensions.map((dimension) => ranges.get(dimension.key) ?? everything(dimension)));
  }
}

const ORDER: readonly Measure[] = [
  'itemsWeight',
  'packedWeight',
  'billableWeight',
  'valueAfterDiscounts',
  'valueBeforeDiscounts',
  'itemCount',
  'parcels',
  'longestSide',
  'sumOfSides',
  'lengthPlusGirth',
  'distance',
];

/** Whatever a measure can come to. There is at least one item, and one parcel. */
export const everything = ({ measure }: Pick<Dimension, 'measure'>): Range => ({
  from: dimensionOf(measure) === 'count' ? 1 : 0,
  below: Number.POSITIVE_INFINITY,
});

/** Distances that are known. */
export const KNOWN: Range = { from: 0, below: UNKNOWN_DISTANCE };

export const narrowed = (a: Range | undefined, b: Range): Range =>
  a === undefined ? b : { from: Math.max(a.from, b.from), below: Math.min(a.below, b.below) };

/** Measures of which one is never more than the other, of the same goods as seen by the same lanes. */
const CHAINS: readonly (readonly [less: Measure, more: Measure])[] = [
  ['itemsWeight', 'packedWeight'],
  ['itemsWeight', 'billableWeight'],
  ['packedWeight', 'billableWeight'],
  ['valueAfterDiscounts', 'valueBeforeDiscounts'],
  ['parcels', 'itemCount'],
  ['longestSide', 'sumOfSides'],
  ['longestSide', 'lengthPlusGirth'],
];

/** Billed weights are rounded to steps, within half a milligram a parcel: a gram covers any order. */
const ROUNDED = 1_000_000;

/** Pairs of dimensions, by place, of which the first is never more than the second. */
function chainsOf(dimensions: readonly Dimension[]): readonly (readonly [number, number])[] {
  return dimensions.flatMap((less, at) =>
    dimensions.flatMap((more, other) => {
      const chained = CHAINS.some(([a, b]) => a === less.measure && b === more.measure);
      const sameGoods = less.key.split('|')[2] === more.key.split('|')[2];
      const sameEyes = less.view === '' || less.view === more.view;
      return chained && sameGoods && sameEyes ? [[at, other] as const] : [];
    }),
  );
}

/** Sums: the parts of what the whole comes to. */
function sumsOf(dimensions: readonly Dimension[]): readonly (readonly [whole: number, parts: readonly number[]])[] {
  const added: readonly Measure[] = ['itemsWeight', 'valueAfterDiscounts', 'valueBeforeDiscounts', 'itemCount'];
  return added.flatMap((measure) => {
    const whole = dimensions.findIndex((one) => one.measure === measure && one.part === null);
    const parts = dimensions.flatMap((one, at) => (one.measure === measure && one.part !== null ? [at] : []));
    return whole === -1 || parts.length === 0 ? [] : [[whole, parts] as const];
  });
}

/** Moves a point within a box so that its measures hang together, as far as the box lets them. */
export function hangTogether(dimensions: readonly Dimension[]): (point: number[], box: Box) => number[] {
  const chains = chainsOf(dimensions);
  return (point, box) => {
    for (const [less, more] of chains) {
      const [low, high] = [point[less] as number, point[more] as number];
      if (low <= high) continue;
      point[more] = Math.min(low, (box[2 * more + 1] as number) - 1);
      point[less] = Math.min(low, point[more] as number);
    }
    return point;
  };
}

/** Whether no cart can lie in a box, for its measures hang together. */
export function impossibleIn(dimensions: readonly Dimension[]): (box: Box) => boolean {
  const chains = chainsOf(dimensions);
  const sums = sumsOf(dimensions);
  const from = (box: Box, at: number) => box[2 * at] as number;
  const most = (box: Box, at: number) => (box[2 * at + 1] as number) - 1;
  return (box) =>
    chains.some(([less, more]) => from(box, less) > most(box, more) + (dimensions[more]?.measure === 'billableWeight' ? ROUNDED : 0)) ||
    // A part is never more than the whole; several parts may overlap, so that their sum says nothing.
    sums.some(([whole, parts]) => parts.some((part) => from(box, part) > most(box, whole)));
}
