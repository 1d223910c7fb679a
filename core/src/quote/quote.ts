import type { Transit } from '../dispatch/dispatchCalendar.ts';
import type { Id } from '../names/naming.ts';
import { inWholeMicrograms } from '../packing/parcel.ts';
import type { Destination } from '../places/place.ts';
import { explainZones, findZone } from '../places/placeIndex.ts';
import { orderedOn } from '../promise/promiseText.ts';
import { instantToMs } from '../time/calendar.ts';
import { toDay } from '../time/plainDate.ts';
import type { CompiledBook, CompiledZone } from './compile.ts';
import { destinationOf } from './measureCart.ts';
import { type PreparedCart, partByGroup, prepareCart } from './prepareCart.ts';
import { quoteLane } from './quoteLane.ts';
import type { ConsignmentQuote, DeliveryTax, LedgerRow, Offer, PlaceAnswer, Quote, Reason, Remark, Withheld } from './quoteTypes.ts';
import type { QuoteRequest } from './request.ts';
import type { Shipment } from './shipment.ts';

/** Where a destination falls. */
export function locate(compiled: CompiledBook, destination: Destination): PlaceAnswer & { index?: number } {
  if (!compiled.served.has(destination.country)) return { status: 'notServed' };
  const match = findZone(compiled.places, destination);
  const zone = match && compiled.book.zones[match.zone];
  if (!match || !zone) return { status: 'noZone' };
  const { zone: index, rivals, ...found } = match;
  return { status: 'zone', ...found, zone: zone.id, rivals: rivals.flatMap((at) => compiled.book.zones[at]?.id ?? []), index };
}

/** Every zone that claims a destination, most closely first, with what of it matched; cut out where the zone leaves it out. */
export function explainDestination(compiled: CompiledBook, destination: Destination) {
  return explainZones(compiled.places, destination).flatMap(({ zone: at, place, rule, distance, cutOut }) => {
    const zone = compiled.book.zones[at];
    if (!zone) return [];
    const matched = { place, ...(rule !== undefined && { rule }), ...(distance !== undefined && { distance }) };
    return [{ answer: { status: 'zone' as const, zone: zone.id, rivals: [], ...matched }, name: zone.name, cutOut }];
  });
}

type Answers = readonly (Offer | Withheld)[];

function quoteShipment(compiled: CompiledBook, zone: CompiledZone | undefined, shipment: Shipment): Answers {
  return compiled.book.services.map((service, at): Offer | Withheld => {
    if (!shipment.consignment.shippable) return { status: 'withheld', service: service.id, reasons: [{ code: 'noOrigin' }] };
    if (!zone) return { status: 'withheld', service: service.id, reasons: [{ code: 'noZone' }] };
    return quoteLane(service.id, zone.lanes[at] ?? null, shipment);
  });
}

/** Of several taxes the sum; included or added as they all are. */
function joinTaxes(taxes: readonly DeliveryTax[]): DeliveryTax | undefined {
  const [first] = taxes;
  return first && { ...first, amount: taxes.reduce((sum, tax) => sum + tax.amount, 0) };
}

type Priced = Extract<Offer, { status: 'priced' }>;

/** Of several consignments the latest dates, the soonest order; the way of the one that arrives last is told. */
function joinPromises(priced: readonly Priced[]): Pick<Priced, 'promise' | 'undated'> {
  const undated = priced.find((answer) => answer.undated !== undefined)?.undated;
  if (undated !== undefined) return { undated };
  const promises = priced.flatMap(({ promise }) => promise ?? []);
  const [latest] = [...promises].sort((a, b) => (a.last === b.last ? 0 : a.last > b.last ? -1 : 1));
  const [soonest] = [...promises].sort((a, b) => instantToMs(a.orderBefore) - instantToMs(b.orderBefore));
  const first = promises.reduce((day, promise) => (promise.first > day ? promise.first : day), '');
  return latest && soonest ? { promise: { ...latest, first, orderBefore: soonest.orderBefore } } : {};
}

