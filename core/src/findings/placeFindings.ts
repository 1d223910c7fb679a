import { distanceToMillimetres } from '../measures/distance.ts';
import type { Id } from '../names/naming.ts';
import { boundsOf, inOutline, type Outline } from '../places/area.ts';
import { type CountryCode, listSubdivisions, type SubdivisionCode } from '../places/countries.ts';
import { geodesicDistance } from '../places/geodesic.ts';
import type { Destination, Place } from '../places/place.ts';
import { findZone, indexPlaces, type PlaceIndex } from '../places/placeIndex.ts';
import { normalizePostal } from '../places/postal.ts';
import { postalRulesOf } from '../places/postalList.ts';
import { ruleKey } from '../places/postalRule.ts';
import { isToldByPostal } from '../places/postalStart.ts';
import { findCrossing } from '../places/ringCrossing.ts';
import { partsOf } from '../places/subdivisionTree.ts';
import type { RateBook, Zone } from '../rate-book/rateBook.ts';
import { taxRatesBeside } from '../rate-book/zoneTax.ts';
import type { Finding } from './finding.ts';

/** What is left over, and what is claimed twice. */
export type PlaceFinding = Finding<
  'leftOver' | 'leftOverParts' | 'provinceToSend' | 'untaxed' | 'overlap' | 'overlapPostal' | 'overlapShapes'
>;

const NOWHERE = { zones: [] };

function leftOvers(book: RateBook, index: PlaceIndex): PlaceFinding[] {
  return book.shop.served.flatMap((country): PlaceFinding[] => {
    if (findZone(index, { country })) return [];
    const parts = listSubdivisions(country);
    const zoneless = new Set(parts.filter((subdivision) => !findZone(index, { country, subdivision })));
    // A region is looked after where all it is made of is.
    const isMissing = (code: SubdivisionCode): boolean =>
      zoneless.has(code) && (partsOf(code).length === 0 || partsOf(code).some(isMissing));
    const without = parts.filter(isMissing);
    const [first] = without;
    const postal = index.postal.has(country);
    const facts = { severity: 'turnedAway', where: NOWHERE } as const;
    if (parts.length === without.length)
      return postal ? [] : [{ code: 'leftOver', ...facts, facts: { country }, witness: { destination: { country } } }];
    const witness = first === undefined ? null : { destination: { country, subdivision: first } };
    return witness === null ? [] : [{ code: 'leftOverParts', ...facts, facts: { country, subdivisions: without }, witness }];
  });
}

/** Zones at no tax beside others in the same countries that are taxed. */
export function untaxedZones(book: Pick<RateBook, 'zones' | 'shop'>): Finding<'untaxed'>[] {
  if (book.shop.pricing.tax === 'none') return [];
  return book.zones.flatMap((zone) => {
    const rates = zone.taxRate === 0 ? taxRatesBeside(book, zone.places, zone) : [];
    const [only] = rates;
    if (only === undefined) return [];
    const repair = rates.length === 1 && { repair: [{ name: 'setZoneTax' as const, args: { zone: zone.id, taxRate: only } }] };
    return [{ code: 'untaxed' as const, severity: 'moneyLost' as const, where: { zones: [zone.id] }, facts: { rates }, ...repair }];
  });
}

/** Zones that a postal code alone never leads to, by country. */
export function provincesToSend(zones: readonly Zone[]): Finding<'provinceToSend'>[] {
  return zones.flatMap(({ id, places }) => {
    const untold = places.flatMap((place) =>
      place.kind === 'subdivision' && !place.excluded && !isToldByPostal(place.subdivision) ? [place.subdivision] : [],
    );
    return [...new Set(untold.map((code) => code.slice(0, 2)))].map((country) => {
      const subdivisions = untold.filter((code) => code.startsWith(country));
      const witness = { destination: { country, subdivision: subdivisions[0] } as Destination };
      return {
        code: 'provinceToSend' as const,
        severity: 'note' as const,
        where: { zones: [id] },
        facts: { country, subdivisions },
        witness,
      };
    });
  });
}

function regionOverlaps(book: RateBook, index: PlaceIndex): PlaceFinding[] {
  const found: PlaceFinding[] = [];
  const look = (witness: Destination) => {
    const match = findZone(index, witness);
    const first = match && book.zones[match.zone];
    if (!match || !first) return false;
    for (const rival of match.rivals) {
      const second = book.zones[rival];
      if (second)
        found.push({
          code: 'overlap',
          severity: 'surprise',
          where: { zones: [first.id, second.id] },
          facts: { place: match.place },
          witness: { destination: witness },
        });
    }
    return match.rivals.length > 0;
  };
  for (const country of book.shop.served) {
    look({ country });
    for (const subdivision of listSubdivisions(country)) if (index.regions.has(subdivision)) look({ country, subdivision });
  }
  return found;
}

const MOST_RULES = 20;

interface SharedRules {
  readonly zones: readonly [Id, Id];
  readonly country: CountryCode;
  readonly rules: string[];
}

