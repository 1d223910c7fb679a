import { type Box, joined } from '../coverage/box.ts';
import type { CartKind } from '../coverage/cartKind.ts';
import { shipmentOf } from '../coverage/cartKind.ts';
import { piecesOf } from '../coverage/laneCover.ts';
import { type Dimension, everything, hangTogether, impossibleIn, Space } from '../coverage/space.ts';
import { dimensionOf, MEASURES, type Measure, UNKNOWN_DISTANCE } from '../measures/measure.ts';
import type { CompiledCard } from '../quote/compiledCard.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import type { CompiledResult } from '../quote/compiledResult.ts';
import { lanePrice, takes } from '../quote/lanePrice.ts';
import type { RangeTest } from '../quote/laneTest.ts';
import { quoteLane } from '../quote/quoteLane.ts';
import type { Shipment } from '../quote/shipment.ts';
import type { Side } from './effectKinds.ts';
import { PointShipments } from './pointShipment.ts';

/** What a service answers carts of a region: a price, from the least of its carts to the greatest. */
export type Answered =
  | { readonly status: 'priced'; readonly low: number; readonly high: number }
  | { readonly status: 'refer' | 'carrier' | 'withheld' };

/** Carts of one kind that one service answers in another way. */
export interface ChangedRegion {
  readonly space: Space;
  readonly dimensions: readonly Dimension[];
  readonly box: Box;
  readonly before: Answered;
  readonly after: Answered;
}

/** More cells than this are not looked into one by one: all of the lane is told as changed. */
const MOST_CELLS = 20_000;

function cutRange(lane: CompiledLane, { measure, least, most, from, upTo }: RangeTest, space: Space): void {
  const dimension = space.at(lane, measure, null);
  if (Number.isFinite(from) && from > 0) space.cut(dimension, Math.max(0, Math.ceil(least)), { bound: from, belongs: 'above' });
  if (Number.isFinite(upTo)) space.cut(dimension, Math.floor(most) + 1, { bound: upTo, belongs: 'below' });
}

/** Measures that a price grows with, though no bound lies on them. */
function ratesOn({ card, groupCards, charges }: CompiledLane): readonly Measure[] {
  const ofResults = ({ table }: CompiledCard): readonly Measure[] => {
    switch (table.kind) {
      case 'rate':
        return [table.measure, ...percentOf([table.result])];
      case 'counted':
        return [table.measure];
      case 'one':
        return percentOf([table.result]);
      case 'tiers':
        return percentOf(table.results);
      case 'grid':
        return percentOf(table.results.flat());
    }
  };
  const percentOf = (results: readonly CompiledResult[]) =>
    results.flatMap(({ rate, of }) => (rate === 'percent' ? [MEASURES[of] as Measure] : []));
  return [
    ...[card, ...groupCards.values()].flatMap(ofResults),
    ...charges.flatMap(({ index }) => (index === null ? [] : [MEASURES[index] as Measure])),
  ];
}

/** Every bound that a lane reads, its reductions and the lane that stands in for it among them. */
function readInto({ compiled, lane }: Side, kind: CartKind, space: Space): void {
  if (lane === null) return;
  const shipment = shipmentOf(compiled, kind);
  for (const one of [lane, ...(lane.backup ? [lane.backup] : [])]) {
    // What a coupon or a date keeps away is told with its reasons: those read the cards all the same.
    piecesOf({ ...one, terms: null, tests: one.tests.filter(({ kind: what }) => what === 'range') }, shipment, space);
    for (const measure of ratesOn(one)) space.at(one, measure, null);
    for (const { ranges } of one.allowances) for (const range of ranges) cutRange(one, range, space);
  }
}

/** Stretches between the cuts of a dimension; of distances, those that are not known by themselves. */
function stretches(space: Space, dimension: Dimension): readonly (readonly [from: number, below: number])[] {
  const all = everything(dimension);
  const unknown = dimension.measure === 'distance' ? [UNKNOWN_DISTANCE] : [];
  const cuts = [...new Set([all.from, ...space.cutsOf(dimension).filter((cut) => cut > all.from), ...unknown])].sort((a, b) => a - b);
  return cuts.map((from, at) => [from, cuts[at + 1] ?? all.below] as const);
}

/** So much beyond where a range begins that has no end: 50 kg, 1000.00, 100 items, 2 m, 100 km. */
const FAR = { mass: 5e10, money: 100_000, count: 100, length: 2e6, distance: 1e8 } as const;

/** What a lane answers: a price, else everything that is said instead of one. */
type At = number | { readonly status: Exclude<Answered['status'], 'priced'>; readonly said: string };

const NO_LANE: At = { status: 'withheld', said: 'noLane' };

