import type { Id } from '../names/naming.ts';
import { laneOf, type RateBook, type Service, type Zone } from '../rate-book/rateBook.ts';
import { type Instant, msToInstant } from '../time/calendar.ts';
import { type DayNumber, toDay } from '../time/plainDate.ts';
import type { NoPromise, PlainDate } from './promise.ts';
import { type GoodsAsk, timetableOf } from './timetableOf.ts';

/** Until when to order by one service in one zone, so that it has arrived by a day. */
export type LastOrder =
  | { readonly zone: Id; readonly service: Id; readonly before: Instant; readonly timeZone: string }
  | { readonly zone: Id; readonly service: Id; readonly why: NoPromise | 'never' };

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
  const timetable = timetableOf(book, service, lane.transit, ask.goods);
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
