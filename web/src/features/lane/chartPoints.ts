import {
  boundInBase,
  type Card,
  cardMeasures,
  dimensionOf,
  isTiered,
  type Limit,
  type Measure,
  type Measures,
  priceOnCard,
  REFER,
  type RoundingRule,
  WITHHELD,
} from '@ostrakon/core';

export interface ChartPoint {
  /** Base units of the measure. */
  readonly x: number;
  /** Minor units; null where there is no price. */
  readonly y: number | null;
}

/** A stretch without a price, and why. */
export interface ChartGap {
  readonly from: number;
  readonly to: number;
  readonly why: 'notOffered' | 'refer' | 'limit';
}

/** Where more costs less. */
export interface ChartFall {
  /** The last figure at the higher price, and the two prices. */
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

export interface StepShape {
  readonly measure: Measure;
  readonly points: readonly ChartPoint[];
  readonly gaps: readonly ChartGap[];
  readonly falls: readonly ChartFall[];
  readonly end: number;
  /** What the cart pays by the card alone; null where it has no price. */
  readonly cartPrice: number | null;
}

function limitGaps(limits: readonly Limit[], measure: Measure, end: number): ChartGap[] {
  const limit = limits.find((one) => one.measure === measure);
  const base = (bound: string | number | undefined) => (bound === undefined ? undefined : boundInBase(measure, bound));
  const from = base(limit?.from);
  const upTo = base(limit?.upTo);
  return [
    ...(from !== undefined && from > 0 ? [{ from: 0, to: from, why: 'limit' } as const] : []),
    ...(upTo !== undefined && upTo < end ? [{ from: upTo, to: end, why: 'limit' } as const] : []),
  ];
}

const SMALLEST = { mass: 1_000_000_000, money: 1000, count: 4, length: 100_000, distance: 5_000_000 } as const;
/** The smallest step past a bound: a milligram, a cent, an item. */
const STEP = { mass: 1000, money: 1, count: 1, length: 1, distance: 1 } as const;

function boundsOf(card: Card): number[] {
  if (isTiered(card)) return card.tiers.map((tier) => boundInBase(card.measure, tier.upTo));
  return card.kind === 'twoWay' ? card.rows.bounds.map((bound) => boundInBase(card.rows.measure, bound)) : [];
}

/** Where a rate starts its next unit between two bounds; none where there would be too many to see. */
function unitEdges(card: Card, from: number, to: number): number[] {
  const [measure] = cardMeasures(card);
  const units: number[] = [];
  const add = (unit: string | number) => measure && units.push(boundInBase(measure, unit));
  if (card.kind === 'startedUnits') add(card.per.unit);
  if (card.kind === 'firstAndFurther') add(1);
  if (isTiered(card))
    for (const result of [...card.tiers.map((tier) => tier.result), card.above]) if (result.kind === 'perUnit') add(result.unit);
  return units.flatMap((unit) => {
    const count = Math.floor((to - from) / unit);
    return count > 60 ? [] : Array.from({ length: count }, (_, at) => from + unit * (at + 1)).filter((x) => x < to);
  });
}

/** Drops of the price along the measure. On goods value, only those after a rise: a price that only falls is meant to. */
function fallsOf(points: readonly ChartPoint[], measure: Measure): ChartFall[] {
  const falls: ChartFall[] = [];
  let risen = dimensionOf(measure) !== 'money';
  points.forEach(({ x, y }, at) => {
    const before = points[at - 1];
    if (y === null || before?.y == null || y === before.y) return;
    if (y > before.y) risen = true;
    else if (risen && x - before.x <= STEP[dimensionOf(measure)]) falls.push({ at: before.x, from: before.y, to: y });
  });
  return falls;
}

/**
 * A card's prices over its first measure, all others as in `cart`: as a line of steps, far enough to show the cart and what
 * lies above the last tier.
 */
export function stepShape(card: Card, limits: readonly Limit[], cart: Measures, rule: RoundingRule = 'halfUp'): StepShape {
  const [measure = 'itemsWeight'] = cardMeasures(card);
  const dimension = dimensionOf(measure);
  const bounds = boundsOf(card);
  const limit = limits.find((one) => one.measure === measure);
  const base = (bound: string | number | undefined) => (bound === undefined ? 0 : boundInBase(measure, bound));
  const held = measure === 'distance' ? 0 : cart[measure];
  const price = priceOnCard(card, rule);
  const at = (x: number) => price({ ...cart, [measure]: x });
  const last = bounds.at(-1) ?? 0;
  // The chart ends where the line does; what goes on above the last bound is shown going on.
  const above = last === 0 || at(last + STEP[dimension]) === WITHHELD ? 1 : 1.2;
  const end = Math.ceil(
    Math.max(last === 0 ? SMALLEST[dimension] : 0, last * above, held * 1.15, base(limit?.upTo) * 1.1, base(limit?.from) * 1.3),
  );
  const edges = [0, ...bounds.filter((bound) => bound < end), end];
  const inner = edges.slice(0, -1).flatMap((from, index) => unitEdges(card, from, edges[index + 1] ?? end));
  const all = [...new Set([...edges, ...inner])].sort((a, b) => a - b);
  const own = price(cart);
  const points: ChartPoint[] = [];
  const gaps: ChartGap[] = [];
  all.slice(0, -1).forEach((from, index) => {
    const to = all[index + 1] ?? end;
    // Nothing at all starts no unit: the line begins with the price of the least there can be.
    const first = Math.min(from + STEP[dimension], to);
    const start = index === 0 ? 0 : first;
    const [low, high] = [at(first), at(to)];
    const shown = (value: number) => (value < 0 ? null : value);
    points.push({ x: start, y: shown(low) }, { x: to, y: shown(high) });
    if (high < 0) gaps.push({ from, to, why: high === REFER ? 'refer' : 'notOffered' });
  });
  return {
    measure,
    points,
    gaps: [...gaps, ...limitGaps(limits, measure, end)],
    falls: fallsOf(points, measure),
    end,
    cartPrice: own < 0 ? null : own,
  };
}
