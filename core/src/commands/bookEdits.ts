import type { Id } from '../names/naming.ts';
import type { Lane } from '../rate-book/lane.ts';
import { laneOf, type RateBook, type Service, type Shop, type Zone } from '../rate-book/rateBook.ts';
import { CommandProblem, type CommandProblemCode } from './commandProblem.ts';

/** Small edits the commands share. None changes its input; what did not change keeps its identity. */

export function zoneOf(book: RateBook, id: Id, path = 'zone'): Zone {
  return requireOne(book.zones, id, 'zoneNotFound', path);
}

export function serviceOf(book: RateBook, id: Id, path = 'service'): Service {
  return requireOne(book.services, id, 'serviceNotFound', path);
}

/** The entry of a list with an id. */
export function requireOne<T extends { id: Id }>(list: readonly T[], id: Id, code: CommandProblemCode, path: string): T {
  const entry = list.find((one) => one.id === id);
  if (!entry) throw new CommandProblem(code, path, id);
  return entry;
}

/** A zone and service pair as messages name it. */
export const laneName = (at: { service: Id; zone: Id }): string => `${at.service} to ${at.zone}`;

export function requireLane(book: RateBook, at: { zone: Id; service: Id }, path = 'service'): Lane {
  const zone = zoneOf(book, at.zone);
  serviceOf(book, at.service);
  const lane = laneOf(zone, at.service);
  if (!lane) throw new CommandProblem('laneNotFound', path, laneName(at));
  return lane;
}

/** An edit that changes nothing gives back what it was given, so that nothing is stored for it. */
export function edited<T extends { id: Id }>(list: readonly T[], entry: T, edit: (entry: T) => T): readonly T[] {
  const next = edit(entry);
  if (JSON.stringify(next) === JSON.stringify(entry)) return list;
  return list.map((one) => (one === entry ? next : one));
}

export function withZone(book: RateBook, id: Id, edit: (zone: Zone) => Zone): RateBook {
  const zones = edited(book.zones, zoneOf(book, id), edit);
  return zones === book.zones ? book : { ...book, zones: [...zones] };
}

export function withService(book: RateBook, id: Id, edit: (service: Service) => Service): RateBook {
  const services = edited(book.services, serviceOf(book, id), edit);
  return services === book.services ? book : { ...book, services: [...services] };
}

export function withShop(book: RateBook, edit: (shop: Shop) => Shop): RateBook {
  const shop = edit(book.shop);
  return JSON.stringify(shop) === JSON.stringify(book.shop) ? book : { ...book, shop };
}

export function withLane(book: RateBook, at: { zone: Id; service: Id }, lane: Lane): RateBook {
  return withZone(book, at.zone, (zone) => ({ ...zone, lanes: { ...zone.lanes, [at.service]: lane } }));
}

export function withoutLane(zone: Zone, service: Id): Zone {
  if (!Object.hasOwn(zone.lanes, service)) return zone;
  const { [service]: _gone, ...lanes } = zone.lanes;
  return { ...zone, lanes };
}

export function insertAt<T>(list: readonly T[], entry: T, at: number): T[] {
  return [...list.slice(0, at), entry, ...list.slice(at)];
}

/** Moves the entry with `id` so that it ends at position `to`; the same list when it is there already. */
export function moveTo<T extends { id: Id }>(list: T[], id: Id, to: number): T[] {
  const entry = list.find((one) => one.id === id);
  if (!entry || to >= list.length) throw new CommandProblem('outOfOrder', 'to', String(to));
  if (list[to] === entry) return list;
  return insertAt(
    list.filter((one) => one.id !== id),
    entry,
    to,
  );
}

export function requireFree(list: readonly { id: Id }[], id: Id, most: number, what: string): void {
  if (list.some((entry) => entry.id === id)) throw new CommandProblem('idInUse', 'id', id);
  if (list.length >= most) throw new CommandProblem('tooMany', 'id', what);
}
