import type { Id } from '../names/naming.ts';
import { oncePer } from '../once/oncePer.ts';
import { type Carton, SAMPLE_CARTON, toCarton } from '../packing/packaging.ts';
import type { PackingOrder } from '../packing/packParcels.ts';
import type { Parcel } from '../packing/parcel.ts';
import { indexPlaces, type PlaceIndex } from '../places/placeIndex.ts';
import { laneOf, type RateBook, type Zone } from '../rate-book/rateBook.ts';
import { type CompiledLane, compileLane, type LaneContext, readsDistance } from './compiledLane.ts';
import { NO_LANE } from './compiledResult.ts';
import { lanePrice } from './lanePrice.ts';
import type { Shipment } from './shipment.ts';

export interface CompiledZone {
  readonly zone: Zone;
  /** By position of the service in the book; null where there is no lane. */
  readonly lanes: readonly (CompiledLane | null)[];
}

/** A rate book turned into lookup structures, once; quoting then allocates little. */
export interface CompiledBook extends CompiledPacking {
  readonly book: RateBook;
  readonly zones: readonly CompiledZone[];
  readonly places: PlaceIndex;
  readonly served: ReadonlySet<string>;
  /** Ids of the goods groups. */
  readonly groups: ReadonlySet<Id>;
}

/** What compiled lanes rest on besides their zone; documents are never changed in place, so the same part is the same thing. */
type Rest = Pick<RateBook, 'services' | 'charges' | 'allowances' | 'locations'> & Pick<RateBook['shop'], 'pricing' | 'currency'>;

const compiledZones = new WeakMap<Zone, { rest: Rest; zone: CompiledZone }>();

const sameRest = (a: Rest, b: Rest) =>
  a.services === b.services &&
  a.locations === b.locations &&
  a.charges === b.charges &&
  a.allowances === b.allowances &&
  a.pricing === b.pricing &&
  a.currency === b.currency;

/** A carrier's lane with the lane that stands in for it; one step only, so that two never wait for each other. */
function withBackup(
  lane: CompiledLane | null,
  lanes: readonly (CompiledLane | null)[],
  services: RateBook['services'],
): CompiledLane | null {
  const { unanswered } = lane?.terms ?? {};
  if (!lane || unanswered?.kind !== 'service') return lane;
  return { ...lane, backup: lanes[services.findIndex(({ id }) => id === unanswered.service)] ?? null };
}

/** A zone that has not changed since the last edit is not compiled again. */
function compileZone(zone: Zone, rest: Rest): CompiledZone {
  const held = compiledZones.get(zone);
  if (held && sameRest(held.rest, rest)) return held.zone;
  const context: LaneContext = rest;
  const lanes = rest.services.map((service) => {
    const lane = laneOf(zone, service.id);
    return lane ? compileLane(lane, service, zone, context) : null;
  });
  const compiled = { zone, lanes: lanes.map((lane) => withBackup(lane, lanes, rest.services)) };
  compiledZones.set(zone, { rest, zone: compiled });
  return compiled;
}

/** Whether any price or limit asks how far away the address is. */
function asksDistance(book: RateBook): boolean {
  const drawn = ({ kind, round }: RateBook['services'][number]) => kind === 'round' && round?.area.some((place) => place.kind === 'area');
  return (
    book.services.some(drawn) ||
    book.zones.some((zone) => Object.values(zone.lanes).some(readsDistance)) ||
    book.allowances.some(({ ranges }) => ranges.some(({ measure }) => measure === 'distance'))
  );
}

/** What goods are packed into, and what they were packed into lately. */
export interface CompiledPacking {
  readonly packing: PackingOrder;
  /** No packaging is in use: the sample carton stands in. */
  readonly sampleCarton: boolean;
  readonly parcels: Map<string, readonly Parcel[]>;
}

const compilePacking = oncePer((packing: RateBook['packing']): CompiledPacking => {
  return packingOf(packing, () => true);
});

function packingOf(packing: RateBook['packing'], chosen: (packaging: Id) => boolean): CompiledPacking {
  const inUse = packing.packaging.filter((packaging) => packaging.inUse && chosen(packaging.id));
  const cartons: Carton[] = (inUse.length > 0 ? inUse : [SAMPLE_CARTON]).map(toCarton);
  return {
    packing: { cartons, usual: packing.usual, volume: packing.volume },
    sampleCarton: inUse.length === 0,
    parcels: new Map(),
  };
}

const ownSets = oncePer((_packing: RateBook['packing']) => new Map<string, CompiledPacking>());

/** The packing of a service with packaging of its own; all packaging where none of it is in use any more. */
export function ownPacking({ book, ...whole }: CompiledBook, packaging: readonly Id[]): CompiledPacking {
  const sets = ownSets(book.packing);
  const key = packaging.join(' ');
  const held = sets.get(key);
  if (held) return held;
  const own = packingOf(book.packing, (id) => packaging.includes(id));
  const compiled = own.sampleCarton ? whole : own;
  sets.set(key, compiled);
  return compiled;
}

export function compile(book: RateBook): CompiledBook {
  const { services, charges, allowances, locations } = book;
  const { pricing, currency } = book.shop;
  const rest = { services, charges, allowances, locations, pricing, currency };
  const places = indexPlaces(
    book.zones.map((zone) => zone.places),
    (location) => book.locations.find(({ id }) => id === location)?.point ?? null,
  );
  return {
    book,
    zones: book.zones.map((zone) => compileZone(zone, rest)),
    ...compilePacking(book.packing),
    groups: new Set(book.goodsGroups.map((group) => group.id)),
    places: places.needsPoint ? places : { ...places, needsPoint: asksDistance(book) },
    served: new Set(book.shop.served),
  };
}

/**
 * Prices of every service in one zone, without a ledger, into `out` (one number a service, minor units);
 * below 0 stand `WITHHELD`, `REFER` and `NO_LANE`.
 */
export function pricesInto(zone: CompiledZone, shipment: Shipment, out: Float64Array): void {
  for (let at = 0; at < zone.lanes.length; at += 1) {
    const lane = zone.lanes[at] as CompiledLane | null;
    out[at] = lane === null ? NO_LANE : lanePrice(lane, shipment);
  }
}
