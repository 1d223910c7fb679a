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

/** The different ways a piece may be turned. */
export function turnsOf(piece: Piece): readonly Turn[] {
  const { length: l, width: w, height: h } = piece;
  const all: Turn[] =
    piece.turning === 'fixed'
      ? [[l, w, h]]
      : piece.turning === 'upright'
        ? [
            [l, w, h],
            [w, l, h],
          ]
        : [
            [l, w, h],
            [w, l, h],
            [l, h, w],
            [h, l, w],
            [w, h, l],
            [h, w, l],
          ];
  return all.filter((turn, at) => all.findIndex((other) => other.every((side, axis) => side === turn[axis])) === at);
}
