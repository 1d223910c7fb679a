import type { Destination } from '../places/place.ts';
import { explainZones, findZone } from '../places/placeIndex.ts';
import type { Id } from '../rate-book/naming.ts';
import type { CompiledBook, CompiledZone } from './compile.ts';
import { type MeasuredCart, type MeasuredConsignment, measureCart } from './measureCart.ts';
import { quoteLane } from './quoteLane.ts';
import type { ConsignmentQuote, LedgerRow, Offer, PlaceAnswer, Quote, Reason, Remark, Withheld } from './quoteTypes.ts';
import type { QuoteRequest } from './request.ts';

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

const NO_ORIGIN: Reason = { code: 'noOrigin' };

function quoteConsignment(compiled: CompiledBook, zone: CompiledZone, consignment: MeasuredConsignment): (Offer | Withheld)[] {
  return compiled.book.services.map((service, at) =>
    consignment.shippable
      ? quoteLane(service.id, zone.lanes[at] ?? null, consignment.measures)
      : { status: 'withheld', service: service.id, reasons: [NO_ORIGIN] },
  );
}

/** One answer from those of several consignments: the sum where all are priced, else every reason against it. */
function joinAnswers(service: Id, answers: readonly (Offer | Withheld)[]): Offer | Withheld {
  const reasons = answers.flatMap((answer, consignment) =>
    answer.status === 'withheld' ? answer.reasons.map((reason): Reason => ({ ...reason, consignment })) : [],
  );
  const [first, ...others] = reasons;
  if (first) return { status: 'withheld', service, reasons: [first, ...others] };
  if (answers.some((answer) => answer.status === 'refer')) return { status: 'refer', service };
  const ledger = answers.flatMap((answer, consignment) =>
    answer.status === 'priced' ? answer.ledger.map((row): LedgerRow => ({ ...row, consignment })) : [],
  );
  return { status: 'priced', service, price: ledger.reduce((sum, row) => sum + row.amount, 0), ledger };
}

function joined(compiled: CompiledBook, answers: readonly (readonly (Offer | Withheld)[])[]): readonly (Offer | Withheld)[] {
  if (answers.length === 1) return answers[0] ?? [];
  return compiled.book.services.map((service, at) =>
    joinAnswers(
      service.id,
      answers.map((list) => list[at] as Offer | Withheld),
    ),
  );
}

/** The answer of every service in one zone for a whole cart, in the owner's order. */
export function quoteZone(
  compiled: CompiledBook,
  zone: CompiledZone,
  consignments: readonly MeasuredConsignment[],
): readonly (Offer | Withheld)[] {
  return joined(
    compiled,
    consignments.map((consignment) => quoteConsignment(compiled, zone, consignment)),
  );
}

function remarksOn(compiled: CompiledBook, request: QuoteRequest, { measures, consignments }: MeasuredCart): Remark[] {
  if (measures.itemCount === 0) return [{ code: 'nothingToDeliver' }];
  const parcels = consignments.flatMap((consignment) => consignment.parcels);
  const lines = (code: 'lineWithoutWeight' | 'lineWithoutSize' | 'fitsNothing' | 'noOrigin', which: (at: number) => boolean): Remark[] =>
    request.lines.flatMap((line, at) => (line.delivered && which(at) ? [{ code, line: at }] : []));
  const tooLarge = new Set(parcels.filter(({ how }) => how === 'fitsNothing').flatMap(({ contents }) => contents.map(({ line }) => line)));
  const stranded = new Set(consignments.filter(({ shippable }) => !shippable).flatMap((consignment) => consignment.lines));
  const uncounted = parcels.some(({ loose }) => loose.some(({ line }) => request.lines[line]?.size !== undefined));
  return [
    ...lines('lineWithoutWeight', (at) => request.lines[at]?.weight === undefined),
    ...lines('lineWithoutSize', (at) => request.lines[at]?.size === undefined),
    ...lines('fitsNothing', (at) => tooLarge.has(at)),
    ...lines('noOrigin', (at) => stranded.has(at)),
    ...(uncounted ? [{ code: 'tooManyToPlace' } as const] : []),
    ...(compiled.sampleCarton && parcels.some(({ packaging }) => packaging !== null) ? [{ code: 'sampleCarton' } as const] : []),
    ...(compiled.places.needsPoint && !request.destination.point ? [{ code: 'noPoint' } as const] : []),
  ];
}

const offered = (answers: readonly (Offer | Withheld)[]) => ({
  options: answers.filter((answer) => answer.status !== 'withheld'),
  withheld: answers.filter((answer) => answer.status === 'withheld'),
});

/** The quote of a cart: same input, same output, to the byte. */
export function quote(compiled: CompiledBook, request: QuoteRequest): Quote {
  const measured = measureCart(compiled, request);
  const { index, ...place } = locate(compiled, request.destination);
  const zone = index === undefined ? undefined : compiled.zones[index];
  const { measures } = measured;
  const base = { place, measures, remarks: remarksOn(compiled, request, measured) };
  if (measures.itemCount === 0) return { ...base, options: [], withheld: [], consignments: [] };
  const answers = measured.consignments.map((consignment) => (zone ? quoteConsignment(compiled, zone, consignment) : []));
  const consignments = measured.consignments.map(
    (consignment, at): ConsignmentQuote => ({ ...consignment, ...offered(answers[at] ?? []) }),
  );
  const whole = offered(zone ? joined(compiled, answers) : []);
  // Where no service takes everything, the buyer may still choose one for each consignment.
  const stranded = whole.options.length === 0 && consignments.some(({ options }) => options.length === 0);
  return { ...base, ...whole, consignments, ...(stranded && { message: compiled.book.shop.texts.noOption }) };
}
