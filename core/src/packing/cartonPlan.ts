import { numberAt } from '../numbers/entry.ts';
import type { Micrograms } from '../numbers/units.ts';
import type { Sides } from './billable.ts';
import { attempt, Effort } from './effort.ts';
import { exactFill } from './exactFill.ts';
import { fewestRooms, leastRooms } from './fewestRooms.ts';
import { type FillRules, fillOne, fillWhole, fitsAlone, type OrderRule, ordered, type Prepared, prepare } from './fillRooms.ts';
import { OpenRoom } from './openRoom.ts';
import type { Carton } from './packaging.ts';
import { type Piece, volumeOf } from './piece.ts';

/** A carton with what lies in it. */
export interface FilledCarton {
  readonly carton: Carton;
  readonly room: OpenRoom;
}

/** What one parcel costs, in any unit; the set with the least sum is chosen. */
export type ParcelCost = (parcel: { readonly carton: Carton; readonly packedWeight: Micrograms; readonly outside: Sides }) => number;

const WAYS: readonly (readonly [OrderRule, FillRules['spot']])[] = [
  ['volume', 'snug'],
  ['base', 'low'],
  ['longest', 'snug'],
];
/** Large orders are packed while somebody waits at a checkout: they get fewer tries. */
const triesFor = (pieces: number) => (pieces <= 60 ? { tries: 3, moves: 1800 } : { tries: 2, moves: 400 });

/** One thing alone may reach into the round of a tube, where the square prism inside would be too narrow: how it is turned then. */
const turnInRound = ({ piece, turns }: Prepared, { diameter, room }: Carton) =>
  diameter === null || piece.weight > room.mostLoad
    ? undefined
    : turns.find(([x, y, z]) => x <= room.length && Math.hypot(y, z) <= diameter);

function aloneInRound(one: Prepared, carton: Carton): OpenRoom | undefined {
  const { diameter, room } = carton;
  const turn = turnInRound(one, carton);
  if (diameter === null || !turn) return undefined;
  const round = new OpenRoom({ ...room, width: diameter, height: diameter }, false);
  round.placeAt(one.index, [0, 0, 0], turn, { weight: one.piece.weight, volume: one.volume, fragile: one.piece.fragile });
  return round;
}

export const fitsCarton = (one: Prepared, carton: Carton): boolean => fitsAlone(one, carton.room) || turnInRound(one, carton) !== undefined;

/** By what plans are compared, and how much may be looked at for them. */
interface Bounds {
  readonly cost: ParcelCost | undefined;
  readonly effort: Effort;
}

/** A list in its orders, each sorted once. */
type InOrder = (rule: OrderRule) => readonly Prepared[];

function sortedOnce(list: readonly Prepared[]): InOrder {
  const held = new Map<OrderRule, readonly Prepared[]>();
  return (rule) => {
    const inOrder = held.get(rule) ?? ordered(list, rule);
    held.set(rule, inOrder);
    return inOrder;
  };
}

/** The carton filled with the whole list, when a few ways of filling find room for it. */
function holdAll(list: readonly Prepared[], inOrder: InOrder, carton: Carton, effort: Effort): FilledCarton | undefined {
  const [only] = list;
  if (only && list.length === 1) {
    const round = aloneInRound(only, carton);
    if (round) return { carton, room: round };
  }
  let volume = 0;
  let load = 0;
  for (const one of list) {
    volume += one.volume;
    load += one.piece.weight;
  }
  if (volume > volumeOf(carton.room) || load > carton.room.mostLoad) return undefined;
  for (const [order, spot] of WAYS) {
    const room = fillWhole(inOrder(order), carton.room, { spot, steady: true, effort });
    if (room) return { carton, room };
  }
  return undefined;
}

/** Figures by which plans are compared, first to last. */
function merit(plan: readonly FilledCarton[], cost: ParcelCost | undefined): number[] {
  const sum = (of: (filled: FilledCarton) => number) => plan.reduce((total, filled) => total + of(filled), 0);
  const asked = cost ? [sum(({ carton, room }) => cost({ carton, packedWeight: room.load + carton.tare, outside: carton.outside }))] : [];
  return [...asked, plan.length, sum(({ carton }) => volumeOf(carton.outside)), sum(({ carton }) => carton.cost)];
}

function isBetter(one: readonly number[], other: readonly number[]): boolean {
  const at = one.findIndex((figure, index) => figure !== other[index]);
  return at >= 0 && numberAt(one, at) < numberAt(other, at);
}

/** Each filled carton in the best one that holds the same. */
function shrink(
  plan: readonly FilledCarton[],
  all: readonly Prepared[],
  cartons: readonly Carton[],
  { cost, effort }: Bounds,
): FilledCarton[] {
  return plan.map((filled) => {
    const list = filled.room.pieces.map((index) => all[index] as Prepared);
    const inOrder = sortedOnce(list);
    let best = filled;
    for (const carton of cartons) {
      if (carton === filled.carton) continue;
      const swapped = { carton, room: filled.room };
      if (!isBetter(merit([swapped], cost), merit([best], cost))) continue;
      best = attempt(() => holdAll(list, inOrder, carton, effort)) ?? best;
    }
    return best;
  });
}

