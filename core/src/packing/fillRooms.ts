import type { Micrometres } from '../numbers/units.ts';
import { Effort } from './effort.ts';
import { OpenRoom, type SpotRule } from './openRoom.ts';
import { type Piece, type Room, type Turn, turnsOf, volumeOf } from './piece.ts';

/** A piece with what the search asks of it again and again. */
export interface Prepared {
  readonly index: number;
  readonly piece: Piece;
  readonly turns: readonly Turn[];
  readonly volume: number;
  readonly longest: Micrometres;
  readonly base: number;
}

/** Pieces of one line share one list of turns. */
export function prepare(pieces: readonly Piece[]): Prepared[] {
  let last: Prepared | undefined;
  return pieces.map((piece, index) => {
    if (last !== undefined && last.piece === piece) {
      last = { index, piece, turns: last.turns, volume: last.volume, longest: last.longest, base: last.base };
      return last;
    }
    const { length, width, height } = piece;
    const longest = Math.max(length, width, height);
    last = { index, piece, turns: turnsOf(piece), volume: volumeOf(piece), longest, base: length * width };
    return last;
  });
}

/** Whether an empty room takes the piece, some way round. */
export const fitsAlone = ({ piece, turns }: Prepared, room: Room): boolean =>
  piece.weight <= room.mostLoad && turns.some(([x, y, z]) => x <= room.length && y <= room.width && z <= room.height);

/** Orders in which pieces are taken; ties are broken by the sides, so that the order of the cart plays no part. */
export type OrderRule = 'volume' | 'longest' | 'base' | 'height';

const sides = (a: Prepared, b: Prepared) =>
  b.piece.length - a.piece.length ||
  b.piece.width - a.piece.width ||
  b.piece.height - a.piece.height ||
  b.piece.weight - a.piece.weight ||
  Number(a.piece.fragile) - Number(b.piece.fragile) ||
  a.turns.length - b.turns.length ||
  a.index - b.index;

const KEYS: Record<OrderRule, (piece: Prepared) => number> = {
  volume: ({ volume }) => volume,
  longest: ({ longest }) => longest,
  base: ({ base }) => base,
  height: ({ piece }) => piece.height,
};

/** Largest first by the rule. Fragile things come last: what lies under nothing goes on top. */
export function ordered(list: readonly Prepared[], rule: OrderRule): Prepared[] {
  const key = KEYS[rule];
  // Pieces of one line are alike: only their places in the list part them.
  return [...list].sort((a, b) =>
    a.piece === b.piece
      ? a.index - b.index
      : Number(a.piece.fragile) - Number(b.piece.fragile) || key(b) - key(a) || b.volume - a.volume || sides(a, b),
  );
}

export interface FillRules {
  readonly spot: SpotRule;
  /** Every piece lies on the floor or with at least half of its base on others. */
  readonly steady: boolean;
  /** What it may look at; without end where none is given. */
  readonly effort?: Effort;
  /** `first` takes the first room with a spot, `best` the room with the best one. */
  readonly room: 'first' | 'best';
}

/** Of the open rooms the one a piece goes into, `find` called on it last. */
function roomFor({ turns, piece, volume }: Prepared, open: readonly OpenRoom[], rules: FillRules): OpenRoom | undefined {
  let chosen: OpenRoom | undefined;
  let score = Infinity;
  for (const one of open) {
    if (!one.find(turns, piece.weight, volume, piece.fragile, rules.spot) || one.bestScore >= score) continue;
    chosen = one;
    score = one.bestScore;
    if (rules.room === 'first') break;
  }
  return chosen;
}

/**
 * Fills as many equal rooms as it takes, one piece after the other. Every piece must fit an empty room.
 * @throws EffortSpent
 */
export function fillRooms(list: readonly Prepared[], room: Room, rules: FillRules, most = Infinity): OpenRoom[] | undefined {
  const open: OpenRoom[] = [];
  const effort = rules.effort ?? new Effort(Infinity);
  for (const one of list) {
    const { index, piece, turns, volume } = one;
    let chosen = roomFor(one, open, rules);
    if (!chosen) {
      if (open.length >= most) return undefined;
      // A room costs about as much as so many looks.
      effort.spend(100);
      chosen = new OpenRoom(room, rules.steady, effort);
      if (!chosen.find(turns, piece.weight, volume, piece.fragile, rules.spot))
        throw new RangeError('A piece is too large or too heavy for the room');
      open.push(chosen);
    }
    chosen.place(index, piece.weight, volume, piece.fragile);
  }
  return open;
}

/** Puts all of the list into one room, in order; undefined as soon as a piece finds no place. */
export function fillWhole(list: readonly Prepared[], room: Room, rules: Omit<FillRules, 'room'>): OpenRoom | undefined {
  const open = new OpenRoom(room, rules.steady, rules.effort);
  for (const { index, piece, turns, volume } of list) {
    if (!open.find(turns, piece.weight, volume, piece.fragile, rules.spot)) return undefined;
    open.place(index, piece.weight, volume, piece.fragile);
  }
  return open;
}

/** Puts what it can of the list into one room, in order. */
export function fillOne(list: readonly Prepared[], room: Room, rules: Omit<FillRules, 'room'>): OpenRoom {
  const open = new OpenRoom(room, rules.steady, rules.effort);
  for (const { index, piece, turns, volume } of list) {
    if (open.find(turns, piece.weight, volume, piece.fragile, rules.spot)) open.place(index, piece.weight, volume, piece.fragile);
  }
  return open;
}
