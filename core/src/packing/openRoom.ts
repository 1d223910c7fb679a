import { numberAt } from '../numbers/entry.ts';
import type { Micrograms } from '../numbers/units.ts';
import { Effort } from './effort.ts';
import type { Placement, Room, Turn } from './piece.ts';

/** How a spot is chosen among those that are free: the lowest corner, or the one with the least room to spare around it. */
export type SpotRule = 'low' | 'snug';

/** How far from the lowest corner a point is; height counts most. */
const reachOf = (x: number, y: number, z: number) => z * 4 + y + x;

/**
 * A room being filled. Spots to try are extreme points: where the faces of what lies there already meet the walls and
 * each other. Source: Crainic, Perboli, Tadei, Extreme point-based heuristics for three-dimensional bin packing,
 * INFORMS Journal on Computing 20 (2008). Each spot also knows how far it is to the next face along every axis, which
 * turns most pieces away without a look at the others.
 */
export class OpenRoom {
  readonly room: Room;
  readonly #steady: boolean;
  readonly #effort: Effort;
  load = 0;
  volumeLeft: number;
  readonly pieces: number[] = [];
  /** Six numbers a piece: near corner, far corner. Plain lists: a typed one is allocated outside the heap, which took longer than filling it. */
  readonly #boxes: number[] = [];
  #fragile: boolean[] = [];
  #anyFragile = false;
  /** Six numbers a spot: the point, and the free way along x, y and z. */
  readonly #spots: number[] = [];
  #spotCount = 0;
  // The best spot found by `find`.
  #bestSpot = -1;
  #bestTurn: Turn = [0, 0, 0];
  bestScore = Infinity;

  constructor(room: Room, steady: boolean, effort: Effort = new Effort(Infinity)) {
    this.#effort = effort;
    this.room = room;
    this.#steady = steady;
    this.volumeLeft = room.length * room.width * room.height;
    this.#addSpot(0, 0, 0);
  }

