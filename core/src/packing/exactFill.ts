import { numberAt } from '../numbers/entry.ts';
import type { Effort } from './effort.ts';
import type { Prepared } from './fillRooms.ts';
import { OpenRoom } from './openRoom.ts';
import type { Piece, Room, Turn } from './piece.ts';

/** Orders larger than this are left to the heuristics. */
const MOST_PIECES = 20;
/** The floor is cut into cells of the greatest common measure; finer floors than this are not searched. */
const MOST_CELLS = 1600;
/** Cells that may stay empty: each is a step of the search, which is for tight orders. */
const MOST_SPARE = 300;
/** Looks at cells altogether, so that the search ends within milliseconds. */
const MOST_LOOKS = 2_500_000;

function greatestCommonMeasure(numbers: readonly number[]): number {
  return numbers.reduce((a, b) => {
    let x = a;
    let y = b;
    while (y !== 0) [x, y] = [y, x % y];
    return x;
  }, 0);
}

interface Kind {
  readonly turns: readonly Turn[];
  readonly indices: number[];
  readonly cells: number;
}

/**
 * The search over a height map: the lowest, nearest, leftmost free cell takes the corner of some piece or stays empty.
 * Every packing that can be built from the bottom up without hollows is found, if the steps suffice.
 */
class FloorSearch {
  readonly #wide: number;
  readonly #deep: number;
  readonly #high: number;
  readonly #heights: Int32Array;
  readonly #kinds: readonly Kind[];
  #spare: number;
  #left: number;
  #steps = 0;

  get looks(): number {
    return this.#steps * this.#heights.length;
  }

  readonly #mostSteps: number;
  readonly laid: { index: number; at: Turn; turn: Turn }[] = [];

  constructor(room: Turn, kinds: readonly Kind[], spare: number, looks: number) {
    [this.#wide, this.#deep, this.#high] = room;
    this.#heights = new Int32Array(this.#wide * this.#deep);
    this.#mostSteps = looks / this.#heights.length;
    this.#kinds = kinds;
    this.#spare = spare;
    this.#left = kinds.reduce((sum, kind) => sum + kind.indices.length, 0);
  }

  #lowest(): number {
    let found = 0;
    for (let cell = 1; cell < this.#heights.length; cell += 1) {
      if (numberAt(this.#heights, cell) < numberAt(this.#heights, found)) found = cell;
    }
    return found;
  }

  #level(cell: number, turn: Turn): boolean {
    const x = cell % this.#wide;
    const y = (cell - x) / this.#wide;
    const z = numberAt(this.#heights, cell);
    if (x + turn[0] > this.#wide || y + turn[1] > this.#deep || z + turn[2] > this.#high) return false;
    for (let row = 0; row < turn[1]; row += 1) {
      for (let column = 0; column < turn[0]; column += 1) {
        if (this.#heights[cell + row * this.#wide + column] !== z) return false;
      }
    }
    return true;
  }

  #raise(cell: number, turn: Turn, by: number): void {
    for (let row = 0; row < turn[1]; row += 1) {
      for (let column = 0; column < turn[0]; column += 1) {
        const at = cell + row * this.#wide + column;
        this.#heights[at] = numberAt(this.#heights, at) + by;
      }
    }
  }

  #lay(kind: Kind, turn: Turn, cell: number): boolean {
    const index = kind.indices.pop() as number;
    const x = cell % this.#wide;
    this.laid.push({ index, at: [x, (cell - x) / this.#wide, numberAt(this.#heights, cell)], turn });
    this.#raise(cell, turn, turn[2]);
    this.#left -= 1;
    if (this.run()) return true;
    this.#left += 1;
    this.#raise(cell, turn, -turn[2]);
    this.laid.pop();
    kind.indices.push(index);
    return false;
  }

  run(): boolean {
    if (this.#left === 0) return true;
    this.#steps += 1;
    if (this.#steps > this.#mostSteps) return false;
    const cell = this.#lowest();
    for (const kind of this.#kinds) {
      if (kind.indices.length === 0) continue;
      for (const turn of kind.turns) {
        if (this.#level(cell, turn) && this.#lay(kind, turn, cell)) return true;
        if (this.#steps > this.#mostSteps) return false;
      }
    }
    if (this.#spare === 0 || numberAt(this.#heights, cell) >= this.#high) return false;
    this.#spare -= 1;
    this.#raise(cell, [1, 1, 1], 1);
    if (this.run()) return true;
    this.#raise(cell, [1, 1, 1], -1);
    this.#spare += 1;
    return false;
  }
}

const alike = (a: Piece, b: Piece) => a.length === b.length && a.width === b.width && a.height === b.height && a.turning === b.turning;

/**
 * Whether a small order goes into one room, by exact search, where the heuristics found no way: returns the filled
 * room, or undefined when there is none or the order is too large or too fine to be searched.
 */
export function exactFill(list: readonly Prepared[], room: Room, effort: Effort): OpenRoom | undefined {
  const load = list.reduce((sum, { piece }) => sum + piece.weight, 0);
  if (list.length > MOST_PIECES || load > room.mostLoad || list.some(({ piece }) => piece.fragile)) return undefined;
  const unit = greatestCommonMeasure(list.flatMap(({ piece }) => [piece.length, piece.width, piece.height]));
  if (unit === 0) return undefined;
  const cells = (side: number) => Math.floor(side / unit);
  const size: Turn = [cells(room.length), cells(room.width), cells(room.height)];
  if (size[0] * size[1] > MOST_CELLS) return undefined;
  const kinds: { sample: Prepared; kind: Kind }[] = [];
  for (const one of [...list].sort((a, b) => b.volume - a.volume)) {
    const known = kinds.find(({ sample }) => alike(sample.piece, one.piece));
    if (known) known.kind.indices.push(one.index);
    else {
      const turns = one.turns.map(([x, y, z]): Turn => [x / unit, y / unit, z / unit]);
      kinds.push({ sample: one, kind: { turns, indices: [one.index], cells: one.volume / unit ** 3 } });
    }
  }
  const needed = kinds.reduce((sum, { kind }) => sum + kind.cells * kind.indices.length, 0);
  const spare = size[0] * size[1] * size[2] - needed;
  if (spare < 0 || spare > MOST_SPARE) return undefined;
  const search = new FloorSearch(
    size,
    kinds.map(({ kind }) => kind),
    spare,
    Math.min(MOST_LOOKS, effort.left),
  );
  const found = search.run();
  effort.spend(search.looks);
  if (!found) return undefined;
  const byIndex = new Map(list.map((one) => [one.index, one]));
  const filled = new OpenRoom(room, false);
  for (const { index, at, turn } of search.laid) {
    const one = byIndex.get(index);
    const scaled = (sides: Turn): Turn => [sides[0] * unit, sides[1] * unit, sides[2] * unit];
    filled.placeAt(index, scaled(at), scaled(turn), { weight: one?.piece.weight ?? 0, volume: one?.volume ?? 0, fragile: false });
  }
  return filled;
}
