/** A half-open range of whole numbers: `from` belongs to it, `below` does not. Either may be infinite. */
export interface Range {
  readonly from: number;
  readonly below: number;
}

/** A box in the space of some dimensions: from and below of the first, then of the second, and so on. */
export type Box = readonly number[];

const fromOf = (box: Box, at: number): number => box[2 * at] as number;
const belowOf = (box: Box, at: number): number => box[2 * at + 1] as number;
const dimensions = (box: Box): number => box.length / 2;

export const rangeOf = (box: Box, at: number): Range => ({ from: fromOf(box, at), below: belowOf(box, at) });

/** The box of some ranges, one for each dimension. */
export const boxOf = (ranges: readonly Range[]): Box => ranges.flatMap(({ from, below }) => [from, below]);

export function isEmpty(box: Box): boolean {
  for (let at = 0; at < box.length; at += 2) if ((box[at] as number) >= (box[at + 1] as number)) return true;
  return false;
}

/** What two boxes share; empty where they part. */
export function meet(a: Box, b: Box): Box {
  const met: number[] = [];
  for (let at = 0; at < a.length; at += 2) {
    met.push(Math.max(a[at] as number, b[at] as number), Math.min(a[at + 1] as number, b[at + 1] as number));
  }
  return met;
}

export const meets = (a: Box, b: Box): boolean => !isEmpty(meet(a, b));

export function holdsPoint(box: Box, point: readonly number[]): boolean {
  for (let at = 0; at < point.length; at += 1) {
    const value = point[at] as number;
    if (value < fromOf(box, at) || value >= belowOf(box, at)) return false;
  }
  return true;
}

/** What is left of a box when another is taken away: at most two pieces for each dimension, disjoint. */
export function without(box: Box, taken: Box): readonly Box[] {
  if (!meets(box, taken)) return [box];
  const left: Box[] = [];
  const rest = [...box];
  for (let at = 0; at < box.length; at += 2) {
    const [from, below] = [rest[at] as number, rest[at + 1] as number];
    const [cut, end] = [taken[at] as number, taken[at + 1] as number];
    if (from < cut) {
      const piece = [...rest];
      piece[at + 1] = cut;
      left.push(piece);
      rest[at] = cut;
    }
    if (end < below) {
      const piece = [...rest];
      piece[at] = end;
      left.push(piece);
      rest[at + 1] = end;
    }
  }
  return left;
}

/** What is left of some boxes when others are taken away. */
export function withoutAll(boxes: readonly Box[], taken: readonly Box[]): readonly Box[] {
  let left = boxes;
  for (const one of taken) {
    if (left.length === 0) return left;
    left = left.flatMap((box) => without(box, one));
  }
  return left;
}

const sameBoxes = (a: readonly Box[], b: readonly Box[]) =>
  a.length === b.length && a.every((box, at) => box.every((value, place) => value === (b[at] as Box)[place]));

/** Slabs of some boxes along a dimension, each with what it holds of the dimensions after it. */
function slabs(boxes: readonly Box[], at: number): { range: Range; rest: readonly Box[] }[] {
  const cuts = [...new Set(boxes.flatMap((box) => [fromOf(box, at), belowOf(box, at)]))].sort((a, b) => a - b);
  const found: { range: Range; rest: readonly Box[] }[] = [];
  for (let cut = 0; cut + 1 < cuts.length; cut += 1) {
    const range = { from: cuts[cut] as number, below: cuts[cut + 1] as number };
    const held = boxes.filter((box) => fromOf(box, at) <= range.from && belowOf(box, at) >= range.below);
    if (held.length === 0) continue;
    const rest = joinedFrom(held, at + 1);
    const last = found.at(-1);
    if (last && last.range.below === range.from && sameBoxes(last.rest, rest)) last.range = { from: last.range.from, below: range.below };
    else found.push({ range, rest });
  }
  return found;
}

/** The boxes of the dimensions from one on, joined. */
function joinedFrom(boxes: readonly Box[], at: number): readonly Box[] {
  const [first] = boxes;
  if (!first || at === dimensions(first)) return first ? [[]] : [];
  return slabs(boxes, at).flatMap(({ range, rest }) => rest.map((box) => [range.from, range.below, ...box]));
}

/**
 * The same points in as few boxes as slabs along the dimensions, in their order, allow. It hangs on the points alone, not on how
 * the boxes given part or overlap: the same set always comes out the same.
 */
export const joined = (boxes: readonly Box[]): readonly Box[] =>
  joinedFrom(
    boxes.filter((box) => !isEmpty(box)),
    0,
  );

/** How many points some disjoint boxes hold. */
export const countOf = (boxes: readonly Box[]): number =>
  boxes.reduce((sum, box) => {
    let points = 1;
    for (let at = 0; at < dimensions(box); at += 1) points *= Math.max(0, belowOf(box, at) - fromOf(box, at));
    return sum + points;
  }, 0);
