import { costCurve, dimensionOf, laneMeasures, type Measure } from '@ostrakon/core';
import { useMemo } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useSurvey } from '../../carriers/useSurvey.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import type { LaneAt } from '../../draft/draftSession.ts';

/**
 * What carriage in a lane costs by the latest survey, as the lane's prices are read: by the weight its card reads, packed as
 * today, and with the tax that prices include. Empty where nothing was asked.
 */
export function useLaneCosts(at: LaneAt, measure: Measure, end: number): { x: number; cost: number }[] {
  const survey = useSurvey();
  const { shop, zones } = useDraft().book;
  const { compiled } = useBench();
  const rate = shop.pricing.tax === 'included' ? (zones.find(({ id }) => id === at.zone)?.taxRate ?? 0) : 0;
  return useMemo(() => {
    if (!survey || dimensionOf(measure) !== 'mass') return [];
    const address = survey.addresses.find(({ zone }) => zone === at.zone);
    if (!address) return [];
    const curve = costCurve(survey, at.zone, at.service, ({ lines }) => laneMeasures(compiled, at, lines, address.destination)[measure]);
    const points = curve.map(({ weight, mean }) => ({
      x: weight,
      cost: Math.round((mean * (10_000 + rate)) / 10_000),
    }));
    const [first] = points;
    // The chart ends where it ends; the lightest cost holds from nothing on.
    return first ? [{ x: 0, cost: first.cost }, ...points.filter(({ x }) => x <= end)] : [];
  }, [survey, at, compiled, measure, end, rate]);
}
