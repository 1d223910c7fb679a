import type { Id } from '../names/naming.ts';
import { groupMembers } from '../places/countryGroups.ts';
import type { Destination } from '../places/place.ts';
import { findZone, indexPlaces, type PlaceIndex } from '../places/placeIndex.ts';
import { postalRulesOf } from '../places/postalList.ts';
import { carrierTellsDays } from '../promise/carrierTellsDays.ts';
import type { NoPromise } from '../promise/promise.ts';
import { holidayNames } from '../promise/shopClosed.ts';
import { PLAIN_GOODS, timetableOf } from '../promise/timetableOf.ts';
import { type HolidaysOf, laneOf, type RateBook, type Service, type Zone } from '../rate-book/rateBook.ts';
import { type Instant, instantToMs, msToInstant } from '../time/calendar.ts';
import { type DayNumber, fromDay } from '../time/plainDate.ts';
import { localAt } from '../time/timeZone.ts';
import type { Finding } from './finding.ts';

export type DateFinding = Finding<'datesOnSome' | 'promiseOnHoliday'>;

function datesOnSome(book: RateBook, zone: Zone, origin: Id | null): DateFinding[] {
  const dated: Id[] = [];
  const undated: { service: Id; why: NoPromise }[] = [];
  for (const service of book.services) {
    const lane = laneOf(zone, service.id);
    if (!lane) continue;
    const timetable = timetableOf(book, service, lane.transit, { ...PLAIN_GOODS, origin });
    if (typeof timetable !== 'string' || (timetable === 'noTransit' && carrierTellsDays(service))) dated.push(service.id);
    else undated.push({ service: service.id, why: timetable });
  }
  if (dated.length === 0 || undated.length === 0) return [];
  return [{ code: 'datesOnSome', severity: 'surprise', where: { zones: [zone.id], origin }, facts: { dated, undated } }];
}

/** Goods that wait for nothing, to show a promise with. */
const ANY_GOODS = { name: 'Goods that wait for nothing', quantity: 1, unitPrice: 1000, weight: '500 g', delivered: true };

/** How far ahead holidays are looked for, in days. */
const AHEAD = 370;
const MINUTE = 60_000;

interface Holiday {
  readonly day: DayNumber;
  readonly name: string;
  readonly of: HolidaysOf;
}

/** The listed holidays that are to come and that parcels to a zone may be promised for: those of its places, and of where they leave from. */
function holidaysFor(book: RateBook, places: PlaceIndex, zone: number, origin: Id | null, today: DayNumber): Holiday[] {
  const from = book.locations.find(({ id }) => id === origin);
  const near = book.shop.holidays.filter((entry) => {
    const { country, subdivision } = entry;
    if (from && country === from.country && (subdivision === null || subdivision === from.subdivision)) return true;
    return findZone(places, { country, ...(subdivision !== null && { subdivision }) })?.zone === zone;
  });
  return near
    .flatMap((of) => [...holidayNames(of)].map(([day, name]) => ({ day, name, of })))
    .filter(({ day }) => day >= today && day <= today + AHEAD)
    .sort((a, b) => a.day - b.day);
}

const wholeOf = ({ country, subdivision }: Pick<HolidaysOf, 'country' | 'subdivision'>): Destination => ({
  country,
  ...(subdivision !== null && { subdivision }),
});

/** An address in a zone: where the holiday is, if that lies in it, else the first of its places that does. */
function addressIn(places: PlaceIndex, { places: listed }: Zone, zone: number, of: HolidaysOf): Destination | undefined {
  const named = listed.flatMap((place): Destination[] => {
    if (place.kind === 'country') return [{ country: place.country }];
    if (place.kind === 'subdivision') return [{ country: place.subdivision.slice(0, 2), subdivision: place.subdivision }];
    if (place.kind === 'countryGroup') return groupMembers(place.group).map((country) => ({ country }));
    if (place.kind !== 'postal') return [];
    return postalRulesOf(place.rules).map(({ line }) => ({ country: place.country, postalCode: line.replace('*', '') }));
  });
  return [wholeOf(of), ...named].find((destination) => findZone(places, destination)?.zone === zone);
}

interface Asked {
  readonly book: RateBook;
  readonly places: PlaceIndex;
  readonly now: number;
}

/** The first holiday that a service promises in a zone, shown by the last order that still arrives on it. */
function promiseOnHoliday({ book, places, now }: Asked, zone: number, service: Service, origin: Id | null): DateFinding[] {
  const held = book.zones[zone];
  const lane = held && laneOf(held, service.id);
  if (!held || !lane || service.days.skipsHolidays || service.kind === 'round' || service.kind === 'counter') return [];
  const timetable = timetableOf(book, service, lane.transit, { ...PLAIN_GOODS, origin });
  if (typeof timetable === 'string') return [];
  const today = localAt(now, book.shop.timeZone).day;
  for (const { day, name, of } of holidaysFor(book, places, zone, origin, today)) {
    const last = timetable.lastOrderFor(day);
    const promise = last === null ? null : timetable.promiseAt(last - MINUTE);
    const date = fromDay(day);
    if (last === null || !promise || (promise.first !== date && promise.last !== date)) continue;
    const destination = addressIn(places, held, zone, of);
    return [
      {
        code: 'promiseOnHoliday',
        severity: 'surprise',
        where: { zones: [held.id], service: service.id, origin },
        facts: { date, name, first: promise.first, last: promise.last },
        witness: {
          moment: msToInstant(last - MINUTE),
          ...(destination && { destination }),
          lines: [{ ...ANY_GOODS, ...(origin !== null && { origin }) }],
        },
        repair: [{ name: 'setServiceDays', args: { service: service.id, days: { ...service.days, skipsHolidays: true } } }],
      },
    ];
  }
  return [];
}

/**
 * Zones where a buyer would see dates on some options and none on their neighbours, for goods of every location that ships
 * any; and promises that name a listed public holiday.
 * @param now the caller's present instant
 */
export function dateFindings(book: RateBook, now: Instant): DateFinding[] {
  if (!book.shop.showDates) return [];
  const shipping = book.locations.filter(({ ships }) => ships === null || ships.others || ships.groups.length > 0);
  const origins = shipping.length === 0 ? [null] : shipping.map(({ id }) => id);
  const places = indexPlaces(book.zones.map((zone) => zone.places));
  const asked = { book, places, now: instantToMs(now) };
  const some = book.zones.flatMap((zone) => origins.flatMap((origin) => datesOnSome(book, zone, origin)));
  if (book.shop.holidays.length === 0) return some;
  const [origin = null] = origins;
  const onHolidays = book.zones.flatMap((_zone, at) => book.services.flatMap((service) => promiseOnHoliday(asked, at, service, origin)));
  return [...some, ...onHolidays];
}