/** One answer from those of several consignments: the sum where all are priced, else every reason against it. */
function joinAnswers(service: Id, answers: Answers): Offer | Withheld {
  const reasons = answers.flatMap((answer, consignment) =>
    answer.status === 'withheld' ? answer.reasons.map((reason): Reason => ({ ...reason, consignment })) : [],
  );
  const [first, ...others] = reasons;
  if (first) return { status: 'withheld', service, reasons: [first, ...others] };
  const refer = answers.find((answer) => answer.status === 'refer');
  if (refer) return refer;
  const priced = answers.filter((answer) => answer.status === 'priced');
  const ledger = priced.flatMap((answer, consignment) => answer.ledger.map((row): LedgerRow => ({ ...row, consignment })));
  const tax = joinTaxes(priced.flatMap((answer) => answer.tax ?? []));
  const arrival = joinPromises(priced);
  const transits = priced.flatMap((answer) => answer.transit ?? []);
  const transit = transits.length === priced.length && {
    transit: { least: Math.max(...transits.map(({ least }) => least)), most: Math.max(...transits.map(({ most }) => most)) },
  };
  const price = ledger.reduce((sum, row) => sum + row.amount, 0);
  const carriers = priced.flatMap((answer) => answer.carriers ?? []);
  const standIn = priced.find((answer) => answer.standIn)?.standIn;
  return {
    status: 'priced',
    service,
    price,
    ledger,
    ...(tax && { tax }),
    ...transit,
    ...arrival,
    ...(carriers.length > 0 && { carriers }),
    ...(standIn && { standIn }),
  };
}

function joined(compiled: CompiledBook, answers: readonly Answers[]): Answers {
  if (answers.length === 1) return answers[0] ?? [];
  return compiled.book.services.map((service, at) =>
    joinAnswers(
      service.id,
      answers.map((list) => list[at] as Offer | Withheld),
    ),
  );
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
    shipments.map((shipment) => quoteShipment(compiled, zone, shipment)),
  );
}

function addressRemarks({ book }: CompiledBook, request: QuoteRequest, { measured }: PreparedCart): Remark[] {
  const { allowed, mostItems } = book.shop.severalAddresses;
  if (!measured.consignments.some(({ to }) => to > 0)) return [];
  const used = new Set(measured.consignments.map(({ to }) => to));
  if (used.size < 2) return [];
  if (!allowed) return [{ code: 'oneAddressOnly' }];
  const items = request.lines.reduce((sum, { quantity, delivered }) => sum + (delivered ? quantity : 0), 0);
  return mostItems !== null && items > mostItems ? [{ code: 'tooManyItemsForAddresses', items, most: mostItems }] : [];
}

function remarksOn(compiled: CompiledBook, request: QuoteRequest, { measures, consignments }: PreparedCart['measured']): Remark[] {
  if (measures.itemCount === 0) return [{ code: 'nothingToDeliver' }];
  const parcels = consignments.flatMap((consignment) => consignment.parcels);
  const lines = (code: 'lineWithoutWeight' | 'lineWithoutSize' | 'fitsNothing' | 'noOrigin', which: (at: number) => boolean): Remark[] =>
    request.lines.flatMap((line, at) => (line.delivered && which(at) ? [{ code, line: at }] : []));
  const tooLarge = new Set(parcels.filter(({ how }) => how === 'fitsNothing').flatMap(({ contents }) => contents.map(({ line }) => line)));
  const stranded = new Set(consignments.filter(({ shippable }) => !shippable).flatMap((consignment) => consignment.lines));
  const uncounted = parcels.some(({ loose }) => loose.some(({ line }) => request.lines[line]?.size !== undefined));
  const noPoint = consignments.some(({ to }) => !destinationOf(request, to)?.point);
  return [
    ...lines('lineWithoutWeight', (at) => request.lines[at]?.weight === undefined),
    ...lines('lineWithoutSize', (at) => request.lines[at]?.size === undefined),
    ...lines('fitsNothing', (at) => tooLarge.has(at)),
    ...lines('noOrigin', (at) => stranded.has(at)),
    ...(uncounted ? [{ code: 'tooManyToPlace' } as const] : []),
    ...(compiled.sampleCarton && parcels.some(({ packaging }) => packaging !== null) ? [{ code: 'sampleCarton' } as const] : []),
    ...(compiled.places.needsPoint && noPoint ? [{ code: 'noPoint' } as const] : []),
  ];
}

