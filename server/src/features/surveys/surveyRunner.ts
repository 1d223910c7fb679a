import {
  admit,
  CarrierAnswers,
  type CompiledBook,
  compile,
  laneCost,
  plan,
  type RateAnswer,
  type RateAsk,
  type RateBook,
  type Survey,
  type SurveyAddress,
  type SurveyCost,
  type SurveyRequest,
} from '@ostrakon/core';
import { knownCentroids } from '@ostrakon/core/centroids';
import { sampleAddresses } from '@ostrakon/core/sample-addresses';
import { admissionProblem } from '../../http/admissionProblem.ts';

export interface SurveyWork {
  readonly addresses: readonly SurveyAddress[];
  /** Everything to ask, by key. */
  readonly asks: ReadonlyMap<string, RateAsk>;
  /** The costs, once the answers are there. */
  costs(answers: ReadonlyMap<string, RateAnswer>): SurveyCost[];
}

function addressesOf(compiled: CompiledBook, { zones, addresses }: SurveyRequest): SurveyAddress[] {
  return compiled.book.zones.flatMap(({ id, places }, at) =>
    zones.includes(id)
      ? sampleAddresses(knownCentroids, compiled.places, places, at, addresses).map((destination) => ({ zone: id, destination }))
      : [],
  );
}

function costsWith(
  compiled: CompiledBook,
  request: SurveyRequest,
  addresses: readonly SurveyAddress[],
  { carriers, now }: { carriers: CarrierAnswers; now: string },
): SurveyCost[] {
  return addresses.flatMap(({ zone, destination }, address) => {
    const compiledZone = compiled.zones.find((one) => one.zone.id === zone);
    const lanes = compiledZone?.lanes.flatMap((lane) => lane ?? []).filter(({ carriage }) => carriage !== null) ?? [];
    return request.probes.flatMap(({ lines }, probe) => {
      const admission = admit(compiled, { lines, discounts: [], destination }, now);
      if (!admission.ok) throw admissionProblem(admission.problem);
      const { shipments } = plan(compiled, admission.admitted, carriers);
      return lanes.flatMap(({ carriage, service }, at): SurveyCost[] => {
        const lane = lanes[at];
        if (!carriage || !lane) return [];
        const facts = { service: service.id, account: carriage.account, code: carriage.service, probe, address };
        const said = laneCost(lane, shipments);
        return [typeof said === 'number' ? { ...facts, cost: said } : { ...facts, cost: null, why: said }];
      });
    });
  });
}

/** What a survey has to ask of which carriers, and what its answers come to. */
export function planSurvey(book: RateBook, request: SurveyRequest, now: string): SurveyWork {
  const compiled = compile(book);
  const addresses = addressesOf(compiled, request);
  const dry = new CarrierAnswers(new Map(), { costs: true });
  costsWith(compiled, request, addresses, { carriers: dry, now });
  return {
    addresses,
    asks: dry.wanted,
    costs: (answers) => costsWith(compiled, request, addresses, { carriers: new CarrierAnswers(answers, { costs: true }), now }),
  };
}

export type { Survey };
