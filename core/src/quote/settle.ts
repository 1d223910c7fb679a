import type { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import { type Measures, UNKNOWN_DISTANCE } from '../measures/measure.ts';
import { inWholeMicrograms } from '../packing/parcel.ts';
import { admitted } from './admit.ts';
import type { CompiledBook, CompiledZone } from './compile.ts';
import { type Answers, joined } from './joinAnswers.ts';
import { Journey, type Leg, type Standpoint } from './journey.ts';
import { type Plan, partByGroup, plan } from './plan.ts';
import { quoteLane } from './quoteLane.ts';
import type { ConsignmentQuote, Offer, Quote, ToldMeasures, Withheld } from './quoteTypes.ts';
import { remarksOn } from './remarks.ts';
import type { QuoteRequest } from './request.ts';
import type { Shipment } from './shipment.ts';
import { sortOffers } from './sortOffers.ts';

function quoteLeg({ book }: CompiledBook, { zone, shipment }: Leg, standpoint: Standpoint): Answers {
  const answers: (Offer | Withheld)[] = [];
  for (let at = 0; at < book.services.length; at += 1) {
    const service = (book.services[at] as (typeof book.services)[number]).id;
    if (!shipment.consignment.shippable) answers.push({ status: 'withheld', service, reasons: [{ code: 'noOrigin' }] });
    else if (!zone) answers.push({ status: 'withheld', service, reasons: [{ code: 'noZone' }] });
    else answers.push(quoteLane(service, zone.lanes[at] ?? null, shipment, standpoint));
  }
  return answers;
}

function quoteLegs(compiled: CompiledBook, legs: readonly Leg[]): Answers[] {
  const journey = legs.length > 1 ? new Journey(legs) : null;
  return legs.map((leg, at) => quoteLeg(compiled, leg, journey && { journey, at }));
}

/** The answer of every service in one zone for a whole cart, wherever it goes, in the owner's order. */
export function quoteZone(compiled: CompiledBook, zone: CompiledZone, shipments: readonly Shipment[]): Answers {
  // A sum over no consignments would be a price of nothing.
  if (shipments.length === 0)
    return compiled.book.services.map(({ id }, at) => {
      const code = zone.lanes[at] ? 'nothingToDeliver' : 'noLane';
      return { status: 'withheld', service: id, reasons: [{ code }] };
    });
  return joined(
    compiled,
    quoteLegs(
      compiled,
      shipments.map((shipment) => ({ zone, shipment })),
    ),
  );
}

function offered({ book }: CompiledBook, answers: Answers): { options: Offer[]; withheld: Withheld[] } {
  const options: Offer[] = [];
  const withheld: Withheld[] = [];
  for (const answer of answers) {
    if (answer.status === 'withheld') withheld.push(answer);
    else options.push(answer);
  }
  return { options: sortOffers(options, book.shop.pricing.order), withheld };
}

/** Whether anything is offered, or may be once a carrier has answered. */
const anyOffer = (answers: Answers) =>
  answers.some(
    (answer) =>
      answer.status !== 'withheld' ||
      answer.reasons.some((reason) => reason.code === 'carrierSilent' && (reason.why === 'waiting' || reason.why === 'notAsked')),
  );

interface Legs {
  readonly legs: readonly Leg[];
  readonly answers: readonly Answers[];
}

/** The parts of a consignment by goods group, where that helps any of them; else the consignment. */
function parted(compiled: CompiledBook, leg: Leg, answers: Answers): readonly Leg[] {
  const { zone, shipment } = leg;
  if (!zone || shipment.consignment.groups.length < 2 || anyOffer(answers)) return [leg];
  const parts = partByGroup(shipment).map((part) => ({ zone, shipment: part }));
  return parts.some((part) => anyOffer(quoteLeg(compiled, part, null))) ? parts : [leg];
}

/** Consignments that no service takes whole are parted by goods group; then each is quoted as a part of the order. */
function quoteParted(compiled: CompiledBook, legs: readonly Leg[]): Legs {
  const whole = quoteLegs(compiled, legs);
  const parts = legs.flatMap((leg, at) => parted(compiled, leg, whole[at] ?? []));
  return parts.length === legs.length ? { legs, answers: whole } : { legs: parts, answers: quoteLegs(compiled, parts) };
}

const NOTHING: Answers = [];

const told = (measures: Measures): ToldMeasures => (measures.distance === UNKNOWN_DISTANCE ? { ...measures, distance: null } : measures);

/** Makes the quote of a plan with what its carriers have answered: the last step. Same input, same output, to the byte. */
export function settle({ compiled, request, places, refusals, measured, shipments }: Plan): Quote {
  const { measures } = measured;
  const [place, ...others] = places;
  const base = {
    place: place.answer,
    otherPlaces: others.map(({ answer }) => answer),
    measures: told(measures),
    remarks: [...remarksOn(compiled, request, measured), ...refusals],
  };
  const { noOption } = compiled.book.shop.texts;
  if (measures.itemCount === 0) return { ...base, options: [], withheld: [], consignments: [] };
  if (refusals.length > 0) return { ...base, options: [], withheld: [], consignments: [], message: noOption };
  const { legs, answers } = quoteParted(
    compiled,
    shipments.map((shipment) => ({ zone: places[shipment.consignment.to]?.zone, shipment })),
  );
  const whole = offered(compiled, legs.some(({ zone }) => zone) ? joined(compiled, answers) : NOTHING);
  const consignments = legs.map(({ zone, shipment: { consignment } }, at): ConsignmentQuote => {
    const own = legs.length === 1 ? whole : offered(compiled, zone ? (answers[at] ?? NOTHING) : NOTHING);
    return {
      ...consignment,
      measures: told(consignment.measures),
      parcels: inWholeMicrograms(consignment.parcels),
      options: own.options,
      withheld: own.withheld,
    };
  });
  // Where no service takes everything, the buyer may still choose one for each consignment.
  const stranded = whole.options.length === 0 && consignments.some(({ options }) => options.length === 0);
  return { ...base, ...whole, consignments, ...(stranded && { message: noOption }) };
}

/** The quote of a request the caller made: admitted without a look at its bounds, planned and settled. */
export function quote(compiled: CompiledBook, request: QuoteRequest, carriers?: CarrierAnswers): Quote {
  return settle(plan(compiled, admitted(compiled, request), carriers));
}
