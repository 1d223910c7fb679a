import type { MeasureVector } from '../measures/measure.ts';
import { type Carton, SAMPLE_CARTON, toCarton } from '../packing/packaging.ts';
import type { PackingOrder } from '../packing/packParcels.ts';
import type { Parcel } from '../packing/parcel.ts';
import { indexPlaces, type PlaceIndex } from '../places/placeIndex.ts';
import type { Id } from '../rate-book/naming.ts';
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
  /** Ids of the goods groups. */
  readonly groups: ReadonlySet<Id>;
  readonly packing: PackingOrder;
  /** No packaging is in use: the sample carton stands in. */
  readonly sampleCarton: boolean;
  /** What goods were packed into lately. */
  readonly parcels: Map<string, readonly Parcel[]>;
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

interface CompiledPacking {
  readonly packing: PackingOrder;
  readonly sampleCarton: boolean;
  readonly parcels: Map<string, readonly Parcel[]>;
}

const compiledPackings = new WeakMap<RateBook['packing'], CompiledPacking>();

function compilePacking(packing: RateBook['packing']): CompiledPacking {
  const held = compiledPackings.get(packing);
  if (held) return held;
  const inUse = packing.packaging.filter((packaging) => packaging.inUse);
  const cartons: Carton[] = (inUse.length > 0 ? inUse : [SAMPLE_CARTON]).map(toCarton);
  const compiled = {
    packing: { cartons, usual: packing.usual, volume: packing.volume },
    sampleCarton: inUse.length === 0,
    parcels: new Map(),
  };
  compiledPackings.set(packing, compiled);
  return compiled;
}

export function compile(book: RateBook): CompiledBook {
  const services = book.services.map((service) => service.id).join(' ');
  return {
    book,
    zones: book.zones.map((zone) => compileZone(zone, book, services)),
    ...compilePacking(book.packing),
    groups: new Set(book.goodsGroups.map((group) => group.id)),
    places: indexPlaces(
      book.zones.map((zone) => zone.places),
      (location) => book.locations.find(({ id }) => id === location)?.point ?? null,
    ),
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
