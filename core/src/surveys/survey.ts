import { z } from 'zod';
import { CarrierServiceCode } from '../carriers/carriage.ts';
import { Minor } from '../money/money.ts';
import { Id, Name } from '../names/naming.ts';
import type { Micrograms } from '../numbers/units.ts';
import { Destination } from '../places/place.ts';
import { CartLine } from '../quote/request.ts';

/** Goods whose carriage is asked for; `weight` in micrograms, of all of them. */
export const SurveyProbe = z.strictObject({
  name: z.string().trim().min(1).max(80),
  weight: z.int().min(0),
  lines: z.array(CartLine).min(1).max(50),
});
export type SurveyProbe = z.infer<typeof SurveyProbe>;

/** What is asked in a survey: every probe, at some addresses of every zone, of every service with a carrier. */
export const SurveyRequest = z.strictObject({
  name: Name,
  zones: z.array(Id).min(1, 'Choose a zone').max(300),
  /** How many addresses of each zone are asked for. */
  addresses: z.int().min(1, 'At least one address').max(50, 'At most 50 addresses'),
  probes: z.array(SurveyProbe).min(1, 'Choose what is asked for').max(60, 'At most 60 weights'),
});
export type SurveyRequest = z.infer<typeof SurveyRequest>;

export const SurveyAddress = z.strictObject({ zone: Id, destination: Destination });
export type SurveyAddress = z.infer<typeof SurveyAddress>;

/** What the carrier of a service asks for a probe at an address; null and why where it has no price. */
export const SurveyCost = z.strictObject({
  service: Id,
  account: Id,
  code: CarrierServiceCode,
  probe: z.int().min(0),
  address: z.int().min(0),
  cost: Minor.nullable(),
  why: z.string().optional(),
});
export type SurveyCost = z.infer<typeof SurveyCost>;

/** Costs as they were on a day. */
export const Survey = z.strictObject({
  id: Id,
  name: Name,
  at: z.iso.datetime(),
  probes: z.array(SurveyProbe),
  addresses: z.array(SurveyAddress),
  costs: z.array(SurveyCost),
});
export type Survey = z.infer<typeof Survey>;

/** What a service costs the shop in a zone at one weight: over the addresses asked for, minor units. */
export interface CostPoint {
  readonly probe: number;
  /** Micrograms. */
  readonly weight: Micrograms;
  readonly least: number;
  readonly mean: number;
  readonly most: number;
  readonly addresses: number;
}

/**
 * Costs of a service in a zone by weight, lightest first; probes without any price are left out.
 * @param weightOf what a probe weighs, in micrograms; of its goods alone, where nothing else is said
 */
export function costCurve(
  survey: Survey,
  zone: Id,
  service: Id,
  weightOf: (probe: SurveyProbe) => number = ({ weight }) => weight,
): CostPoint[] {
  const here = new Set(survey.addresses.flatMap((address, at) => (address.zone === zone ? [at] : [])));
  const costs = survey.probes.map((): number[] => []);
  for (const { service: of, address, probe, cost } of survey.costs) {
    if (of === service && cost !== null && here.has(address)) costs[probe]?.push(cost);
  }
  return costs
    .flatMap((list, probe): CostPoint[] => {
      const asked = survey.probes[probe];
      if (list.length === 0 || !asked) return [];
      const mean = Math.round(list.reduce((sum, cost) => sum + cost, 0) / list.length);
      return [{ probe, weight: weightOf(asked), least: Math.min(...list), mean, most: Math.max(...list), addresses: list.length }];
    })
    .sort((a, b) => a.weight - b.weight || a.mean - b.mean);
}

/** What a weight costs: as much as the next heavier probe, as carriers bill; nothing is known above the heaviest. */
export const costPointAt = (curve: readonly CostPoint[], weight: Micrograms): CostPoint | undefined =>
  curve.find((point) => point.weight >= weight);