/** Everything that fits into one kind of carton, and the rest into the roomiest others. */
function planWith(lead: Carton, all: readonly Prepared[], cartons: readonly Carton[], effort: Effort): FilledCarton[] {
  const filled: FilledCarton[] = [];
  let left = all;
  for (const carton of [lead, ...[...cartons].reverse()]) {
    const fitting = left.filter((one) => fitsAlone(one, carton.room));
    if (fitting.length === 0) continue;
    const rooms = fewestRooms(
      fitting.map(({ piece }) => piece),
      carton.room,
      { steady: true, tries: triesFor(all.length), effort },
    );
    filled.push(...rooms.map((room) => ({ carton, room: room.renamed((index) => (fitting[index] as Prepared).index) })));
    const gone = new Set(fitting);
    left = left.filter((one) => !gone.has(one));
  }
  for (const one of left) {
    const carton = cartons.find((other) => aloneInRound(one, other));
    const room = carton && aloneInRound(one, carton);
    if (!carton || !room) throw new RangeError('A piece fits no carton');
    filled.push({ carton, room });
  }
  return filled;
}

/** Carton by carton, the one that makes best use of itself; mixes sizes where that pays. */
function planGreedily(all: readonly Prepared[], cartons: readonly Carton[], { cost, effort }: Bounds): FilledCarton[] | undefined {
  const filled: FilledCarton[] = [];
  let left = ordered(all, 'volume');
  while (left.length > 0) {
    let best: { filled: FilledCarton; rate: number } | undefined;
    for (const carton of cartons) {
      const room = fillOne(left, carton.room, { spot: 'snug', steady: true, effort });
      if (room.pieces.length === 0) continue;
      const packed = volumeOf(carton.room) - room.volumeLeft;
      const price = cost ? cost({ carton, packedWeight: room.load + carton.tare, outside: carton.outside }) : volumeOf(carton.outside);
      const rate = (price + 1) / packed;
      if (!best || rate < best.rate) best = { filled: { carton, room }, rate };
    }
    if (!best) return undefined;
    filled.push(best.filled);
    const gone = new Set(best.filled.room.pieces);
    left = left.filter(({ index }) => !gone.has(index));
  }
  return filled;
}

/** All in one carton by exact search, where the heuristics needed more. */
function exactly(all: readonly Prepared[], cartons: readonly Carton[], effort: Effort): FilledCarton[] | undefined {
  for (const carton of cartons) {
    const room = exactFill(all, carton.room, effort);
    if (room) return [{ carton, room }];
  }
  return undefined;
}

/** A plan for every carton that could lead one; without a cost, those that cannot do with fewer parcels are passed over. */
function leadPlans(all: readonly Prepared[], cartons: readonly Carton[], { cost, effort }: Bounds): FilledCarton[][] {
  const plans: FilledCarton[][] = [];
  for (const lead of [...cartons].reverse()) {
    const fitting = all.filter((one) => fitsAlone(one, lead.room));
    const fewest = Math.min(...plans.map((plan) => plan.length));
    if (fitting.length === 0 || (!cost && leastRooms(fitting, lead.room) > fewest)) continue;
    const plan = () => planWith(lead, all, cartons, effort);
    const found = plans.length > 0 ? attempt(plan) : plan();
    if (found) plans.push(found);
  }
  return plans.length > 0 ? plans : [planWith(cartons[0] as Carton, all, cartons, effort)];
}

/** Above this many pieces the greedy mix is left out: it looks at every carton anew for each parcel. */
const MOST_GREEDY = 150;

/**
 * The best set of cartons found for the pieces: least cost where a cost is given, else fewest parcels, then least
 * outside volume, then cheapest cartons. Every piece must fit some carton.
 * @param cartons by rising volume
 * @throws EffortSpent when it may not even look for a first plan
 */
export function planCartons(
  pieces: readonly Piece[],
  cartons: readonly Carton[],
  cost?: ParcelCost,
  effort: Effort = new Effort(),
): FilledCarton[] {
  const bounds = { cost, effort };
  const all = prepare(pieces);
  if (all.length === 0) return [];
  const plans: FilledCarton[][] = [];
  const inOrder = sortedOnce(all);
  for (const carton of cartons) {
    const whole = all.every((one) => fitsAlone(one, carton.room)) ? holdAll(all, inOrder, carton, effort) : undefined;
    if (whole) plans.push([whole]);
    // Without a cost nothing beats the smallest carton that holds everything.
    if (whole && !cost) return [whole];
  }
  if (plans.length === 0 || cost) plans.push(...leadPlans(all, cartons, bounds));
  const greedy = all.length <= MOST_GREEDY ? attempt(() => planGreedily(all, cartons, bounds)) : undefined;
  if (greedy) plans.push(greedy);
  const finished = plans.map((plan) => shrink(plan, all, cartons, bounds));
  const best = finished.reduce((a, b) => (isBetter(merit(b, cost), merit(a, cost)) ? b : a));
  const one = best.length > 1 ? attempt(() => exactly(all, cartons, effort)) : undefined;
  return one && isBetter(merit(one, cost), merit(best, cost)) ? one : best;
}
