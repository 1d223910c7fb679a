import type { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import { type Measures, UNKNOWN_DISTANCE } from '../measures/measure.ts';
import { inWholeMicrograms } from '../packing/parcel.ts';
import { admitted } from './admit.ts';
import type { CompiledBook, CompiledZone } from './compile.ts';
import { type Answers, joined } from './joinAnswers.ts';
import { Journey, type Leg, type Standpoint } from './journey.ts';
import { everySlot, type Plan, partByGroup, plan } from './plan.ts';
import { quoteLane } from './quoteLane.ts';
import type { ConsignmentQuote, Offer, PlaceAnswer, Quote, ToldMeasures, Withheld } from './quoteTypes.ts';
import { hintsOn, remarksOn } from './remarks.ts';
import type { QuoteRequest } from './request.ts';
import type { Shipment } from './shipment.ts';
import { sortOffers } from './sortOffers.ts';

/** Services by their place in the book. */
type Slots = readonly number[];

function quoteLeg({ book }: CompiledBook, { zone, shipment }: Leg, standpoint: Standpoint, slots: Slots): Answers {
  const answers: (Offer | Withheld)[] = [];
  for (const at of slots) {
    const service = (book.services[at] as (typeof book.services)[number]).id;
    if (!shipment.consignment.shippable) answers.push({ status: 'withheld', service, reasons: [{ code: 'noOrigin' }] });
    else if (!zone) answers.push({ status: 'withheld', service, reasons: [{ code: 'noZone' }] });
    else answers.push(quoteLane(service, zone.lanes[at] ?? null, shipment, standpoint));
  }
  return answers;
}

function quoteLegs(compiled: CompiledBook, legs: readonly Leg[], slots: Slots): Answers[] {
  const journey = legs.length > 1 ? new Journey(legs) : null;
  return legs.map((leg, at) => quoteLeg(compiled, leg, journey && { journey, at }, slots));
}

/** The answer of every service in one zone for a whole cart, wherever it goes, in the owner's order. */
export function quoteZone(compiled: CompiledBook, zone: CompiledZone, shipments: readonly Shipment[]): Answers {
  // A sum over no consignments would be a price of nothing.
  if (shipments.length === 0)
    return compiled.book.services.map(({ id }, at) => {
      const code = zone.lanes[at] ? 'nothingToDeliver' : 'noLane';
      return { status: 'withheld', service: id, reasons: [{ code }] };
    });
  const legs = shipments.map((shipment) => ({ zone, shipment }));
  const slots = everySlot(compiled.book);
  return joined(compiled, quoteLegs(compiled, legs, slots), legs, slots);
}

interface Offered {
  readonly options: Offer[];
  readonly withheld: Withheld[];
}

function offered({ book }: CompiledBook, answers: Answers): Offered {
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

const NOTHING: Answers = [];

interface Legs {
  readonly legs: readonly Leg[];
  readonly answers: readonly Answers[];
}

/** Whether a consignment has goods to be parted by, and nothing that takes it whole. */
const mayPart = ({ zone, shipment }: Leg, answers: Answers = NOTHING): boolean =>
  zone !== undefined && shipment.consignment.groups.length > 1 && !anyOffer(answers);

/** The parts of a consignment by goods group, where that helps any of them; else the consignment. */
function parted(compiled: CompiledBook, leg: Leg, answers: Answers | undefined): readonly Leg[] {
  if (!mayPart(leg, answers)) return [leg];
  const parts = partByGroup(leg.shipment).map((shipment) => ({ zone: leg.zone, shipment }));
  return parts.some((part) => anyOffer(quoteLeg(compiled, part, null, everySlot(compiled.book)))) ? parts : [leg];
}

/**
 * Consignments that no service takes whole are parted by goods group; then each is quoted as a part of the order. Whichever
 * services are asked about, all of them are looked at before anything is parted.
 */
function quoteParted(compiled: CompiledBook, legs: readonly Leg[], slots: Slots): Legs {
  const whole = quoteLegs(compiled, legs, slots);
  if (!legs.some((leg, at) => mayPart(leg, whole[at]))) return { legs, answers: whole };
  const every = everySlot(compiled.book);
  const byAll = slots.length === every.length ? whole : quoteLegs(compiled, legs, every);
  const parts = legs.flatMap((leg, at) => parted(compiled, leg, byAll[at]));
  return parts.length === legs.length ? { legs, answers: whole } : { legs: parts, answers: quoteLegs(compiled, parts, slots) };
}

const NO_PLACES: readonly PlaceAnswer[] = [];

const told = (measures: Measures): ToldMeasures => (measures.distance === UNKNOWN_DISTANCE ? { ...measures, distance: null } : measures);

/** One consignment as it is told, with the options for it alone. */
function consignmentQuote({ consignment }: Shipment, { options, withheld }: Offered): ConsignmentQuote {
  const { to, origin, shippable, lines, groups, measures, parcels } = consignment;
  return { to, origin, shippable, lines, groups, measures: told(measures), parcels: inWholeMicrograms(parcels), options, withheld };
}

/** Makes the quote of a plan with what its carriers have answered: the last step. Same input, same output, to the byte. */
export function settle({ compiled, request, places, refusals, measured, shipments, slots }: Plan): Quote {
  const place = places[0].answer;
  const otherPlaces = places.length === 1 ? NO_PLACES : places.slice(1).map(({ answer }) => answer);
  const measures = told(measured.measures);
  const remarks = [...remarksOn(compiled, request, measured), ...hintsOn(compiled, request, places), ...refusals];
  const { noOption } = compiled.book.shop.texts;
  const nothing = { place, otherPlaces, measures, remarks, options: [], withheld: [], consignments: [] };
  if (measures.itemCount === 0) return nothing;
  if (refusals.length > 0) return { ...nothing, message: noOption };
  const { legs, answers } = quoteParted(
    compiled,
    shipments.map((shipment) => ({ zone: places[shipment.consignment.to]?.zone, shipment })),
    slots,
  );
  const { options, withheld } = offered(compiled, legs.some(({ zone }) => zone) ? joined(compiled, answers, legs, slots) : NOTHING);
  const consignments = legs.map(({ zone, shipment }, at) =>
    consignmentQuote(shipment, legs.length === 1 ? { options, withheld } : offered(compiled, zone ? (answers[at] ?? NOTHING) : NOTHING)),
  );
  const quote: Quote = { place, otherPlaces, measures, remarks, options, withheld, consignments };
  // Where no service takes everything, the buyer may still choose one for each consignment.
  const stranded = options.length === 0 && consignments.some((one) => one.options.length === 0);
  return stranded ? { ...quote, message: noOption } : quote;
}

/** The quote of a request the caller made: admitted without a look at its bounds, planned and settled. */
export function quote(compiled: CompiledBook, request: QuoteRequest, carriers?: CarrierAnswers): Quote {
  return settle(plan(compiled, admitted(compiled, request), carriers));
}
