import { costCurve, dimensionOf, type Measure } from '@ostrakon/core';
import { useMemo } from 'react';
import { useSurvey } from '../../carriers/useSurvey.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import type { LaneAt } from '../../draft/draftSession.ts';

/** What carriage in a lane costs by the latest survey, as prices are read: with the tax they include. Empty where nothing was asked. */
export function useLaneCosts(at: LaneAt, measure: Measure, end: number): { x: number; cost: number }[] {
  const survey = useSurvey();
  const { shop, zones } = useDraft().book;
  const rate = shop.pricing.tax === 'included' ? (zones.find(({ id }) => id === at.zone)?.taxRate ?? 0) : 0;
  return useMemo(() => {
    if (!survey || dimensionOf(measure) !== 'mass') return [];
    const points = costCurve(survey, at.zone, at.service).map(({ weight, mean }) => ({
      x: weight,
      cost: Math.round((mean * (10_000 + rate)) / 10_000),
    }));
    const [first] = points;
    // The chart ends where it ends; the lightest cost holds from nothing on.
    return first ? [{ x: 0, cost: first.cost }, ...points.filter(({ x }) => x <= end)] : [];
  }, [survey, at, measure, end, rate]);
}
