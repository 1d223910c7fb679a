import type { DayLoad, Transit } from '../dispatch/dispatchCalendar.ts';
import { type MeasureVector, toVector, UNKNOWN_DISTANCE } from '../measures/measure.ts';
import type { Parcel } from '../packing/parcel.ts';
import type { CountryCode } from '../places/countries.ts';
import { geodesicDistance } from '../places/geodesic.ts';
import type { Destination } from '../places/place.ts';
import type { Point } from '../places/point.ts';
import type { ArrivalPromise, NoPromise } from '../promise/promise.ts';
import { type GoodsAsk, timetableOf } from '../promise/timetableOf.ts';
import type { Id } from '../rate-book/naming.ts';
import type { Service } from '../rate-book/rateBook.ts';
import { couponKey } from '../rate-book/scope.ts';
import { dayAt, instantToMs, type Weekday } from '../time/calendar.ts';
import type { CompiledBook } from './compile.ts';
import { KNOWS } from './compiledRules.ts';
import { destinationOf, groupOf, type MeasuredCart, type MeasuredConsignment, measureCart, measureLines } from './measureCart.ts';
import type { CartLine, QuoteRequest } from './request.ts';

/** Who buys and when, ready to be tested. Times in milliseconds since 1970; null where not known. */
export interface Occasion {
  readonly coupons: ReadonlySet<string>;
  readonly moment: number | null;
  /** The shop's plain date and weekday at the moment. */
  readonly date: string | null;
  readonly weekday: Weekday | null;
  readonly lastOrder: number | null;
  readonly cartStarted: number | null;
  /** What of all this is known, as bits of `KNOWS`. */
  readonly known: number;
}

const NO_LOADS: readonly DayLoad[] = [];

/** Goods priced by one card: `group` is the card's, null the lane's own. */
export interface Part {
  readonly group: Id | null;
  readonly vector: MeasureVector;
}

/** Lines with a delivery charge of their own. */
export interface OwnChargeLine {
  readonly line: number;
  readonly how: 'instead' | 'onTop';
  readonly each: number;
  readonly quantity: number;
}

/** A consignment as lanes read it. What only some lanes ask for is worked out when first asked for. */
export class Shipment {
  readonly consignment: MeasuredConsignment;
  readonly vector: MeasureVector;
  readonly occasion: Occasion;
  readonly country: CountryCode;
  readonly destination: Destination;
  /** Of several consignments of an order, the one that bears what is charged once. */
  readonly first: boolean;
  readonly own: readonly OwnChargeLine[];
  readonly hasInstead: boolean;
  readonly #compiled: CompiledBook;
  readonly #request: QuoteRequest;
  readonly #cart: MeasuredCart;
  readonly #vectors = new Map<string, MeasureVector>();
  readonly #parts = new Map<string, readonly Part[]>();
  /** By the place of the service in the book. */
  readonly #seen: { readonly centre: Point | null; readonly shipment: Shipment }[] = [];
  readonly #promises = new Map<string, ArrivalPromise | NoPromise>();
  #packagingCost: number | undefined;
  #asks: GoodsAsk | undefined;

  constructor(
    compiled: CompiledBook,
    request: QuoteRequest,
    cart: MeasuredCart,
    consignment: MeasuredConsignment,
    { occasion, first }: { occasion: Occasion; first: boolean },
  ) {
    this.#compiled = compiled;
    this.#request = request;
    this.#cart = cart;
    this.consignment = consignment;
    this.vector = toVector(consignment.measures);
    this.occasion = occasion;
    this.first = first;
    this.destination = destinationOf(request, consignment.to) ?? request.destination;
    this.country = this.destination.country;
    this.own = consignment.lines.flatMap((line) => {
      const { ownCharge, quantity } = request.lines[line] as CartLine;
      return ownCharge ? [{ line, how: ownCharge.how, each: ownCharge.amount, quantity }] : [];
    });
    this.hasInstead = this.own.some(({ how }) => how === 'instead');
  }

  #groupOf(line: number): Id | null {
    return groupOf(this.#request.lines[line] as CartLine, this.#compiled);
  }

  #measured(lines: readonly number[]): MeasureVector {
    if (lines.length === this.consignment.lines.length) return this.vector;
    const key = lines.join(' ');
    const held = this.#vectors.get(key);
    if (held) return held;
    const { measures } = measureLines(this.#compiled, this.#request, this.#cart, this.consignment, lines);
    const vector = toVector({ ...measures, distance: this.consignment.measures.distance });
    this.#vectors.set(key, vector);
    return vector;
  }

