import type { Id } from '../names/naming.ts';
import type { NoPromise } from '../promise/promise.ts';
import { PLAIN_GOODS, timetableOf } from '../promise/timetableOf.ts';
import { laneOf, type RateBook, type Zone } from '../rate-book/rateBook.ts';

/** A zone in which some options carry dates and others do not; goods that wait for nothing show it. */
export interface DateFinding {
  readonly zone: Id;
  /** Where such goods leave from; null where the shop has no location. */
  readonly origin: Id | null;
  readonly dated: readonly Id[];
  readonly undated: readonly { readonly service: Id; readonly why: NoPromise }[];
}

function findingIn(book: RateBook, zone: Zone, origin: Id | null): DateFinding[] {
  const dated: Id[] = [];
  const undated: { service: Id; why: NoPromise }[] = [];
  for (const service of book.services) {
    const lane = laneOf(zone, service.id);
    if (!lane) continue;
    const timetable = timetableOf(book, service, lane.transit, { ...PLAIN_GOODS, origin });
    if (typeof timetable === 'string') undated.push({ service: service.id, why: timetable });
    else dated.push(service.id);
  }
  return dated.length > 0 && undated.length > 0 ? [{ zone: zone.id, origin, dated, undated }] : [];
}

/** Zones where a buyer would see dates on some options and none on their neighbours, for goods of every location that ships any. */
export function dateFindings(book: RateBook): DateFinding[] {
  if (!book.shop.showDates) return [];
  const shipping = book.locations.filter(({ ships }) => ships === null || ships.others || ships.groups.length > 0);
  const origins = shipping.length === 0 ? [null] : shipping.map(({ id }) => id);
  return book.zones.flatMap((zone) => origins.flatMap((origin) => findingIn(book, zone, origin)));
}