/** Every rule of every list, with its zone. */
function postalClaims(book: RateBook) {
  return book.zones.flatMap(({ id, places }) =>
    places.flatMap((place) =>
      place.kind === 'postal' && !place.excluded
        ? postalRulesOf(place.rules).map(({ line, rule }) => ({
            zone: id,
            country: place.country,
            line,
            key: `${place.country} ${ruleKey(rule)}`,
          }))
        : [],
    ),
  );
}

function postalOverlaps(book: RateBook): PlaceFinding[] {
  const owners = new Map<string, Id>();
  const shared = new Map<string, SharedRules>();
  for (const { zone, country, line, key } of postalClaims(book)) {
    const owner = owners.get(key) ?? zone;
    owners.set(key, owner);
    if (owner === zone) continue;
    const pair = `${owner} ${zone} ${country}`;
    const held = shared.get(pair) ?? { zones: [owner, zone], country, rules: [] };
    held.rules.push(line);
    shared.set(pair, held);
  }
  return [...shared.values()].map(({ zones, country, rules }) => {
    const [first = ''] = rules;
    const destination = { country, postalCode: normalizePostal(first.replace('*', '').split('-')[0] ?? first) };
    const facts = { country, rules: rules.slice(0, MOST_RULES) };
    return { code: 'overlapPostal', severity: 'surprise', where: { zones }, facts, witness: { destination } };
  });
}

function outlinesMeet(a: Outline, b: Outline): boolean {
  const [aw, as, ae, an] = boundsOf(a);
  const [bw, bs, be, bn] = boundsOf(b);
  if (aw >= be || bw >= ae || as >= bn || bs >= an) return false;
  const within = (inner: Outline, outer: Outline) =>
    inner.some(([ring]) => ring?.some(([longitude, latitude]) => strictlyIn(outer, longitude, latitude)));
  if (within(a, b) || within(b, a)) return true;
  // Shapes that share stretches of their edges: points spread over where their bounds meet.
  const [west, east, south, north] = [Math.max(aw, bw), Math.min(ae, be), Math.max(as, bs), Math.min(an, bn)];
  for (let step = 0; step < 81; step += 1) {
    const longitude = west + ((east - west) * ((step % 9) + 0.5)) / 9;
    const latitude = south + ((north - south) * (Math.floor(step / 9) + 0.5)) / 9;
    if (strictlyIn(a, longitude, latitude) && strictlyIn(b, longitude, latitude)) return true;
  }
  return a.some((one) => b.some((other) => findCrossing([...one, ...other]) !== undefined));
}

/** Inside by a hair on every side: areas that share an edge do not overlap. */
function strictlyIn(outline: Outline, longitude: number, latitude: number): boolean {
  const hair = 1e-7;
  return [-hair, hair].every((east) =>
    [-hair, hair].every((north) => inOutline(outline, { longitude: longitude + east, latitude: latitude + north })),
  );
}

type Circle = Extract<Place, { kind: 'circle' }>;

function ringsMeet(a: Circle, b: Circle, book: RateBook): boolean {
  const ring = (circle: Circle) =>
    [circle.beyond === null ? 0 : distanceToMillimetres(circle.beyond), distanceToMillimetres(circle.within)] as const;
  const [[innerA, outerA], [innerB, outerB]] = [ring(a), ring(b)];
  if (a.location === b.location) return innerA < outerB && innerB < outerA;
  const point = (id: Id) => book.locations.find((location) => location.id === id)?.point;
  const [from, to] = [point(a.location), point(b.location)];
  if (!from || !to) return false;
  const apart = geodesicDistance(from, to) * 1000;
  return apart < outerA + outerB && apart + outerA > innerB && apart + outerB > innerA;
}

function shapeOverlaps(book: RateBook): PlaceFinding[] {
  const shapes = book.zones.flatMap(({ id, places }) =>
    places.flatMap((place) => ((place.kind === 'area' || place.kind === 'circle') && !place.excluded ? [{ zone: id, place }] : [])),
  );
  const name = (place: Place) => (place.kind === 'area' ? place.name : place.kind === 'circle' ? place.within : '');
  const found: PlaceFinding[] = [];
  shapes.forEach((a, at) => {
    for (const b of shapes.slice(at + 1)) {
      if (a.zone === b.zone) continue;
      const areas = a.place.kind === 'area' && b.place.kind === 'area' && outlinesMeet(a.place.outline, b.place.outline);
      const circles = a.place.kind === 'circle' && b.place.kind === 'circle' && ringsMeet(a.place, b.place, book);
      if (!areas && !circles) continue;
      const facts = { names: [name(a.place), name(b.place)] } as const;
      found.push({ code: 'overlapShapes', severity: 'surprise', where: { zones: [a.zone, b.zone] }, facts });
    }
  });
  return found;
}

/** What of the served world lies in no zone, and what two zones claim equally closely. */
export function placeFindings(book: RateBook): PlaceFinding[] {
  const index = indexPlaces(
    book.zones.map((zone) => zone.places),
    (location) => book.locations.find(({ id }) => id === location)?.point ?? null,
  );
  return [
    ...leftOvers(book, index),
    ...regionOverlaps(book, index),
    ...postalOverlaps(book),
    ...shapeOverlaps(book),
    ...provincesToSend(book.zones),
    ...untaxedZones(book),
  ];
}