  /** The same goods with the distance measured from elsewhere; undefined is where they leave from. */
  seenFrom({ centre, slot }: { centre: Point | null | undefined; slot: number }): Shipment {
    if (centre === undefined) return this;
    const held = this.#seen[slot];
    if (held !== undefined && held.centre === centre) return held.shipment;
    const { point } = this.destination;
    const distance = centre && point ? Math.round(geodesicDistance(centre, point) * 1000) : UNKNOWN_DISTANCE;
    const { occasion, first, consignment } = this;
    const measured = { ...consignment, measures: { ...consignment.measures, distance } };
    const shipment = new Shipment(this.#compiled, this.#request, this.#cart, measured, { occasion, first });
    this.#seen[slot] = { centre, shipment };
    return shipment;
  }

  /** What its goods ask of dispatch: the longest of their extra packing days, and all their days of leaving. */
  get asks(): GoodsAsk {
    this.#asks ??= this.#askOfGoods();
    return this.#asks;
  }

  #askOfGoods(): GoodsAsk {
    const { consignment } = this;
    const groups = this.#compiled.book.goodsGroups.filter(({ id }) => consignment.groups.includes(id));
    const extra = [
      ...consignment.lines.map((line) => this.#request.lines[line]?.extraPackingDays ?? 0),
      ...groups.map((group) => group.extraPackingDays),
    ];
    return {
      origin: consignment.origin,
      extra: Math.max(0, ...extra),
      leavesOn: groups.flatMap((group) => group.leavesOn),
      loads: this.#request.loads ?? NO_LOADS,
    };
  }

  /** When a service brings it, or why there is no telling; zones as far away share the answer. */
  promiseBy(service: Service, transit: Transit | null): ArrivalPromise | NoPromise {
    const key = `${service.id} ${transit?.least} ${transit?.most}`;
    const held = this.#promises.get(key);
    if (held !== undefined) return held;
    const promise = this.#promisedBy(service, transit);
    this.#promises.set(key, promise);
    return promise;
  }

  #promisedBy(service: Service, transit: Transit | null): ArrivalPromise | NoPromise {
    const { book } = this.#compiled;
    if (!book.shop.showDates) return 'datesOff';
    if (this.occasion.moment === null) return 'noMoment';
    const timetable = timetableOf(book, service, transit, this.asks);
    return typeof timetable === 'string' ? timetable : (timetable.promiseAt(this.occasion.moment) ?? 'beyondCalendar');
  }

  /** The measures of the goods in some groups alone, or null where there are none. */
  ofGroups(holds: (group: Id | null) => boolean): MeasureVector | null {
    const lines = this.consignment.lines.filter((line) => holds(this.#groupOf(line)));
    return lines.length === 0 ? null : this.#measured(lines);
  }

  /**
   * The goods by the card that prices them: one part for each group with a card of its own, and one for all others.
   * @param owners groups with cards of their own
   * @param apart leaves out lines whose own charge stands in place of the card
   */
  partsFor(owners: readonly Id[], apart: boolean): readonly Part[] {
    const key = `${apart} ${owners.join(' ')}`;
    const held = this.#parts.get(key);
    if (held) return held;
    const out = new Set(apart ? this.own.filter(({ how }) => how === 'instead').map(({ line }) => line) : []);
    const byCard = new Map<Id | null, number[]>();
    for (const line of this.consignment.lines) {
      if (out.has(line)) continue;
      const group = this.#groupOf(line);
      const card = group !== null && owners.includes(group) ? group : null;
      const lines = byCard.get(card);
      if (lines) lines.push(line);
      else byCard.set(card, [line]);
    }
    const parts = [...byCard].map(([group, lines]) => ({ group, vector: this.#measured(lines) }));
    this.#parts.set(key, parts);
    return parts;
  }

  #costOf(parcels: readonly Parcel[]): number {
    return parcels.reduce((sum, { packaging, count }) => {
      const cost = this.#compiled.book.packing.packaging.find(({ id }) => id === packaging)?.cost ?? 0;
      return sum + cost * count;
    }, 0);
  }

  /** What its packaging costs the shop, in minor units. */
  get packagingCost(): number {
    this.#packagingCost ??= this.#costOf(this.consignment.parcels);
    return this.#packagingCost;
  }

  /** The same for the goods in some groups, as if packed by themselves. */
  packagingCostOf(holds: (group: Id | null) => boolean): number {
    const lines = this.consignment.lines.filter((line) => holds(this.#groupOf(line)));
    if (lines.length === this.consignment.lines.length) return this.packagingCost;
    return this.#costOf(measureLines(this.#compiled, this.#request, this.#cart, this.consignment, lines).parcels);
  }
}

function occasionOf(request: QuoteRequest, timeZone: string): Occasion {
  const at = (instant: string | undefined) => (instant === undefined ? null : instantToMs(instant));
  const moment = at(request.moment);
  const day = moment === null ? { date: null, weekday: null } : dayAt(moment, timeZone);
  const coupons = new Set((request.coupons ?? []).map(couponKey));
  const [lastOrder, cartStarted] = [at(request.lastOrderAt), at(request.cartStartedAt)];
  const known =
    (coupons.size > 0 ? KNOWS.coupon : 0) |
    (moment === null ? 0 : KNOWS.date) |
    (lastOrder === null ? 0 : KNOWS.order) |
    (cartStarted === null ? 0 : KNOWS.cart);
  return { coupons, moment, ...day, lastOrder, cartStarted, known };
}

export interface PreparedCart {
  readonly measured: MeasuredCart;
  readonly shipments: readonly Shipment[];
}

/** Everything about a cart that does not depend on the zone. */
export function prepareCart(compiled: CompiledBook, request: QuoteRequest): PreparedCart {
  const measured = measureCart(compiled, request);
  const occasion = occasionOf(request, compiled.book.shop.timeZone);
  const shipments = measured.consignments.map(
    (consignment, at) => new Shipment(compiled, request, measured, consignment, { occasion, first: at === 0 }),
  );
  return { measured, shipments };
}

/** A consignment parted by goods group. */
export function partByGroup(compiled: CompiledBook, request: QuoteRequest, cart: MeasuredCart, whole: Shipment): Shipment[] {
  const { consignment, occasion } = whole;
  return consignment.groups.map((group, at) => {
    const lines = consignment.lines.filter((line) => groupOf(request.lines[line] as CartLine, compiled) === group);
    const part = measureLines(compiled, request, cart, consignment, lines);
    return new Shipment(compiled, request, cart, part, { occasion, first: whole.first && at === 0 });
  });
}
