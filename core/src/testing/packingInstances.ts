import type { Piece, Room } from '../packing/piece.ts';

/** drand48 as in the C library: the values of `lrand48` for a seed. */
function lrand48(seed: number): () => number {
  let state = (BigInt(seed) << 16n) + 0x330en;
  return () => {
    state = (0x5deece66dn * state + 0xbn) & ((1n << 48n) - 1n);
    return Number(state >> 17n);
  };
}

export interface Instance {
  readonly pieces: Piece[];
  readonly room: Room;
}

/** Sizes of one piece by type; S is the side of the room. */
function sizeOf(type: number, side: number, rand: (from: number, upTo: number) => number): [number, number, number] {
  const half = Math.floor(side / 2);
  const large = (): number => rand(Math.floor((2 * side) / 3), side);
  const small = (): number => rand(1, half);
  switch (type) {
    case 1:
      return [small(), large(), large()];
    case 2: {
      const w = large();
      const h = small();
      return [w, h, large()];
    }
    case 3: {
      const w = large();
      const h = large();
      return [w, h, small()];
    }
    case 4:
      return [rand(half, side), rand(half, side), rand(half, side)];
    default:
      return [small(), small(), small()];
  }
}

/**
 * A random instance of Martello, Pisinger and Vigo, The three-dimensional bin packing problem, Operations Research 48
 * (2000), classes 1 to 8; generator from memory, `number` from 1 to 10.
 */
export function packingInstance(kind: number, count: number, number: number, turning: Piece['turning'] = 'fixed'): Instance {
  const next = lrand48(count + number);
  const rand = (from: number, upTo: number): number => from + (next() % (upTo - from + 1));
  const side = kind === 6 ? 10 : kind === 7 ? 40 : 100;
  const pieces = Array.from({ length: count }, (): Piece => {
    let size: [number, number, number];
    if (kind <= 5) {
      const drawn = rand(1, 10);
      size = sizeOf(drawn <= 5 ? drawn : kind, side, rand);
    } else {
      const most = kind === 7 ? 35 : side;
      size = [rand(1, most), rand(1, most), rand(1, most)];
    }
    const [length, width, height] = size;
    return { length, width, height, weight: 0, turning, fragile: false };
  });
  return { pieces, room: { length: side, width: side, height: side, mostLoad: Infinity } };
}