  #isKnown(x: number, y: number, z: number): boolean {
    const spots = this.#spots;
    const end = this.#spotCount * 6;
    for (let at = 0; at < end; at += 6) {
      if (spots[at] === x && spots[at + 1] === y && spots[at + 2] === z) return true;
    }
    return false;
  }

  /** Writes the free way along x, y and z from a point behind the last spot; false when a box covers the point. */
  #measureWays(x: number, y: number, z: number, at: number): boolean {
    const boxes = this.#boxes;
    const spots = this.#spots;
    const end = this.pieces.length * 6;
    for (let box = 0; box < end; box += 6) {
      const x1 = numberAt(boxes, box);
      const y1 = numberAt(boxes, box + 1);
      const z1 = numberAt(boxes, box + 2);
      const inX = x >= x1 && x < numberAt(boxes, box + 3);
      const inY = y >= y1 && y < numberAt(boxes, box + 4);
      const inZ = z >= z1 && z < numberAt(boxes, box + 5);
      if (inX && inY && inZ) return false;
      if (inY && inZ && x1 >= x) spots[at + 3] = Math.min(numberAt(spots, at + 3), x1 - x);
      else if (inX && inZ && y1 >= y) spots[at + 4] = Math.min(numberAt(spots, at + 4), y1 - y);
      else if (inX && inY && z1 >= z) spots[at + 5] = Math.min(numberAt(spots, at + 5), z1 - z);
    }
    return true;
  }

  #addSpot(x: number, y: number, z: number): void {
    const { length, width, height } = this.room;
    if (x >= length || y >= width || z >= height || this.#isKnown(x, y, z)) return;
    const at = this.#spotCount * 6;
    const spots = this.#spots;
    spots[at] = x;
    spots[at + 1] = y;
    spots[at + 2] = z;
    spots[at + 3] = length - x;
    spots[at + 4] = width - y;
    spots[at + 5] = height - z;
    if (this.#measureWays(x, y, z, at)) this.#spotCount += 1;
  }

  /** Whether the box keeps clear of all others, lies steady and obeys "nothing over fragile". */
  #isFree(x: number, y: number, z: number, turn: Turn, fragile: boolean): boolean {
    const boxes = this.#boxes;
    const x2 = x + turn[0];
    const y2 = y + turn[1];
    const z2 = z + turn[2];
    this.#effort.spend(this.pieces.length);
    const checkFragile = fragile || this.#anyFragile;
    let supported = 0;
    for (let at = 0, index = 0; index < this.pieces.length; at += 6, index += 1) {
      const x1 = numberAt(boxes, at);
      const y1 = numberAt(boxes, at + 1);
      const far = numberAt(boxes, at + 3);
      const deep = numberAt(boxes, at + 4);
      if (x >= far || x2 <= x1 || y >= deep || y2 <= y1) continue;
      const bottom = numberAt(boxes, at + 2);
      const top = numberAt(boxes, at + 5);
      if (z < top && z2 > bottom) return false;
      if (checkFragile && ((this.#fragile[index] && z >= top) || (fragile && bottom >= z2))) return false;
      if (top === z) supported += (Math.min(far, x2) - Math.max(x1, x)) * (Math.min(deep, y2) - Math.max(y1, y));
    }
    return !this.#steady || z === 0 || supported * 2 >= turn[0] * turn[1];
  }

  /** Looks for the best spot for a piece; `bestScore` is less for a better one. */
  find(turns: readonly Turn[], weight: Micrograms, volume: number, fragile: boolean, rule: SpotRule): boolean {
    this.bestScore = Infinity;
    this.#bestSpot = -1;
    if (volume > this.volumeLeft || this.load + weight > this.room.mostLoad) return false;
    this.#effort.spend(this.#spotCount * turns.length);
    if (rule === 'snug') this.#findSnug(turns, fragile);
    else this.#findLow(turns, fragile);
    return this.#bestSpot >= 0;
  }

  /** The room to spare around a piece is the same however it is turned: a spot with more than the best one has is passed over. */
  #findSnug(turns: readonly Turn[], fragile: boolean): void {
    const spots = this.#spots;
    const [[length, width, height]] = turns as readonly [Turn];
    const sides = length + width + height;
    const end = this.#spotCount * 6;
    for (let at = 0; at < end; at += 6) {
      const score = numberAt(spots, at + 3) + numberAt(spots, at + 4) + numberAt(spots, at + 5) - sides;
      if (score < 0 || score >= this.bestScore) continue;
      for (const turn of turns) {
        if (!this.#isClear(at, turn, fragile)) continue;
        this.#take(at, turn, score);
        break;
      }
    }
  }

  #findLow(turns: readonly Turn[], fragile: boolean): void {
    const spots = this.#spots;
    let least = Infinity;
    for (const turn of turns) least = Math.min(least, reachOf(turn[0], turn[1], turn[2]));
    const end = this.#spotCount * 6;
    for (let at = 0; at < end; at += 6) {
      const corner = reachOf(numberAt(spots, at), numberAt(spots, at + 1), numberAt(spots, at + 2));
      if (corner + least >= this.bestScore) continue;
      for (const turn of turns) {
        const score = corner + reachOf(turn[0], turn[1], turn[2]);
        if (score < this.bestScore && this.#isClear(at, turn, fragile)) this.#take(at, turn, score);
      }
    }
  }

  #take(at: number, turn: Turn, score: number): void {
    this.bestScore = score;
    this.#bestSpot = at / 6;
    this.#bestTurn = turn;
  }

  /** Whether a piece turned so may lie at the spot. */
  #isClear(at: number, turn: Turn, fragile: boolean): boolean {
    const spots = this.#spots;
    if (turn[0] > numberAt(spots, at + 3) || turn[1] > numberAt(spots, at + 4) || turn[2] > numberAt(spots, at + 5)) return false;
    return this.#isFree(numberAt(spots, at), numberAt(spots, at + 1), numberAt(spots, at + 2), turn, fragile);
  }

  /** Puts the piece where `find` found room. */
  place(piece: number, weight: Micrograms, volume: number, fragile: boolean): void {
    const at = this.#bestSpot * 6;
    const x = numberAt(this.#spots, at);
    const y = numberAt(this.#spots, at + 1);
    const z = numberAt(this.#spots, at + 2);
    this.placeAt(piece, [x, y, z], this.#bestTurn, { weight, volume, fragile });
  }

  placeAt(piece: number, [x, y, z]: Turn, turn: Turn, facts: { weight: Micrograms; volume: number; fragile: boolean }): void {
    const x2 = x + turn[0];
    const y2 = y + turn[1];
    const z2 = z + turn[2];
    // The spots it covers, and six new ones, each beside all pieces and spots.
    this.#effort.spend(8 * (this.pieces.length + this.#spotCount));
    const boxes = this.#boxes;
    const box = this.pieces.length * 6;
    boxes[box] = x;
    boxes[box + 1] = y;
    boxes[box + 2] = z;
    boxes[box + 3] = x2;
    boxes[box + 4] = y2;
    boxes[box + 5] = z2;
    this.pieces.push(piece);
    this.#fragile.push(facts.fragile);
    this.#anyFragile ||= facts.fragile;
    this.load += facts.weight;
    this.volumeLeft -= facts.volume;
    this.#shrinkSpots(x, y, z, x2, y2, z2);
    this.#addProjected(x, y, z, x2, y2, z2);
  }

  /** Shortens the free way of the spot at a place where the new box stands before it; false when the box covers it. */
  #shorten(at: number, x1: number, y1: number, z1: number, x2: number, y2: number, z2: number): boolean {
    const spots = this.#spots;
    const x = numberAt(spots, at);
    const y = numberAt(spots, at + 1);
    const z = numberAt(spots, at + 2);
    const inX = x >= x1 && x < x2;
    const inY = y >= y1 && y < y2;
    const inZ = z >= z1 && z < z2;
    if (inX && inY && inZ) return false;
    if (inY && inZ && x1 >= x) spots[at + 3] = Math.min(numberAt(spots, at + 3), x1 - x);
    if (inX && inZ && y1 >= y) spots[at + 4] = Math.min(numberAt(spots, at + 4), y1 - y);
    if (inX && inY && z1 >= z) spots[at + 5] = Math.min(numberAt(spots, at + 5), z1 - z);
    return true;
  }

  /** Drops the spots the new box covers, and shortens the free way of those it stands before. */
  #shrinkSpots(x1: number, y1: number, z1: number, x2: number, y2: number, z2: number): void {
    const spots = this.#spots;
    const end = this.#spotCount * 6;
    let kept = 0;
    for (let at = 0; at < end; at += 6) {
      if (!this.#shorten(at, x1, y1, z1, x2, y2, z2)) continue;
      if (kept !== at) for (let field = 0; field < 6; field += 1) spots[kept + field] = numberAt(spots, at + field);
      kept += 6;
    }
    this.#spotCount = kept / 6;
  }

  /** How far back along one axis a point slides until it meets a face or the wall; the last box is the new one itself. */
  #slide(axis: 0 | 1 | 2, along: number, u: 0 | 1 | 2, atU: number, v: 0 | 1 | 2, atV: number): number {
    const boxes = this.#boxes;
    let wall = 0;
    const end = (this.pieces.length - 1) * 6;
    for (let at = 0; at < end; at += 6) {
      const face = numberAt(boxes, at + axis + 3);
      if (face <= wall || face > along) continue;
      const inU = atU >= numberAt(boxes, at + u) && atU < numberAt(boxes, at + u + 3);
      if (inU && atV >= numberAt(boxes, at + v) && atV < numberAt(boxes, at + v + 3)) wall = face;
    }
    return wall;
  }

  /** The far corners of the new box, slid back along two axes each. */
  #addProjected(x1: number, y1: number, z1: number, x2: number, y2: number, z2: number): void {
    this.#addSpot(x2, this.#slide(1, y1, 0, x2, 2, z1), z1);
    this.#addSpot(x2, y1, this.#slide(2, z1, 0, x2, 1, y1));
    this.#addSpot(this.#slide(0, x1, 1, y2, 2, z1), y2, z1);
    this.#addSpot(x1, y2, this.#slide(2, z1, 0, x1, 1, y2));
    this.#addSpot(this.#slide(0, x1, 1, y1, 2, z2), y1, z2);
    this.#addSpot(x1, this.#slide(1, y1, 0, x1, 2, z2), z2);
  }

  /** The same room with other indices for its pieces. */
  renamed(name: (index: number) => number): this {
    this.pieces.forEach((index, at) => {
      this.pieces[at] = name(index);
    });
    return this;
  }

  /** What lies where, from the bottom up: the order in which it can be packed. */
  placements(): Placement[] {
    const boxes = this.#boxes;
    const of = (at: number) => numberAt(boxes, at);
    return this.pieces
      .map((piece, index) => {
        const at = index * 6;
        const [x, y, z] = [of(at), of(at + 1), of(at + 2)];
        return { piece, x, y, z, length: of(at + 3) - x, width: of(at + 4) - y, height: of(at + 5) - z };
      })
      .sort((a, b) => a.z - b.z || b.y - a.y || a.x - b.x || a.piece - b.piece);
  }
}
