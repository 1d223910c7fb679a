import type { Measure } from '../measures/measure.ts';
import { floatAt } from '../numbers/entry.ts';
import { cardFor } from '../quote/basePrice.ts';
import type { CompiledCard } from '../quote/compiledCard.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import { type Axis, type CompiledResult, REFER } from '../quote/compiledResult.ts';
import { holds } from '../quote/holds.ts';
import type { RangeTest } from '../quote/laneTest.ts';
import type { Shipment } from '../quote/shipment.ts';
import { type Box, isEmpty, type Range } from './box.ts';
import { KNOWN, narrowed, type PartOf, type Ranges, type Space } from './space.ts';

/** What a service answers: a price, "ask us", or whatever its carrier says. */
export type Answer = 'offered' | 'refer' | 'carrier';

/** Carts that get an answer from a lane. */
export interface Piece {
  readonly ranges: Ranges;
  readonly answer: Answer;
}

const EMPTY: Ranges = new Map();

/** Both ranges at once, or null where no cart lies in both. */
function both(a: Ranges, b: Ranges): Ranges | null {
  const met = new Map(a);
  for (const [key, range] of b) {
    const narrow = narrowed(met.get(key), range);
    if (narrow.from >= narrow.below) return null;
    met.set(key, narrow);
  }
  return met;
}

/** Whole numbers a range test takes. */
function rangeOfTest(lane: CompiledLane, test: RangeTest, space: Space): [key: string, range: Range] {
  const { measure, least, most, from, upTo } = test;
  const dimension = space.at(lane, measure, null);
  const first = Math.max(0, Math.ceil(least));
  const after = most === Number.POSITIVE_INFINITY ? most : Math.floor(most) + 1;
  if (Number.isFinite(from) && from > 0) space.cut(dimension, first, { bound: from, belongs: 'above' });
  if (Number.isFinite(upTo)) space.cut(dimension, after, { bound: upTo, belongs: 'below' });
  return [dimension.key, narrowed(measure === 'distance' ? KNOWN : undefined, { from: first, below: after })];
}

/** What the tests of a lane leave, or null where goods, coupon, moment or place keep it from all of these carts. */
function testedRanges(lane: CompiledLane, shipment: Shipment, space: Space): Ranges | null {
  let ranges: Ranges | null = EMPTY;
  for (const test of lane.tests) {
    if (test.kind === 'range') ranges = ranges && both(ranges, new Map([rangeOfTest(lane, test, space)]));
    else if (!holds(test, shipment)) return null;
  }
  return ranges;
}

/** The whole numbers that fall on a stretch of an axis. */
function stretchOf({ reach }: Axis, at: number): Range {
  return {
    from: at === 0 ? 0 : Math.floor(floatAt(reach, at - 1)) + 1,
    below: at === reach.length ? Number.POSITIVE_INFINITY : Math.floor(floatAt(reach, at)) + 1,
  };
}

function cutsOfAxis(lane: CompiledLane, axis: Axis, part: PartOf, space: Space): string {
  const dimension = space.at(lane, axis.measure, part);
  axis.reach.forEach((reach, at) => {
    space.cut(dimension, Math.floor(reach) + 1, { bound: floatAt(axis.bounds, at), belongs: 'below' });
  });
  return dimension.key;
}

const answerOf = ({ price }: CompiledResult): Answer | null => (price === REFER ? 'refer' : price < 0 ? null : 'offered');

/** Stretches of an axis by what they answer, those of the same answer that touch as one. */
function answersOn(axis: Axis, results: readonly CompiledResult[]): { range: Range; answer: Answer }[] {
  const found: { range: Range; answer: Answer }[] = [];
  results.forEach((result, at) => {
    const answer = answerOf(result);
    const range = stretchOf(axis, at);
    if (answer === null || range.from >= range.below) return;
    const last = found.at(-1);
    if (last?.answer === answer && last.range.below === range.from) last.range = { from: last.range.from, below: range.below };
    else found.push({ range, answer });
  });
  return found;
}

