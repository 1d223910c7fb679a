import { z } from 'zod';
import { Place } from '../places/place.ts';
import { Id, Name } from '../rate-book/rateBook.ts';
import { insertAt, moveTo, requireFree, withZone, zoneOf } from './bookEdits.ts';
import { define } from './define.ts';

const MOST_ZONES = 300;
const Position = z.int().min(0);

export const zoneCommands = {
  /** A new zone, last unless `at` says where. */
  addZone: define(z.strictObject({ id: Id, name: Name, places: z.array(Place), at: Position.optional() }), (book, args) => {
    requireFree(book.zones, args.id, MOST_ZONES, 'zones');
    const zone = { id: args.id, name: args.name, places: args.places, lanes: {} };
    return { ...book, zones: insertAt(book.zones, zone, args.at ?? book.zones.length) };
  }),
  renameZone: define(z.strictObject({ zone: Id, name: Name }), (book, args) =>
    withZone(book, args.zone, (zone) => ({ ...zone, name: args.name })),
  ),
  /** A copy with its lanes, right after the original. Its places are left empty: two zones cannot own one place. */
  duplicateZone: define(z.strictObject({ zone: Id, id: Id, name: Name }), (book, args) => {
    const original = zoneOf(book, args.zone);
    requireFree(book.zones, args.id, MOST_ZONES, 'zones');
    const copy = { ...original, id: args.id, name: args.name, places: [] };
    return { ...book, zones: insertAt(book.zones, copy, book.zones.indexOf(original) + 1) };
  }),
  removeZone: define(z.strictObject({ zone: Id }), (book, args) => {
    zoneOf(book, args.zone);
    return { ...book, zones: book.zones.filter((zone) => zone.id !== args.zone) };
  }),
  moveZone: define(z.strictObject({ zone: Id, to: Position }), (book, args) => {
    zoneOf(book, args.zone);
    const zones = moveTo(book.zones, args.zone, args.to);
    return zones === book.zones ? book : { ...book, zones };
  }),
  setPlaces: define(z.strictObject({ zone: Id, places: z.array(Place).max(60_000) }), (book, args) =>
    withZone(book, args.zone, (zone) => ({ ...zone, places: args.places })),
  ),
};
