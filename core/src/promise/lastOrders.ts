import type { Id } from '../names/naming.ts';
import { type HolidaysOf, laneOf, type RateBook, type Service, type Zone } from '../rate-book/rateBook.ts';
import { type Instant, msToInstant } from '../time/calendar.ts';
import { type DayNumber, toDay } from '../time/plainDate.ts';
import { carrierTellsDays } from './carrierTellsDays.ts';
import type { NoPromise, PlainDate } from './promise.ts';
import { holidaysAt } from './shopClosed.ts';
import { type GoodsAsk, timetableOf } from './timetableOf.ts';

/** Until when to order by one service in one zone, so that it has arrived by a day. */
export type LastOrder =
  | { readonly zone: Id; readonly service: Id; readonly before: Instant; readonly timeZone: string }
  /** `carrierTells`: the days on the way are known once the carrier has answered. */
  | { readonly zone: Id; readonly service: Id; readonly why: NoPromise | 'never' | 'carrierTells' };

/** The holidays of a zone that lies in one country, or one part of it; null where its places differ or none are listed. */
function holidaysOfZone({ shop }: RateBook, { places }: Zone): HolidaysOf | null {
  const regions = places.flatMap((place) => {
    if (place.excluded) return [];
    if (place.kind === 'country' || place.kind === 'postal') return [{ country: place.country }];
    return place.kind === 'subdivision' ? [{ country: place.subdivision.slice(0, 2), subdivision: place.subdivision }] : [null];
  });
  const [first] = regions;
  if (!first || regions.some((region) => region?.country !== first.country)) return null;
  const same = regions.every(
    (region) => region && 'subdivision' in region && 'subdivision' in first && region.subdivision === first.subdivision,
  );
  return holidaysAt(shop, same ? first : { country: first.country });
}

/** The zone whose clock a service's cut-offs go by. */
function timeZoneOf(book: RateBook, { kind, counter, round }: Service, origin: Id | null): string {
  if (kind === 'counter' && counter?.stock.kind === 'own') return counter.timeZone;
  const from = book.locations.find(({ id }) => id === origin) ?? book.locations[0];
  const centre = kind === 'round' && round?.centre ? book.locations.find(({ id }) => id === round.centre) : undefined;
  return (centre ?? from)?.timeZone ?? book.shop.timeZone;
}

function lastOrder(book: RateBook, zone: Zone, service: Service, ask: { by: DayNumber; goods: GoodsAsk }): LastOrder[] {
  const lane = laneOf(zone, service.id);
  if (!lane) return [];
  const at = { zone: zone.id, service: service.id };
  const timetable = timetableOf(book, service, lane.transit, ask.goods, holidaysOfZone(book, zone));
  if (timetable === 'noTransit' && carrierTellsDays(service)) return [{ ...at, why: 'carrierTells' }];
  if (typeof timetable === 'string') return [{ ...at, why: timetable }];
  const before = timetable.lastOrderFor(ask.by);
  if (before === null) return [{ ...at, why: 'never' }];
  return [{ ...at, before: msToInstant(before), timeZone: timeZoneOf(book, service, ask.goods.origin) }];
}

/** For every lane: the moment before which to order so that it has arrived by a date. */
export function lastOrders(book: RateBook, by: PlainDate, goods: GoodsAsk): LastOrder[] {
  const ask = { by: toDay(by), goods };
  return book.zones.flatMap((zone) => book.services.flatMap((service) => lastOrder(book, zone, service, ask)));
}
