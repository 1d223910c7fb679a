import { attempt, Effort } from './effort.ts';
import { type FillRules, fillRooms, type OrderRule, ordered, type Prepared, prepare } from './fillRooms.ts';
import type { OpenRoom } from './openRoom.ts';
import { type Piece, type Room, volumeOf } from './piece.ts';

/** Fewer rooms than this cannot be: what volume, load and pieces that go nowhere together ask for. */
export function leastRooms(list: readonly Prepared[], room: Room): number {
  const total = list.reduce((sum, { volume }) => sum + volume, 0);
  const load = list.reduce((sum, { piece }) => sum + piece.weight, 0);
  const loads = Number.isFinite(room.mostLoad) && room.mostLoad > 0 ? Math.ceil(load / room.mostLoad) : 0;
  // Pieces longer than half the room along every axis, however turned: no two share a room.
  const alone = list.filter(({ turns }) => turns.every(([x, y, z]) => 2 * x > room.length && 2 * y > room.width && 2 * z > room.height));
  return Math.max(1, Math.ceil(total / volumeOf(room)), loads, alone.length);
}

const TRIES: readonly (readonly [OrderRule, FillRules['spot'], FillRules['room']])[] = [
  ['volume', 'snug', 'first'],
  ['base', 'snug', 'first'],
  ['longest', 'snug', 'first'],
  ['height', 'low', 'first'],
  ['volume', 'snug', 'best'],
  ['volume', 'low', 'first'],
];

/** A generator of whole numbers that gives the same row every time (Park and Miller's minimal standard, 1988). */
function row(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (state * 16_807) % 2_147_483_647;
    return state % below;
  };
}

export interface Tries {
  /** How many of the ways to order and place are tried. */
  readonly tries: number;
  /** How many pieces, each counted once for every way to turn it, are taken out and put in again in the hope of saving a room. */
  readonly moves: number;
}

export const QUICK: Tries = { tries: 3, moves: 3600 };

function shuffled(list: readonly Prepared[], next: (below: number) => number): Prepared[] {
  // Largest first, with some pieces coming earlier than their turn.
  const keyed = ordered(list, 'volume').map((one) => ({ one, key: one.volume * (80 + next(40)) }));
  return keyed.sort((a, b) => Number(a.one.piece.fragile) - Number(b.one.piece.fragile) || b.key - a.key).map(({ one }) => one);
}

/**
 * Empties a few rooms and fills them again in another order; taken over when that saves a room, or gathers the free
 * volume in one of them, from where it can be used.
 */
function improve(
  rooms: OpenRoom[],
  all: readonly Prepared[],
  room: Room,
  { steady, least, moves, effort }: { steady: boolean; least: number; moves: number; effort: Effort },
): OpenRoom[] {
  const next = row(20_081_119);
  let best = rooms;
  const gathered = (some: readonly OpenRoom[]) => some.reduce((sum, { volumeLeft }) => sum + volumeLeft * volumeLeft, 0);
  let left = moves;
  while (left > 0 && !effort.isSpent && best.length > Math.max(least, 1)) {
    const byRoom = [...best].sort((a, b) => b.volumeLeft - a.volumeLeft);
    const few = Math.min(best.length, 2 + next(4));
    // The emptiest one, and others at random.
    const chosen = new Set([byRoom[next(Math.min(2, byRoom.length))] as OpenRoom]);
    while (chosen.size < few) chosen.add(best[next(best.length)] as OpenRoom);
    const pieces = [...chosen].flatMap((one) => one.pieces.map((index) => all[index] as Prepared));
    left -= pieces.reduce((sum, { turns }) => sum + turns.length, 1);
    // Choosing and shuffling costs about as much as a dozen looks a piece.
    if (!effort.allows(40 * pieces.length)) break;
    const list = shuffled(pieces, next);
    const rules = { spot: next(4) === 0 ? 'low' : 'snug', steady, room: next(2) === 0 ? 'first' : 'best', effort } as const;
    const again = attempt(() => fillRooms(list, room, rules, chosen.size));
    if (!again || (again.length === chosen.size && gathered(again) <= gathered([...chosen]))) continue;
    best = [...best.filter((one) => !chosen.has(one)), ...again];
  }
  return best;
}

/**
 * Places all pieces in as few equal rooms as it finds: several orders of first fit by extreme points, then rooms
 * emptied and filled anew. The same pieces always give the same rooms.
 * @throws RangeError when a piece does not fit an empty room
 * @throws EffortSpent when it may not even look for a first way
 */
export function fewestRooms(
  pieces: readonly Piece[],
  room: Room,
  { steady, tries = QUICK, effort = new Effort(Infinity) }: { steady: boolean; tries?: Tries; effort?: Effort },
): OpenRoom[] {
  const all = prepare(pieces);
  if (all.length === 0) return [];
  const least = leastRooms(all, room);
  let best: OpenRoom[] | undefined;
  for (const [order, spot, way] of TRIES.slice(0, tries.tries)) {
    const most = best ? best.length - 1 : Infinity;
    const fill = () => fillRooms(ordered(all, order), room, { spot, steady, room: way, effort }, most);
    best = (best ? attempt(fill) : fill()) ?? best;
    if (best && best.length <= least) return best;
  }
  return improve(best ?? [], all, room, { steady, least, moves: tries.moves, effort });
}
