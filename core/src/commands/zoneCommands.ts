import { z } from 'zod';
import { CountryCode } from '../places/countries.ts';
import { groupMembers } from '../places/countryGroups.ts';
import { Place } from '../places/place.ts';
import { Id, Name } from '../rate-book/naming.ts';
import { insertAt, moveTo, requireFree, withZone, zoneOf } from './bookEdits.ts';
import { define } from './define.ts';

const MOST_ZONES = 300;
const Position = z.int().min(0);

const isCountry = (place: Place, country: CountryCode) => place.kind === 'country' && place.country === country;
const bringsCountry = (places: readonly Place[], country: CountryCode) =>
  places.some((place) => place.kind === 'countryGroup' && !place.excluded && groupMembers(place.group).includes(country));

function withCountry(places: readonly Place[], country: CountryCode): Place[] {
  const others = places.filter((place) => !(isCountry(place, country) && place.excluded));
  const stands = others.some((place) => isCountry(place, country));
  return stands ? others : [...others, { kind: 'country', country }];
}

function withoutCountry(places: readonly Place[], country: CountryCode): Place[] {
  const others = places.filter((place) => !isCountry(place, country));
  return bringsCountry(others, country) ? [...others, { kind: 'country', country, excluded: true }] : others;
}

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
  /**
   * Moves a country into a zone in one step: it is taken out of the others, and stands in this one by
   * name. With no zone it is taken out of all of them.
   */
  moveCountry: define(z.strictObject({ country: CountryCode, zone: Id.nullable() }), (book, args) => {
    if (args.zone !== null) zoneOf(book, args.zone);
    const zones = book.zones.map((zone) => {
      const places = zone.id === args.zone ? withCountry(zone.places, args.country) : withoutCountry(zone.places, args.country);
      return JSON.stringify(places) === JSON.stringify(zone.places) ? zone : { ...zone, places };
    });
    return zones.every((zone, at) => zone === book.zones[at]) ? book : { ...book, zones };
  }),
  setPlaces: define(z.strictObject({ zone: Id, places: z.array(Place).max(5000) }), (book, args) =>
    withZone(book, args.zone, (zone) => ({ ...zone, places: args.places })),
  ),
};
