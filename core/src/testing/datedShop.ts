import { type CutOffs, DispatchCalendar, type ServiceDays } from '../dispatch/dispatchCalendar.ts';
import type { ArrivalPromise, Timetable } from '../promise/promise.ts';
import { type GoodsAsk, PLAIN_GOODS, timetableOf } from '../promise/timetableOf.ts';
import type { RateBook, Service } from '../rate-book/rateBook.ts';
import { instantToMs } from '../time/calendar.ts';
import type { ClosedDays } from '../time/closedDays.ts';
import { onTheWay } from './anyTimetable.ts';
import { canada, flat, lane, location } from './bookOf.ts';

/** A shop in Halifax with one service, packing Monday to Friday until 14:00 unless something else is said. */

export const week = (cutOff: string): CutOffs => [cutOff, cutOff, cutOff, cutOff, cutOff, null, null];
export const closed = (...dates: string[]): ClosedDays[] =>
  dates.map((date) => ({ name: `Closed ${date}`, days: [{ from: date, until: date }] }));

export interface DatedShop {
  timeZone?: string;
  dispatch?: Partial<DispatchCalendar>;
  service?: Partial<Service> | undefined;
  goods?: Partial<GoodsAsk>;
}

export function timetable({ timeZone = 'America/Halifax', dispatch = {}, service = {}, goods = {} }: DatedShop): Timetable {
  const plain = canada({ parcel: lane(flat(500)) });
  const calendar = DispatchCalendar.parse({
    cutOffs: week('14:00'),
    ownCutOffs: [],
    lead: { least: 0, most: 0 },
    capacity: null,
    closed: [],
    ...dispatch,
  });
  const book: RateBook = {
    ...plain,
    locations: [location('shop', { timeZone, dispatch: calendar })],
    services: plain.services.map((one) => ({ ...one, days: onTheWay(1, 1), ...service })),
  };
  const [one] = book.services;
  const found = one && timetableOf(book, one, null, { ...PLAIN_GOODS, ...goods });
  if (typeof found !== 'object') throw new Error(found ?? 'the shop has no service');
  return found;
}

export const ask = (shop: DatedShop, moment: string): ArrivalPromise => {
  const promise = timetable(shop).promiseAt(instantToMs(moment));
  if (!promise) throw new Error('nothing is promised');
  return promise;
};
export const dates = (shop: DatedShop, moment: string) => {
  const { first, last } = ask(shop, moment);
  return [first, last];
};
export const step = <C extends string>(promise: ArrivalPromise, code: C) =>
  promise.chain.find((one) => one.code === code) as Extract<ArrivalPromise['chain'][number], { code: C }>;
export const parcel = (days: ServiceDays): DatedShop['service'] => ({ days });
