import type { Measures } from '../measures/measure.ts';
import type { Destination } from '../places/place.ts';
import { findZone } from '../places/placeIndex.ts';
import type { CompiledBook, CompiledZone } from './compile.ts';
import { type MeasuredCart, measureCart } from './measureCart.ts';
import { quoteLane } from './quoteLane.ts';
import type { Offer, PlaceAnswer, Quote, Remark, Withheld } from './quoteTypes.ts';
import type { QuoteRequest } from './request.ts';

/** Where a destination falls. */
export function locate(compiled: CompiledBook, destination: Destination): PlaceAnswer & { index?: number } {
  if (!compiled.served.has(destination.country)) return { status: 'notServed' };
  const match = findZone(compiled.places, destination);
  const zone = match && compiled.book.zones[match.zone];
  if (!match || !zone) return { status: 'noZone' };
  const rivals = match.rivals.flatMap((at) => compiled.book.zones[at]?.id ?? []);
  return { status: 'zone', zone: zone.id, place: match.place, rivals, index: match.zone };
}

/** The answer of every service in one zone, in the owner's order. */
export function quoteZone(compiled: CompiledBook, zone: CompiledZone, measures: Measures): (Offer | Withheld)[] {
  return compiled.book.services.map((service, at) => quoteLane(service.id, zone.lanes[at] ?? null, measures));
}

function remarksOn({ measures, withoutWeight }: MeasuredCart): Remark[] {
  if (measures.itemCount === 0) return [{ code: 'nothingToDeliver' }];
  return withoutWeight.map((line) => ({ code: 'lineWithoutWeight', line }));
}

/** The quote of a cart: same input, same output, to the byte. */
export function quote(compiled: CompiledBook, request: QuoteRequest): Quote {
  const measured = measureCart(request);
  const { index, ...place } = locate(compiled, request.destination);
  const zone = index === undefined ? undefined : compiled.zones[index];
  const { measures } = measured;
  const base = { place, measures, remarks: remarksOn(measured) };
  if (measures.itemCount === 0) return { ...base, options: [], withheld: [] };
  const answers = zone ? quoteZone(compiled, zone, measures) : [];
  const options = answers.filter((answer) => answer.status !== 'withheld');
  const withheld = answers.filter((answer) => answer.status === 'withheld');
  const message = options.length === 0 ? { message: compiled.book.shop.texts.noOption } : {};
  return { ...base, options, withheld, ...message };
}
