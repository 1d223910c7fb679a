import { boundToBase, type Card, dimensionOf, type Limit, type Measure } from '@ostrakon/core';

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

export interface StepShape {
  readonly measure: Measure;
  readonly points: readonly ChartPoint[];
  readonly gaps: readonly ChartGap[];
  readonly end: number;
}

const base = (bound: string | number | undefined) => (bound === undefined ? undefined : boundToBase(bound));

function limitGaps(limits: readonly Limit[], measure: Measure, end: number): ChartGap[] {
  const limit = limits.find((one) => one.measure === measure);
  const from = base(limit?.from);
  const upTo = base(limit?.upTo);
  return [
    ...(from !== undefined && from > 0 ? [{ from: 0, to: from, why: 'limit' } as const] : []),
    ...(upTo !== undefined && upTo < end ? [{ from: upTo, to: end, why: 'limit' } as const] : []),
  ];
}

/** A card's prices over its measure as a line of steps, far enough to show the bench's cart and what lies above the last tier. */
export function stepShape(card: Card, limits: readonly Limit[], cart: (measure: Measure) => number): StepShape {
  const measure = card.kind === 'flat' ? 'itemsWeight' : card.measure;
  const bounds = card.kind === 'flat' ? [] : card.tiers.map((tier) => boundToBase(tier.upTo));
  const results = card.kind === 'flat' ? [card.result] : [...card.tiers.map((tier) => tier.result), card.above];
  const limit = limits.find((one) => one.measure === measure);
  const smallest = dimensionOf(measure) === 'mass' ? 1_000_000_000 : dimensionOf(measure) === 'money' ? 1000 : 4;
  const end = Math.max(
    smallest,
    (bounds.at(-1) ?? 0) * 1.2,
    cart(measure) * 1.15,
    (base(limit?.upTo) ?? 0) * 1.1,
    (base(limit?.from) ?? 0) * 1.3,
  );
  const edges = [0, ...bounds, end];
  const points: ChartPoint[] = [];
  const gaps: ChartGap[] = [];
  results.forEach((result, at) => {
    const from = edges[at] ?? 0;
    const to = edges[at + 1] ?? end;
    const y = result.kind === 'amount' ? result.amount : result.kind === 'free' ? 0 : null;
    points.push({ x: from, y }, { x: to, y });
    if (result.kind === 'notOffered' || result.kind === 'refer') gaps.push({ from, to, why: result.kind });
  });
  return { measure, points, gaps: [...gaps, ...limitGaps(limits, measure, end)], end };
}
