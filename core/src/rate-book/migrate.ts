/** A document of some earlier format, read loosely: what does not fit is left for the schema to name. */
type Json = Record<string, unknown>;

const isObject = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Postal places of format 1 stood one by one; from format 2 on the rules of a country stand in one list. */
function gatherPostal(places: unknown): unknown {
  if (!Array.isArray(places)) return places;
  const gathered: unknown[] = [];
  const lists = new Map<string, Json & { rules: string }>();
  for (const place of places) {
    const line = !isObject(place)
      ? undefined
      : place.kind === 'postalPrefix'
        ? `${place.prefix}*`
        : place.kind === 'postalCode'
          ? `${place.code}`
          : undefined;
    if (!isObject(place) || line === undefined) {
      gathered.push(place);
      continue;
    }
    const key = `${place.country} ${place.excluded === true}`;
    const list = lists.get(key);
    if (list) {
      list.rules += `\n${line}`;
      continue;
    }
    const first = { kind: 'postal', country: place.country, rules: line, ...(place.excluded === true && { excluded: true }) };
    lists.set(key, first);
    gathered.push(first);
  }
  return gathered;
}

/** Format 2 brought goods groups, locations, packaging, and postal lists. Cards go on weighing the items alone, as they did. */
function from1(book: Json): Json {
  const zones = Array.isArray(book.zones)
    ? book.zones.map((zone: unknown) => (isObject(zone) ? { ...zone, places: gatherPostal(zone.places) } : zone))
    : book.zones;
  return {
    ...book,
    format: 2,
    zones,
    goodsGroups: [],
    locations: [],
    packing: { packaging: [], usual: null, volume: { divisor: 5000, per: 'cm3PerKg', roundUpTo: null } },
  };
}

const STEPS: Readonly<Record<number, (book: Json) => Json>> = { 1: from1 };

/** Brings a document forward to the present format, one step at a time; one that is no known older format stays as it is. */
export function migrate(document: unknown): unknown {
  let current = document;
  while (isObject(current)) {
    const step = typeof current.format === 'number' && Object.hasOwn(STEPS, current.format) ? STEPS[current.format] : undefined;
    if (!step) return current;
    current = step(current);
  }
  return current;
}
