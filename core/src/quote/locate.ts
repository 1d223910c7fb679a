import { oncePer } from '../once/oncePer.ts';
import type { Destination } from '../places/place.ts';
import { explainZones, findZone } from '../places/placeIndex.ts';
import type { CompiledBook, CompiledZone } from './compile.ts';
import type { PlaceAnswer } from './quoteTypes.ts';

/** Where a destination falls, and the zone it falls in. */
export interface Located {
  readonly answer: PlaceAnswer;
  readonly zone: CompiledZone | undefined;
}

const NOT_SERVED: Located = { answer: { status: 'notServed' }, zone: undefined };
const NO_ZONE: Located = { answer: { status: 'noZone' }, zone: undefined };
const NO_RIVALS: readonly string[] = [];

type Found = Extract<PlaceAnswer, { status: 'zone' }>;

/** Where addresses fell that were asked about lately: a buyer asks about one again and again. */
const locatedIn = oncePer((_book: CompiledBook) => new Map<string, Located>());
const MOST_LOCATED = 5000;

/** Where a destination falls. */
export function locate(compiled: CompiledBook, destination: Destination): Located {
  const { country, subdivision, postalCode, point } = destination;
  const known = locatedIn(compiled);
  const key = JSON.stringify([country, subdivision, postalCode, point?.latitude, point?.longitude]);
  const held = known.get(key);
  if (held) return held;
  const found = lookUp(compiled, destination);
  if (known.size >= MOST_LOCATED) known.clear();
  known.set(key, found);
  return found;
}

function lookUp(compiled: CompiledBook, destination: Destination): Located {
  if (!compiled.served.has(destination.country)) return NOT_SERVED;
  const match = findZone(compiled.places, destination);
  const zone = match && compiled.zones[match.zone];
  if (!match || !zone) return NO_ZONE;
  const { place, rule, distance } = match;
  const rivals = match.rivals.length === 0 ? NO_RIVALS : match.rivals.flatMap((at) => compiled.book.zones[at]?.id ?? []);
  const answer: Found = { status: 'zone', zone: zone.zone.id, place, rivals };
  if (rule !== undefined) answer.rule = rule;
  if (distance !== undefined) answer.distance = distance;
  return { answer, zone };
}

/** Every zone that claims a destination, most closely first, with what of it matched; cut out where the zone leaves it out. */
export function explainDestination(compiled: CompiledBook, destination: Destination) {
  return explainZones(compiled.places, destination).flatMap(({ zone: at, place, rule, distance, cutOut }) => {
    const zone = compiled.book.zones[at];
    if (!zone) return [];
    const matched = { place, ...(rule !== undefined && { rule }), ...(distance !== undefined && { distance }) };
    return [{ answer: { status: 'zone' as const, zone: zone.id, rivals: [], ...matched }, name: zone.name, cutOut }];
  });
}
