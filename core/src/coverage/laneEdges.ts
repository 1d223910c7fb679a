import { type Measure, slackOf } from '../measures/measure.ts';
import type { CompiledCard } from '../quote/compiledCard.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import type { RangeTest } from '../quote/laneTest.ts';

/** The greatest bound looked at: of weights 20 tonnes. */
const HEAVIEST = 2e13;

/** A bound an item can lie on, below or above. */
export interface LaneEdge {
  readonly measure: Measure;
  readonly bound: number;
  /** Whether the bound itself lies below, or above. */
  readonly belongs: 'below' | 'above';
  /** The last of the grid that lies below, and the first above. */
  readonly below: number;
  readonly above: number;
}

const boundsOfCard = ({ table }: CompiledCard): readonly { measure: Measure; bound: number }[] => {
  const axes = table.kind === 'tiers' ? [table.axis] : table.kind === 'grid' ? [table.rows, table.columns] : [];
  return axes.flatMap(({ measure, bounds }) => [...bounds].map((bound) => ({ measure, bound })));
};

/** Every bound a lane reads on a measure: the last that is still within. Ranges end at `upTo` and begin at `from`. */
export function edgesOf(lane: CompiledLane, measures: readonly Measure[], grid: number): readonly LaneEdge[] {
  const found = new Map<number, LaneEdge>();
  const add = (measure: Measure, bound: number, belongs: 'below' | 'above') => {
    if (!measures.includes(measure) || !Number.isFinite(bound) || bound < 0) return;
    const slack = slackOf(measure);
    const below = belongs === 'below' ? Math.floor((bound + slack) / grid) * grid : (Math.ceil((bound - slack) / grid) - 1) * grid;
    if (below >= 0 && below < HEAVIEST && !found.has(below)) found.set(below, { measure, bound, belongs, below, above: below + grid });
  };
  const ofRange = ({ measure, from, upTo }: RangeTest) => {
    add(measure, from, 'above');
    add(measure, upTo, 'below');
  };
  for (const card of [lane.card, ...lane.groupCards.values()])
    for (const { measure, bound } of boundsOfCard(card)) add(measure, bound, 'below');
  for (const test of lane.tests) if (test.kind === 'range') ofRange(test);
  for (const { ranges } of lane.allowances) for (const range of ranges) ofRange(range);
  return [...found.values()].sort((a, b) => a.below - b.below);
}