/** Carts that a card answers, by the measures of the goods it prices. */
function cardPieces(lane: CompiledLane, { table, readsDistance }: CompiledCard, part: PartOf, space: Space): readonly Piece[] {
  // A distance that is not known is beyond every bound.
  const known: Ranges = readsDistance ? new Map([[space.at(lane, 'distance', DISTANCE_OF_ALL).key, KNOWN]]) : EMPTY;
  const within = (pieces: readonly Piece[]) =>
    pieces.flatMap(({ ranges, answer }) => {
      const met = both(ranges, known);
      return met === null ? [] : [{ ranges: met, answer }];
    });
  const keyOf = (measure: Measure) => (measure === 'distance' ? DISTANCE_OF_ALL : part);
  switch (table.kind) {
    case 'one': {
      const answer = answerOf(table.result);
      return answer === null ? [] : within([{ ranges: EMPTY, answer }]);
    }
    case 'tiers': {
      const key = cutsOfAxis(lane, table.axis, keyOf(table.axis.measure), space);
      return within(answersOn(table.axis, table.results).map(({ range, answer }) => ({ ranges: new Map([[key, range]]), answer })));
    }
    case 'grid': {
      const { rows, columns, results } = table;
      const down = cutsOfAxis(lane, rows, keyOf(rows.measure), space);
      const across = cutsOfAxis(lane, columns, keyOf(columns.measure), space);
      return within(
        results.flatMap((line, row) => {
          const lies = stretchOf(rows, row);
          if (lies.from >= lies.below) return [];
          return answersOn(columns, line).map(({ range, answer }) => ({
            ranges: new Map([
              [down, lies],
              [across, range],
            ]),
            answer,
          }));
        }),
      );
    }
    default:
      return within([{ ranges: EMPTY, answer: 'offered' }]);
  }
}

/** All goods go equally far. */
const DISTANCE_OF_ALL: PartOf = null;

/** The goods of a kind of cart by the card that prices them; `of` is null where one card prices them all. */
function partsOf({ owners }: CompiledLane, { consignment }: Shipment): readonly { readonly owner: string | null; readonly of: PartOf }[] {
  const { groups } = consignment;
  const own = groups.filter((group) => group !== null && owners.includes(group));
  const rest = groups.filter((group) => group === null || !owners.includes(group));
  const parts = [...own.map((group) => ({ owner: group, of: [group] as PartOf })), ...(rest.length > 0 ? [{ owner: null, of: rest }] : [])];
  return parts.length === 1 ? parts.map(({ owner }) => ({ owner, of: null })) : parts;
}

/** Carts the cards of a lane answer: one that is not offered keeps the lane from all of them; only then does "ask us" count. */
function cardsPieces(lane: CompiledLane, shipment: Shipment, within: Ranges, space: Space): readonly Piece[] {
  let pieces: readonly Piece[] = [{ ranges: within, answer: 'offered' }];
  for (const { owner, of } of partsOf(lane, shipment)) {
    const answered = cardPieces(lane, cardFor(lane, owner), of, space);
    pieces = pieces.flatMap(({ ranges, answer }) =>
      answered.flatMap((one): Piece[] => {
        const met = both(ranges, one.ranges);
        return met === null ? [] : [{ ranges: met, answer: one.answer === 'refer' ? 'refer' : answer }];
      }),
    );
  }
  return pieces;
}

/** What a lane does while its carrier does not answer: its own card, another service, or nothing. */
function unansweredPieces(lane: CompiledLane, shipment: Shipment, within: Ranges, space: Space): readonly Piece[] {
  switch (lane.terms?.unanswered.kind) {
    case 'card':
      return cardsPieces(lane, shipment, within, space);
    case 'service':
      return lane.backup === null
        ? []
        : piecesOf(lane.backup, shipment, space).flatMap((piece) => {
            const met = both(within, piece.ranges);
            return met === null ? [] : [{ ...piece, ranges: met }];
          });
    default:
      return [];
  }
}

/**
 * The carts of a kind that a lane answers, and how. Of a carrier's lane first what holds if the carrier takes it, then, disjoint
 * from nothing, what holds while it is silent.
 * @param shipment tells goods, coupons, moment and address of the kind; its measures play no part
 */
export function piecesOf(lane: CompiledLane, shipment: Shipment, space: Space): readonly Piece[] {
  const within = testedRanges(lane, shipment, space);
  if (within === null) return [];
  if (lane.terms === null) return cardsPieces(lane, shipment, within, space);
  return [{ ranges: within, answer: 'carrier' }, ...unansweredPieces(lane, shipment, within, space)];
}

/** The boxes of some pieces, by answer. */
export function boxesOf(pieces: readonly Piece[], space: Space): { readonly box: Box; readonly answer: Answer }[] {
  return pieces.flatMap(({ ranges, answer }) => {
    const box = space.box(ranges);
    return isEmpty(box) ? [] : [{ box, answer }];
  });
}