/** Days until it arrives, or at least on the way. */
function daysUntil({ promise, transit }: Priced): Transit | undefined {
  if (!promise) return transit;
  const today = toDay(orderedOn(promise));
  return { least: toDay(promise.first) - today, most: toDay(promise.last) - today };
}

/** Cheapest or fastest first; what has no price or no known time comes last. Equals stay in the owner's order. */
function sorted(options: Offer[], order: 'owner' | 'cheapest' | 'fastest'): Offer[] {
  if (order === 'owner') return options;
  const rank = (offer: Offer) => {
    if (offer.status === 'refer') return Infinity;
    if (order === 'cheapest') return offer.price;
    const days = daysUntil(offer);
    return days ? days.most * 1000 + days.least : Number.MAX_SAFE_INTEGER;
  };
  return options.sort((a, b) => (rank(a) === rank(b) ? 0 : rank(a) - rank(b)));
}

const offered = ({ book }: CompiledBook, answers: Answers) => ({
  options: sorted(
    answers.filter((answer) => answer.status !== 'withheld'),
    book.shop.pricing.order,
  ),
  withheld: answers.filter((answer) => answer.status === 'withheld'),
});

/** Whether anything is offered, or may be once a carrier has answered. */
const anyOffer = (answers: Answers) =>
  answers.some(
    (answer) =>
      answer.status !== 'withheld' ||
      answer.reasons.some((reason) => reason.code === 'carrierSilent' && (reason.why === 'waiting' || reason.why === 'notAsked')),
  );

/** A consignment that no service takes whole is parted by goods group, where that helps any of them. */
function partWhereNeeded(
  compiled: CompiledBook,
  request: QuoteRequest,
  { prepared, shipment, zone }: { prepared: PreparedCart; shipment: Shipment; zone: CompiledZone | undefined },
): { shipment: Shipment; answers: Answers }[] {
  const answers = quoteShipment(compiled, zone, shipment);
  if (anyOffer(answers) || !zone || shipment.consignment.groups.length < 2) return [{ shipment, answers }];
  const parts = partByGroup(compiled, request, prepared, shipment).map((part) => ({
    shipment: part,
    answers: quoteShipment(compiled, zone, part),
  }));
  return parts.some((part) => anyOffer(part.answers)) ? parts : [{ shipment, answers }];
}

/** The quote of a cart: same input, same output, to the byte. */
export function quote(compiled: CompiledBook, request: QuoteRequest, prepared: PreparedCart = prepareCart(compiled, request)): Quote {
  const { measured, shipments } = prepared;
  const { measures } = measured;
  const located = [request.destination, ...(request.others ?? [])].map((destination) => locate(compiled, destination));
  const [place, ...otherPlaces] = located.map(({ index: _index, ...found }) => found as PlaceAnswer);
  if (!place) throw new Error('a request has an address');
  const refusals = addressRemarks(compiled, request, prepared);
  const base = { place, otherPlaces, measures, remarks: [...remarksOn(compiled, request, measured), ...refusals] };
  const nothing = { ...base, options: [], withheld: [], consignments: [] };
  const { noOption } = compiled.book.shop.texts;
  if (measures.itemCount === 0) return nothing;
  if (refusals.length > 0) return { ...nothing, message: noOption };
  const zoneOf = (shipment: Shipment) => {
    const index = located[shipment.consignment.to]?.index;
    return index === undefined ? undefined : compiled.zones[index];
  };
  const parts = shipments.flatMap((shipment) => partWhereNeeded(compiled, request, { prepared, shipment, zone: zoneOf(shipment) }));
  const consignments = parts.map(
    ({ shipment: { consignment }, shipment, answers }): ConsignmentQuote => ({
      ...consignment,
      parcels: inWholeMicrograms(consignment.parcels),
      ...offered(compiled, zoneOf(shipment) ? answers : []),
    }),
  );
  const anyZone = shipments.some((shipment) => zoneOf(shipment) !== undefined);
  const answers = joined(
    compiled,
    parts.map((part) => part.answers),
  );
  const whole = offered(compiled, anyZone ? answers : []);
  // Where no service takes everything, the buyer may still choose one for each consignment.
  const stranded = whole.options.length === 0 && consignments.some(({ options }) => options.length === 0);
  return { ...base, ...whole, consignments, ...(stranded && { message: noOption }) };
}
