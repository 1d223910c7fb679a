import { timeZoneNames } from '../time/timeZone.ts';
import { WEEK } from '../time/weekOfCountry.ts';

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

const OPEN = { floor: null, cap: null };

function card3(card: unknown): unknown {
  return isObject(card) && card.kind !== 'flat' ? { ...card, bands: 'whole', ...OPEN } : card;
}

function lane3(lane: unknown): unknown {
  if (!isObject(lane)) return lane;
  return {
    ...lane,
    card: card3(lane.card),
    kept: Array.isArray(lane.kept) ? lane.kept.map(card3) : lane.kept,
    groupCards: [],
    conditions: { goods: null, coupons: [], dates: null, weekdays: null },
    ...OPEN,
    freeFrom: isObject(lane.freeFrom) ? { ...lane.freeFrom, coversCharges: true } : lane.freeFrom,
    transit: null,
  };
}

const each = (list: unknown, edit: (entry: Json) => unknown): unknown =>
  Array.isArray(list) ? list.map((entry: unknown) => (isObject(entry) ? edit(entry) : entry)) : list;

/** Format 3 brought charges, allowances, cards per goods group, pricing rules and tax; whatever was priced goes on costing the same. */
function from2(book: Json): Json {
  const [first] = Array.isArray(book.locations) ? (book.locations as unknown[]) : [];
  const timeZone = isObject(first) && typeof first.timeZone === 'string' ? first.timeZone : 'UTC';
  const lanes = (held: unknown) =>
    isObject(held) ? Object.fromEntries(Object.entries(held).map(([service, lane]) => [service, lane3(lane)])) : held;
  return {
    ...book,
    format: 3,
    shop: isObject(book.shop)
      ? {
          ...book.shop,
          timeZone,
          pricing: { rounding: 'halfUp', ending: 'none', tax: 'none', order: 'owner' },
          severalAddresses: { allowed: true, mostItems: null },
        }
      : book.shop,
    zones: each(book.zones, (zone) => ({ ...zone, taxRate: 0, lanes: lanes(zone.lanes) })),
    services: each(book.services, (service) => ({ ...service, internalName: '', mixing: { kind: 'add' } })),
    charges: [],
    allowances: [],
  };
}

/** The runtime that checked names of zones before did so in any case. */
function zone4(name: unknown): unknown {
  if (typeof name !== 'string') return name;
  return timeZoneNames().find((known) => known.toLowerCase() === name.toLowerCase()) ?? name;
}

/** Format 4 brought dispatch calendars, days on the way of a service, rounds and counters; nothing is promised by what is not set. */
function from3(book: Json): Json {
  return {
    ...book,
    format: 4,
    shop: isObject(book.shop) ? { ...book.shop, timeZone: zone4(book.shop.timeZone), showDates: true } : book.shop,
    goodsGroups: each(book.goodsGroups, (group) => ({ ...group, extraPackingDays: 0, leavesOn: [] })),
    locations: each(book.locations, (location) => ({ ...location, timeZone: zone4(location.timeZone), dispatch: null })),
    services: each(book.services, (service) => ({
      ...service,
      days: { transit: null, count: 'working', saturday: false, collects: [1, 2, 3, 4, 5], closed: [] },
      round: null,
      counter: null,
    })),
  };
}

/** Format 5 brought carriers: nothing is carried by anyone yet. */
function from4(book: Json): Json {
  return { ...book, format: 5, services: each(book.services, (service) => ({ ...service, carriage: null, terms: null })) };
}

/** A lane's limit on goods value, read as it was: on each consignment by itself. */
const limit6 = (limit: Json): Json =>
  limit.measure === 'valueBeforeDiscounts' || limit.measure === 'valueAfterDiscounts' ? { ...limit, byItself: true } : limit;

/** What an older document is: one that goes on being edited, or one that is frozen. */
export type Reading = 'draft' | 'edition';

/**
 * Format 6 brought goods value of all that goes to one address, amounts given once an order, and closed days of the whole
 * shop. Only orders of several consignments to one address can tell the difference, which leave from several locations or are
 * parted by goods: a draft takes the new reading, an edition keeps answering as it did.
 */
function from5(book: Json, reading: Reading): Json {
  const some = (list: unknown, least: number) => Array.isArray(list) && list.length >= least;
  const byItself = reading === 'edition' && (some(book.locations, 2) || some(book.goodsGroups, 1));
  const lane = (held: Json): Json => ({
    ...held,
    freeFrom: isObject(held.freeFrom) ? { ...held.freeFrom, byItself } : held.freeFrom,
    limits: byItself ? each(held.limits, limit6) : held.limits,
  });
  const lanes = (held: unknown) =>
    isObject(held) ? Object.fromEntries(Object.entries(held).map(([id, one]) => [id, isObject(one) ? lane(one) : one])) : held;
  return {
    ...book,
    format: 6,
    shop: isObject(book.shop) ? { ...book.shop, closed: [], holidays: [] } : book.shop,
    zones: each(book.zones, (zone) => ({ ...zone, lanes: lanes(zone.lanes) })),
    services: each(book.services, (service) => ({
      ...service,
      days: isObject(service.days) ? { ...service.days, skipsHolidays: false } : service.days,
    })),
    allowances: each(book.allowances, (allowance) => ({ ...allowance, byItself })),
  };
}

/** Format 7 brought the days of the week a service counts and delivers on, in place of two kinds of counting, and labels of zones. */
function from6(book: Json): Json {
  const days = ({ count, saturday, ...rest }: Json): Json => {
    if (count !== 'working' && count !== 'calendar') return rest;
    const weekdays = count === 'calendar' ? WEEK : saturday === true ? WEEK.slice(0, 6) : WEEK.slice(0, 5);
    return { ...rest, counts: [...weekdays], delivers: [...weekdays] };
  };
  return {
    ...book,
    format: 7,
    zones: each(book.zones, (zone) => ({ ...zone, label: '' })),
    services: each(book.services, (service) => ({ ...service, days: isObject(service.days) ? days(service.days) : service.days })),
  };
}

const STEPS: Readonly<Record<number, (book: Json, reading: Reading) => Json>> = {
  1: from1,
  2: from2,
  3: from3,
  4: from4,
  5: from5,
  6: from6,
};

/** Brings a document forward to the present format, one step at a time; one that is no known older format stays as it is. */
export function migrate(document: unknown, reading: Reading = 'draft'): unknown {
  let current = document;
  while (isObject(current)) {
    const step = typeof current.format === 'number' && Object.hasOwn(STEPS, current.format) ? STEPS[current.format] : undefined;
    if (!step) return current;
    current = step(current, reading);
  }
  return current;
}
