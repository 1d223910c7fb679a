import type { Id } from '../names/naming.ts';
import { indexPlaces, type PlaceIndex } from '../places/placeIndex.ts';
import { laneOf, type RateBook, type Zone } from '../rate-book/rateBook.ts';
import { type CompiledLane, compileLane, type LaneContext, readsDistance } from './compiledLane.ts';
import { type CompiledPacking, compilePacking } from './compiledPacking.ts';

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

const compiledZones = new WeakMap<Zone, { rest: LaneContext; zone: CompiledZone }>();

/** Documents are never changed in place, so the same part is the same thing. */
const sameRest = (a: LaneContext, b: LaneContext) =>
  a.services === b.services &&
  a.locations === b.locations &&
  a.charges === b.charges &&
  a.allowances === b.allowances &&
  a.packing === b.packing &&
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
function compileZone(zone: Zone, rest: LaneContext): CompiledZone {
  const held = compiledZones.get(zone);
  if (held && sameRest(held.rest, rest)) return held.zone;
  const lanes = rest.services.map((service) => {
    const lane = laneOf(zone, service.id);
    return lane ? compileLane(lane, service, zone, rest) : null;
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

export function compile(book: RateBook): CompiledBook {
  const { services, charges, allowances, locations, packing } = book;
  const { pricing, currency } = book.shop;
  const rest = { services, charges, allowances, locations, packing, pricing, currency };
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
