import type { DayLoad, Transit } from '../dispatch/dispatchCalendar.ts';
import type { LeavesOn } from '../goods/leavesOn.ts';
import type { Id } from '../names/naming.ts';
import { oncePer } from '../once/oncePer.ts';
import type { Location } from '../rate-book/location.ts';
import type { HolidaysOf, RateBook, Service } from '../rate-book/rateBook.ts';
import { type DayNumber, toDay } from '../time/plainDate.ts';
import { StockedCounter, SuppliedCounter } from './counterTimetable.ts';
import { Dispatch, packingCalendar } from './dispatch.ts';
import { ParcelTimetable } from './parcelTimetable.ts';
import type { NoPromise, Timetable } from './promise.ts';
import { RoundTimetable } from './roundTimetable.ts';
import { counterWithShopClosed, holidayNames, withShopClosed } from './shopClosed.ts';

/** What goods ask of dispatch, whatever service takes them. */
export interface GoodsAsk {
  /** The location they leave from; null is the shop's first. */
  readonly origin: Id | null;
  /** Packing days on top of the location's own. */
  readonly extra: number;
  readonly leavesOn: readonly LeavesOn[];
  /** Orders taken so far. */
  readonly loads: readonly DayLoad[];
}

/** Goods that wait for nothing, from a shop with no orders. */
export const PLAIN_GOODS: GoodsAsk = { origin: null, extra: 0, leavesOn: [], loads: [] };

/** Orders by location, then by day; a list of loads is looked through once. */
const packingOrders = oncePer((loads: readonly DayLoad[]) => {
  const orders = new Map<Id, Map<DayNumber, number>>();
  for (const load of loads) {
    if (load.kind !== 'packing') continue;
    const byDay = orders.get(load.location) ?? new Map<DayNumber, number>();
    orders.set(load.location, byDay.set(toDay(load.date), load.orders));
  }
  return orders;
});

/** Orders by service, day and beginning of the window. */
const roundOrders = oncePer(
  (loads: readonly DayLoad[]) =>
    new Map(
      loads.flatMap((load) => (load.kind === 'round' ? [[`${load.service} ${toDay(load.date)} ${load.from}`, load.orders] as const] : [])),
    ),
);

function packingLoad(loads: readonly DayLoad[], location: Id): (day: DayNumber) => number {
  const byDay = packingOrders(loads).get(location);
  return (day) => byDay?.get(day) ?? 0;
}

const roundLoad = (loads: readonly DayLoad[], service: Id) => (day: DayNumber, from: string) =>
  roundOrders(loads).get(`${service} ${day} ${from}`) ?? 0;

function locationOf({ locations }: Pick<RateBook, 'locations'>, origin: Id | null): Location | undefined {
  return origin === null ? locations[0] : locations.find(({ id }) => id === origin);
}

/** Packing and leaving for goods at a location, or why there is no telling. */
export function dispatchOf(
  { locations, shop }: Pick<RateBook, 'locations' | 'shop'>,
  { origin, extra, leavesOn, loads }: GoodsAsk,
  service: Pick<Service, 'id' | 'days'> | null,
): Dispatch | NoPromise {
  const location = locationOf({ locations }, origin);
  if (!location) return 'noLocation';
  if (!location.dispatch) return 'noCalendar';
  return new Dispatch({
    location: location.id,
    timeZone: location.timeZone,
    packing: packingCalendar(withShopClosed(location.dispatch, shop)),
    service: service?.id ?? null,
    extra,
    leavesOn,
    load: packingLoad(loads, location.id),
    carrier: service ? withShopClosed(service.days, shop) : null,
  });
}

function roundTimetable(book: RateBook, { id, round }: Service, goods: GoodsAsk): Timetable | NoPromise {
  if (!round || round.windows.length === 0) return 'noRoundDays';
  const origin = locationOf(book, goods.origin);
  const centre = round.centre === null ? origin : locationOf(book, round.centre);
  return new RoundTimetable({
    round: withShopClosed(round, book.shop),
    timeZone: (centre ?? origin)?.timeZone ?? book.shop.timeZone,
    extra: goods.extra,
    packing: origin?.dispatch ? packingCalendar(withShopClosed(origin.dispatch, book.shop)) : null,
    leavesOn: goods.leavesOn,
    load: roundLoad(goods.loads, id),
  });
}

function counterTimetable(book: RateBook, { counter: held, id }: Service, goods: GoodsAsk): Timetable | NoPromise {
  if (!held) return 'noCounter';
  const counter = counterWithShopClosed(held, book.shop);
  if (![...counter.hours, ...counter.exceptions.map(({ hours }) => hours)].some((spans) => spans.length > 0)) return 'noHours';
  if (counter.stock.kind === 'own') {
    const packing = locationOf(book, goods.origin)?.dispatch;
    return new StockedCounter(counter, {
      extra: goods.extra,
      packing: packing ? packingCalendar(withShopClosed(packing, book.shop)) : null,
    });
  }
  // The shop carries goods to its counter itself, on any day its goods may leave.
  const dispatch = dispatchOf(book, goods, null);
  if (typeof dispatch === 'string') return dispatch;
  return new SuppliedCounter(counter, new Dispatch({ ...dispatch.ask, service: id }), counter.stock.days);
}

/**
 * When goods sent by a service arrive, or why there is no telling.
 * @param transit days on the way of the lane; null is as the service says
 * @param holidays public holidays where they go, if the shop lists any; heeded by services that do not deliver on them
 */
export function timetableOf(
  book: RateBook,
  service: Service,
  transit: Transit | null,
  goods: GoodsAsk,
  holidays: HolidaysOf | null = null,
): Timetable | NoPromise {
  if (service.kind === 'round') return roundTimetable(book, service, goods);
  if (service.kind === 'counter') return counterTimetable(book, service, goods);
  const onTheWay = transit ?? service.days.transit;
  const dispatch = dispatchOf(book, goods, service);
  if (typeof dispatch === 'string') return dispatch;
  if (onTheWay === null) return 'noTransit';
  const heeded = holidays !== null && service.days.skipsHolidays ? holidayNames(holidays) : null;
  return new ParcelTimetable(dispatch, withShopClosed(service.days, book.shop), onTheWay, heeded);
}
