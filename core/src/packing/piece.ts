import type { Micrograms, Micrometres } from '../numbers/units.ts';
/** A thing to be placed. Lengths in whole micrometres, weight in micrograms. */
export interface Piece {
  readonly length: Micrometres;
  readonly width: Micrometres;
  readonly height: Micrometres;
  readonly weight: Micrograms;
  /** `any` way round, `upright` with its height up, `fixed` just as given. */
  readonly turning: 'any' | 'upright' | 'fixed';
  /** Nothing may lie over it. */
  readonly fragile: boolean;
}

/** The room inside a piece of packaging. Lengths in micrometres, the greatest load in micrograms (infinite when open). */
export interface Room {
  readonly length: Micrometres;
  readonly width: Micrometres;
  readonly height: Micrometres;
  readonly mostLoad: Micrograms;
}

/** Where a piece lies: the near lower left corner and its sides as turned, in micrometres. */
export interface Placement {
  /** Index into the pieces given. */
  readonly piece: number;
  readonly x: number;
  readonly y: number;
  readonly z: number;
  readonly length: Micrometres;
  readonly width: Micrometres;
  readonly height: Micrometres;
}

/** One way to turn a piece: its sides along x, y and z. */
export type Turn = readonly [number, number, number];

export const volumeOf = (piece: { length: Micrometres; width: Micrometres; height: Micrometres }): number =>
  piece.length * piece.width * piece.height;

const isSame = (a: Turn, b: Turn) => a[0] === b[0] && a[1] === b[1] && a[2] === b[2];

/** The different ways a piece may be turned. */
export function turnsOf({ length: l, width: w, height: h, turning }: Piece): readonly Turn[] {
  const turns: Turn[] = [[l, w, h]];
  const add = (turn: Turn) => {
    for (const other of turns) if (isSame(other, turn)) return;
    turns.push(turn);
  };
  if (turning === 'fixed') return turns;
  add([w, l, h]);
  if (turning === 'upright') return turns;
  add([l, h, w]);
  add([h, l, w]);
  add([w, h, l]);
  add([h, w, l]);
  return turns;
}
