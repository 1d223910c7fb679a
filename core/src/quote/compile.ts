import type { MeasureVector } from '../measures/measure.ts';
import { indexPlaces, type PlaceIndex } from '../places/placeIndex.ts';
import { laneOf, type RateBook, type Zone } from '../rate-book/rateBook.ts';
import { type CompiledLane, compileLane, lanePrice, NO_LANE } from './compiledLane.ts';

export interface CompiledZone {
  readonly zone: Zone;
  /** By position of the service in the book; null where there is no lane. */
  readonly lanes: readonly (CompiledLane | null)[];
}

/** A rate book turned into lookup structures, once; quoting then allocates little. */
export interface CompiledBook {
  readonly book: RateBook;
  readonly zones: readonly CompiledZone[];
  readonly places: PlaceIndex;
  readonly served: ReadonlySet<string>;
}

const compiledZones = new WeakMap<Zone, { services: string; zone: CompiledZone }>();

/** A zone that has not changed since the last edit is not compiled again: documents are never changed in place. */
function compileZone(zone: Zone, book: RateBook, services: string): CompiledZone {
  const held = compiledZones.get(zone);
  if (held?.services === services) return held.zone;
  const lanes = book.services.map((service) => {
    const lane = laneOf(zone, service.id);
    return lane ? compileLane(lane) : null;
  });
  const compiled = { zone, lanes };
  compiledZones.set(zone, { services, zone: compiled });
  return compiled;
}

export function compile(book: RateBook): CompiledBook {
  const services = book.services.map((service) => service.id).join(' ');
  return {
    book,
    zones: book.zones.map((zone) => compileZone(zone, book, services)),
    places: indexPlaces(book.zones.map((zone) => zone.places)),
    served: new Set(book.shop.served),
  };
}

/**
 * Prices of every service in one zone, without a ledger, into `out` (one number a service, minor units);
 * below 0 stand `WITHHELD`, `REFER` and `NO_LANE`.
 */
export function pricesInto(zone: CompiledZone, measures: MeasureVector, out: Float64Array): void {
  for (let at = 0; at < zone.lanes.length; at += 1) {
    const lane = zone.lanes[at] as CompiledLane | null;
    out[at] = lane === null ? NO_LANE : lanePrice(lane, measures);
  }
}
