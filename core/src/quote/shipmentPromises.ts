import type { DayLoad, Transit } from '../dispatch/dispatchCalendar.ts';
import { oncePer } from '../once/oncePer.ts';
import type { Destination } from '../places/place.ts';
import type { ArrivalPromise, NoPromise, Timetable } from '../promise/promise.ts';
import { holidaysAt } from '../promise/shopClosed.ts';
import { type GoodsAsk, timetableOf } from '../promise/timetableOf.ts';
import type { RateBook, Service } from '../rate-book/rateBook.ts';
import type { CartContext } from './cartContext.ts';
import type { MeasuredConsignment } from './consignment.ts';

const NO_LOADS: readonly DayLoad[] = [];

type Timetables = Map<Service, Map<string, Timetable | NoPromise>>;

/** What some goods ask of dispatch, with the timetables made for it: by service, days on the way and holidays. */
interface Asked {
  readonly asks: GoodsAsk;
  readonly timetables: Timetables;
}

/** What goods asked of a book while its loads are the same. */
const askedWith = oncePer((_loads: readonly DayLoad[]) => oncePer((_book: RateBook) => new Map<string, Asked>()));
/** What is promised of fresh kinds of carts, each with days of its own, is not kept without end. */
const MOST_KEPT = 300;

/** What its goods ask of dispatch: the longest of their extra packing days, and all their days of leaving. */
function askedBy({ compiled, cart }: CartContext, { lines, groups, origin }: MeasuredConsignment): Asked {
  const loads = cart.loads ?? NO_LOADS;
  const known = askedWith(loads)(compiled.book);
  let extra = 0;
  for (const line of lines) extra = Math.max(extra, cart.lines[line]?.extraPackingDays ?? 0);
  const key = `${origin} ${extra} ${groups.join(' ')}`;
  const held = known.get(key);
  if (held) return held;
  const named = compiled.book.goodsGroups.filter(({ id }) => groups.includes(id));
  const most = Math.max(extra, ...named.map((group) => group.extraPackingDays));
  const asked = { asks: { origin, extra: most, leavesOn: named.flatMap(({ leavesOn }) => leavesOn), loads }, timetables: new Map() };
  if (known.size >= MOST_KEPT) known.clear();
  known.set(key, asked);
  return asked;
}

const MINUTE = 60_000;

/** What was promised last by a timetable, and to which moment: quotes of one minute ask nothing else. */
const promisedLast = new WeakMap<Timetable, { readonly moment: number; readonly promise: ArrivalPromise | NoPromise }>();

function promisedAt(timetable: Timetable, moment: number): ArrivalPromise | NoPromise {
  const held = promisedLast.get(timetable);
  if (held?.moment === moment) return held.promise;
  const promise = timetable.promiseAt(moment) ?? 'beyondCalendar';
  promisedLast.set(timetable, { moment, promise });
  return promise;
}

/** When one consignment arrives, by each service. */
export class ShipmentPromises {
  readonly #cart: CartContext;
  readonly #destination: Destination;
  readonly #asked: Asked;

  constructor(cart: CartContext, consignment: MeasuredConsignment, destination: Destination) {
    this.#cart = cart;
    this.#destination = destination;
    this.#asked = askedBy(cart, consignment);
  }

  #timetable(service: Service, transit: Transit | null): Timetable | NoPromise {
    const { book } = this.#cart.compiled;
    const holidays = service.days.skipsHolidays ? holidaysAt(book.shop, this.#destination) : null;
    const place = holidays === null ? '' : (holidays.subdivision ?? holidays.country);
    const key = transit === null ? place : `${transit.least} ${transit.most} ${place}`;
    const known = this.#asked.timetables.get(service) ?? new Map<string, Timetable | NoPromise>();
    const held = known.get(key);
    if (held !== undefined) return held;
    const timetable = timetableOf(book, service, transit, this.#asked.asks, holidays);
    this.#asked.timetables.set(service, known.set(key, timetable));
    return timetable;
  }

  /** When a service brings it, or why there is no telling; zones as far away share the answer. */
  by(service: Service, transit: Transit | null): ArrivalPromise | NoPromise {
    const { compiled, occasion, ledger } = this.#cart;
    if (!compiled.book.shop.showDates) return 'datesOff';
    if (occasion.moment === null) return 'noMoment';
    const timetable = this.#timetable(service, transit);
    if (typeof timetable === 'string') return timetable;
    // Every hour of a book is told in whole minutes: within one, nothing but the order's own second differs, which only a ledger tells.
    return promisedAt(timetable, ledger ? occasion.moment : Math.floor(occasion.moment / MINUTE) * MINUTE);
  }
}
