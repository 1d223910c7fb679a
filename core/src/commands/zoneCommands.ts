import { z } from 'zod';
import { BasisPoints } from '../measures/percent.ts';
import { Id, Name } from '../names/naming.ts';
import { CountryCode, SubdivisionCode } from '../places/countries.ts';
import { groupMembers } from '../places/countryGroups.ts';
import { Place } from '../places/place.ts';
import { Zone } from '../rate-book/rateBook.ts';
import { inheritedTax } from '../rate-book/zoneTax.ts';
import { insertAt, moveTo, requireFree, withZone, zoneOf } from './bookEdits.ts';
import { define } from './define.ts';
import { withoutInRules } from './ruleCommands.ts';

const MOST_ZONES = 300;
const Position = z.int().min(0);

/** A country or a province or state, by its ISO 3166 code. */
const Region = z.union([CountryCode, SubdivisionCode]);

const isRegion = (place: Place, region: string): boolean =>
  (place.kind === 'country' && place.country === region) || (place.kind === 'subdivision' && place.subdivision === region);

const regionPlace = (region: string): Place =>
  region.length === 2 ? { kind: 'country', country: region } : { kind: 'subdivision', subdivision: region };

/** Whether a group, or of a province its country, brings the region into a zone. */
const brings = (places: readonly Place[], region: string): boolean =>
  places.some(
    (place) =>
      !place.excluded &&
      ((place.kind === 'countryGroup' && groupMembers(place.group).includes(region.slice(0, 2))) ||
        (place.kind === 'country' && place.country !== region && place.country === region.slice(0, 2))),
  );

function withRegion(places: readonly Place[], region: string): Place[] {
  const others = places.filter((place) => !(isRegion(place, region) && place.excluded));
  return others.some((place) => isRegion(place, region)) ? others : [...others, regionPlace(region)];
}

/** Left out by name only where nothing else takes it: what another zone names more closely it has anyway. */
function withoutRegion(places: readonly Place[], region: string, leaveOut: boolean): Place[] {
  const others = places.filter((place) => !isRegion(place, region));
  return leaveOut && brings(others, region) ? [...others, { ...regionPlace(region), excluded: true }] : others;
}

export const zoneCommands = {
  /** A new zone, last unless `at` says where. */
  addZone: define(z.strictObject({ id: Id, name: Name, places: z.array(Place), at: Position.optional() }), (book, args) => {
    requireFree(book.zones, args.id, MOST_ZONES, 'zones');
    const zone = { id: args.id, name: args.name, places: args.places, taxRate: inheritedTax(book, args.places) ?? 0, label: '', lanes: {} };
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
    return {
      ...book,
      zones: book.zones.filter((zone) => zone.id !== args.zone),
      ...withoutInRules(book, { kind: 'zones', id: args.zone }),
    };
  }),
  moveZone: define(z.strictObject({ zone: Id, to: Position }), (book, args) => {
    zoneOf(book, args.zone);
    const zones = moveTo(book.zones, args.zone, args.to);
    return zones === book.zones ? book : { ...book, zones };
  }),
  /**
   * Moves a country, province or state into a zone in one step: it is taken out of the others, and stands in this one by
   * name. With no zone it is taken out of all of them.
   */
  moveRegion: define(z.strictObject({ region: Region, zone: Id.nullable() }), (book, args) => {
    if (args.zone !== null) zoneOf(book, args.zone);
    const zones = book.zones.map((zone) => {
      const here = zone.id === args.zone;
      const places = here ? withRegion(zone.places, args.region) : withoutRegion(zone.places, args.region, args.zone === null);
      return JSON.stringify(places) === JSON.stringify(zone.places) ? zone : { ...zone, places };
    });
    return zones.every((zone, at) => zone === book.zones[at]) ? book : { ...book, zones };
  }),
  setZoneTax: define(z.strictObject({ zone: Id, taxRate: BasisPoints }), (book, args) =>
    withZone(book, args.zone, (zone) => ({ ...zone, taxRate: args.taxRate })),
  ),
  /** The first places of a zone bring the rate with them that the shop's other zones there are taxed at. */
  setPlaces: define(z.strictObject({ zone: Id, places: z.array(Place).max(5000) }), (book, args) =>
    withZone(book, args.zone, (zone) => {
      const isFirst = zone.places.length === 0 && zone.taxRate === 0;
      return { ...zone, places: args.places, taxRate: (isFirst ? inheritedTax(book, args.places) : null) ?? zone.taxRate };
    }),
  ),
  /** A word zones are gathered by on the sheet. */
  labelZones: define(z.strictObject({ zones: z.array(Id).min(1), ...Zone.pick({ label: true }).shape }), (book, args) =>
    args.zones.reduce((edited, id) => withZone(edited, id, (zone) => ({ ...zone, label: args.label })), book),
  ),
};