function answerAt({ lane }: Side, shipment: Shipment): At {
  if (lane === null) return NO_LANE;
  const price = lanePrice(lane, shipment);
  if (price >= 0) return price;
  const told = quoteLane(lane.service.id, lane, shipment, null);
  if (told.status === 'refer') return { status: 'refer', said: told.words ?? '' };
  const carried = lane.terms !== null && takes(lane, shipment.seenBy(lane));
  return { status: carried ? 'carrier' : 'withheld', said: told.status === 'withheld' ? JSON.stringify(told.reasons) : '' };
}

const isSame = (a: At, b: At) => (typeof a === 'number' || typeof b === 'number' ? a === b : a.status === b.status && a.said === b.said);

function answered(low: At, high: At): Answered {
  if (typeof low !== 'number') return { status: low.status };
  return { status: 'priced', low, high: typeof high === 'number' ? high : low };
}

interface Compared {
  readonly before: Answered;
  readonly after: Answered;
  readonly differs: boolean;
}

/** Places within a cell at which rates of both books are held against each other, as shares of the way. */
const WITHIN = [0, 1, 0.5, 0.137, 0.731, 0.909, 0.061];

/** What both lanes answer at the corners of a cell, and whether they differ there or within. */
function compareIn(
  dimensions: readonly Dimension[],
  box: Box,
  sides: readonly [Side, Side],
  at: (side: 0 | 1, point: readonly number[]) => Shipment,
  rates: boolean,
): Compared {
  const together = hangTogether(dimensions);
  const point = (share: number) =>
    together(
      Array.from({ length: box.length / 2 }, (_, place) => {
        const [from, below] = [box[2 * place] as number, box[2 * place + 1] as number];
        const last = Number.isFinite(below) ? below - 1 : from + FAR[dimensionOf((dimensions[place] as Dimension).measure)];
        return Math.round(from + (last - from) * share);
      }),
      box,
    );
  const answers = (rates ? WITHIN : [0, 1]).map((share) => {
    const place = point(share);
    return [answerAt(sides[0], at(0, place)), answerAt(sides[1], at(1, place))] as const;
  });
  const [low, high] = [answers[0] as (typeof answers)[number], answers[1] as (typeof answers)[number]];
  return {
    before: answered(low[0], high[0]),
    after: answered(low[1], high[1]),
    differs: answers.some(([one, other]) => !isSame(one, other)),
  };
}

/** Prices of a lane that grow within a cell: rates, shares, charges by weight or value. */
const hasRates = ({ lane }: Side): boolean =>
  lane !== null &&
  JSON.stringify([lane.lane.card, lane.lane.groupCards.map(({ card }) => card), lane.charges.map(({ charge }) => charge.amount)]).match(
    /perUnit|percent|startedUnits|startedWeight|firstAndFurther|"item"|"parcel"/,
  ) !== null;

function product<T>(lists: readonly (readonly T[])[]): readonly (readonly T[])[] {
  return lists.reduce<readonly (readonly T[])[]>((all, list) => all.flatMap((one) => list.map((entry) => [...one, entry])), [[]]);
}

/**
 * The regions of one kind of cart that two lanes answer in different ways, exact but for what is too much to look into.
 * @param whole the lane is told as a whole, whatever it is made of
 */
export function laneEffect(sides: readonly [Side, Side], kind: CartKind, whole = false): readonly ChangedRegion[] {
  const space = new Space();
  for (const side of sides) readInto(side, kind, space);
  const { dimensions } = space;
  const lists = dimensions.map((dimension) => stretches(space, dimension));
  const points = sides.map(({ compiled }) => new PointShipments(compiled, kind)) as [PointShipments, PointShipments];
  const at = (side: 0 | 1, point: readonly number[]) => points[side].at(dimensions, point);
  const rates = sides.some(hasRates);
  const impossible = impossibleIn(dimensions);
  const cells = lists.reduce((count, list) => count * list.length, 1);
  const isWhole = whole || cells > MOST_CELLS;
  const boxes = isWhole ? [space.box(new Map())] : product(lists).map((ranges) => ranges.flat());
  const groups = new Map<string, { compared: Compared; boxes: Box[] }>();
  for (const box of boxes) {
    if (impossible(box)) continue;
    const compared = compareIn(dimensions, box, sides, at, rates || isWhole);
    if (!compared.differs && !isWhole) continue;
    const key = JSON.stringify([compared.before, compared.after]);
    const held = groups.get(key);
    if (held) held.boxes.push(box);
    else groups.set(key, { compared, boxes: [box] });
  }
  return [...groups.values()].flatMap(({ compared: { before, after }, boxes: some }) =>
    joined(some).map((box) => ({ space, dimensions, box, before, after })),
  );
}
