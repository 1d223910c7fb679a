import type { DayLoad, Transit } from '../dispatch/dispatchCalendar.ts';
import { oncePer } from '../once/oncePer.ts';
import type { ArrivalPromise, NoPromise, Timetable } from '../promise/promise.ts';
import { type GoodsAsk, timetableOf } from '../promise/timetableOf.ts';
import type { RateBook, Service } from '../rate-book/rateBook.ts';
import type { CartContext } from './cartContext.ts';
import type { MeasuredConsignment } from './consignment.ts';

const NO_LOADS: readonly DayLoad[] = [];

/** Timetables of a book while its loads are the same, by service, days on the way and what goods ask for. */
const timetablesWith = oncePer((_loads: readonly DayLoad[]) => oncePer((_book: RateBook) => new Map<string, Timetable | NoPromise>()));
/** What is promised of fresh kinds of carts, each with days of its own, is not kept without end. */
const MOST_KEPT = 2000;

/** What its goods ask of dispatch: the longest of their extra packing days, and all their days of leaving. */
function asksOf({ compiled, cart }: CartContext, { lines, groups, origin }: MeasuredConsignment): { asks: GoodsAsk; key: string } {
  let extra = 0;
  for (const line of lines) extra = Math.max(extra, cart.lines[line]?.extraPackingDays ?? 0);
  const held = compiled.book.goodsGroups.filter(({ id }) => groups.includes(id));
  for (const group of held) extra = Math.max(extra, group.extraPackingDays);
  const waiting = held.filter(({ leavesOn }) => leavesOn.length > 0);
  const asks = { origin, extra, leavesOn: waiting.flatMap(({ leavesOn }) => leavesOn), loads: cart.loads ?? NO_LOADS };
  return { asks, key: `${origin} ${extra} ${waiting.map(({ id }) => id).join(' ')}` };
}

/** When one consignment arrives, by each service. */
export class ShipmentPromises {
  readonly #cart: CartContext;
  readonly #asks: GoodsAsk;
  readonly #key: string;
  readonly #timetables: Map<string, Timetable | NoPromise>;
  readonly #promises = new Map<Timetable, ArrivalPromise | NoPromise>();

  constructor(cart: CartContext, consignment: MeasuredConsignment) {
    this.#cart = cart;
    const { asks, key } = asksOf(cart, consignment);
    this.#asks = asks;
    this.#key = key;
    this.#timetables = timetablesWith(asks.loads)(cart.compiled.book);
  }

  #timetable(service: Service, transit: Transit | null): Timetable | NoPromise {
    const key = `${service.id} ${transit?.least} ${transit?.most} ${this.#key}`;
    const held = this.#timetables.get(key);
    if (held !== undefined) return held;
    const timetable = timetableOf(this.#cart.compiled.book, service, transit, this.#asks);
    if (this.#timetables.size >= MOST_KEPT) this.#timetables.clear();
    this.#timetables.set(key, timetable);
    return timetable;
  }

  /** When a service brings it, or why there is no telling; zones as far away share the answer. */
  by(service: Service, transit: Transit | null): ArrivalPromise | NoPromise {
    const { compiled, occasion } = this.#cart;
    if (!compiled.book.shop.showDates) return 'datesOff';
    if (occasion.moment === null) return 'noMoment';
    const timetable = this.#timetable(service, transit);
    if (typeof timetable === 'string') return timetable;
    const held = this.#promises.get(timetable);
    if (held !== undefined) return held;
    const promise = timetable.promiseAt(occasion.moment) ?? 'beyondCalendar';
    this.#promises.set(timetable, promise);
    return promise;
  }
}
