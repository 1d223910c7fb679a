import type { DayLoad, Transit } from '../dispatch/dispatchCalendar.ts';
import type { LeavesOn } from '../goods/leavesOn.ts';
import type { Id } from '../names/naming.ts';
import { oncePer } from '../once/oncePer.ts';
import type { Location } from '../rate-book/location.ts';
import type { RateBook, Service } from '../rate-book/rateBook.ts';
import { StockedCounter, SuppliedCounter } from './counterTimetable.ts';
import { Dispatch, packingCalendar } from './dispatch.ts';
import { ParcelTimetable } from './parcelTimetable.ts';
import type { NoPromise, Timetable } from './promise.ts';
import { RoundTimetable } from './roundTimetable.ts';

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

/** Orders by what they load; a list of loads is looked through once. */
const ordersBy = oncePer(
  (loads: readonly DayLoad[]) =>
    new Map(
      loads.map((load) => [
        load.kind === 'packing' ? `${load.location} ${load.date}` : `${load.service} ${load.date} ${load.from}`,
        load.orders,
      ]),
    ),
);

const packingLoad = (loads: readonly DayLoad[], location: Id) => (date: string) => ordersBy(loads).get(`${location} ${date}`) ?? 0;

const roundLoad = (loads: readonly DayLoad[], service: Id) => (date: string, from: string) =>
  ordersBy(loads).get(`${service} ${date} ${from}`) ?? 0;

function locationOf({ locations }: Pick<RateBook, 'locations'>, origin: Id | null): Location | undefined {
  return origin === null ? locations[0] : locations.find(({ id }) => id === origin);
}

/** Packing and leaving for goods at a location, or why there is no telling. */
export function dispatchOf(
  book: Pick<RateBook, 'locations'>,
  { origin, extra, leavesOn, loads }: GoodsAsk,
  service: Pick<Service, 'id' | 'days'> | null,
): Dispatch | NoPromise {
  const location = locationOf(book, origin);
  if (!location) return 'noLocation';
  if (!location.dispatch) return 'noCalendar';
  return new Dispatch({
    location: location.id,
    timeZone: location.timeZone,
    packing: packingCalendar(location.dispatch),
    service: service?.id ?? null,
    extra,
    leavesOn,
    load: packingLoad(loads, location.id),
    carrier: service?.days ?? null,
  });
}

function roundTimetable(book: RateBook, { id, round }: Service, goods: GoodsAsk): Timetable | NoPromise {
  if (!round || round.windows.length === 0) return 'noRoundDays';
  const origin = locationOf(book, goods.origin);
  const centre = round.centre === null ? origin : locationOf(book, round.centre);
  return new RoundTimetable({
    round,
    timeZone: (centre ?? origin)?.timeZone ?? book.shop.timeZone,
    extra: goods.extra,
    packing: origin?.dispatch ? packingCalendar(origin.dispatch) : null,
    leavesOn: goods.leavesOn,
    load: roundLoad(goods.loads, id),
  });
}

function counterTimetable(book: RateBook, { counter, id }: Service, goods: GoodsAsk): Timetable | NoPromise {
  if (!counter) return 'noCounter';
  if (![...counter.hours, ...counter.exceptions.map(({ hours }) => hours)].some((spans) => spans.length > 0)) return 'noHours';
  if (counter.stock.kind === 'own') {
    const packing = locationOf(book, goods.origin)?.dispatch;
    return new StockedCounter(counter, { extra: goods.extra, packing: packing ? packingCalendar(packing) : null });
  }
  // The shop carries goods to its counter itself, on any day its goods may leave.
  const dispatch = dispatchOf(book, goods, null);
  if (typeof dispatch === 'string') return dispatch;
  return new SuppliedCounter(counter, new Dispatch({ ...dispatch.ask, service: id }), counter.stock.days);
}

/**
 * When goods sent by a service arrive, or why there is no telling.
 * @param transit days on the way of the lane; null is as the service says
 */
export function timetableOf(book: RateBook, service: Service, transit: Transit | null, goods: GoodsAsk): Timetable | NoPromise {
  if (service.kind === 'round') return roundTimetable(book, service, goods);
  if (service.kind === 'counter') return counterTimetable(book, service, goods);
  const onTheWay = transit ?? service.days.transit;
  const dispatch = dispatchOf(book, goods, service);
  if (typeof dispatch === 'string') return dispatch;
  return onTheWay === null ? 'noTransit' : new ParcelTimetable(dispatch, service.days, onTheWay);
}
