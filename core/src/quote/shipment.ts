import type { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import { answerOf } from '../carriers/rateAnswer.ts';
import type { DayLoad, Transit } from '../dispatch/dispatchCalendar.ts';
import { type MeasureVector, toVector, UNKNOWN_DISTANCE } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import type { Parcel } from '../packing/parcel.ts';
import type { CountryCode } from '../places/countries.ts';
import { geodesicDistance } from '../places/geodesic.ts';
import type { Destination } from '../places/place.ts';
import { findZone } from '../places/placeIndex.ts';
import type { Point } from '../places/point.ts';
import type { ArrivalPromise, NoPromise } from '../promise/promise.ts';
import { type GoodsAsk, timetableOf } from '../promise/timetableOf.ts';
import type { Service } from '../rate-book/rateBook.ts';
import { type CompiledBook, type CompiledPacking, ownPacking } from './compile.ts';
import type { CompiledLane } from './compiledLane.ts';
import { askFor, joinedAnswer, type LaneAnswer } from './livePrice.ts';
import { destinationOf, groupOf, type MeasuredCart, type MeasuredConsignment, measureLines } from './measureCart.ts';
import type { Occasion } from './occasion.ts';
import type { CartLine, QuoteRequest } from './request.ts';

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

interface ShipmentContext {
  readonly occasion: Occasion;
  readonly first: boolean;
  readonly carriers: CarrierAnswers;
  /** What goods are packed into; the book's own packaging. */
  readonly packing?: CompiledPacking;
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
  readonly #seen: { readonly centre: Point | null | undefined; readonly packaging: readonly Id[] | null; readonly shipment: Shipment }[] =
    [];
  readonly #packing: CompiledPacking;
  readonly #carriers: CarrierAnswers;
  readonly #answers = new Map<string, LaneAnswer>();
  #zone: Id | null | undefined;
  readonly #promises = new Map<string, ArrivalPromise | NoPromise>();
  #packagingCost: number | undefined;
  #asks: GoodsAsk | undefined;

  constructor(
    compiled: CompiledBook,
    request: QuoteRequest,
    cart: MeasuredCart,
    consignment: MeasuredConsignment,
    { occasion, first, carriers, packing = compiled }: ShipmentContext,
  ) {
    this.#packing = packing;
    this.#carriers = carriers;
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
    const { measures } = this.#pack(lines);
    const vector = toVector({ ...measures, distance: this.consignment.measures.distance });
    this.#vectors.set(key, vector);
    return vector;
  }

  #pack(lines: readonly number[]): MeasuredConsignment {
    return measureLines(this.#compiled, this.#request, this.#cart, this.consignment, lines, this.#packing);
  }

  #measuredFrom(centre: Point | null): number {
    const { point } = this.destination;
    return centre && point ? Math.round(geodesicDistance(centre, point) * 1000) : UNKNOWN_DISTANCE;
  }

  /** The same goods with the distance measured from elsewhere (undefined is where they leave from), or in packaging of a service's own. */
  seenBy({ centre, slot, carriage }: Pick<CompiledLane, 'centre' | 'slot' | 'carriage'>): Shipment {
    const packaging = carriage?.packaging ?? null;
    if (centre === undefined && packaging === null) return this;
    const held = this.#seen[slot];
    if (held !== undefined && held.centre === centre && held.packaging === packaging) return held.shipment;
    const { occasion, first, consignment } = this;
    const packing = packaging === null ? this.#packing : ownPacking(this.#compiled, packaging);
    const packed =
      packaging === null ? consignment : measureLines(this.#compiled, this.#request, this.#cart, consignment, consignment.lines, packing);
    const distance = centre === undefined ? packed.measures.distance : this.#measuredFrom(centre);
    const measured = { ...packed, measures: { ...packed.measures, distance } };
    const shipment = new Shipment(this.#compiled, this.#request, this.#cart, measured, {
      occasion,
      first,
      carriers: this.#carriers,
      packing,
    });
    this.#seen[slot] = { centre, packaging, shipment };
    return shipment;
  }

  /** Where a carrier is asked for: the buyer's address in its own zone, a sample address in others. */
  #addressIn(zone: Id): Destination | undefined {
    if (this.#zone === undefined) {
      const match = findZone(this.#compiled.places, this.destination);
      this.#zone = (match && this.#compiled.book.zones[match.zone]?.id) ?? null;
    }
    return this.#zone === zone ? this.destination : this.#carriers.samples.get(zone);
  }

  /** What the carrier of a lane says. Lines with a charge of their own in place of a price are part of its cost only. */
  carrierAnswer(lane: CompiledLane): LaneAnswer {
    const key = `${lane.slot} ${lane.zone}`;
    const held = this.#answers.get(key);
    if (held) return held;
    const answer = this.#askCarrier(lane);
    this.#answers.set(key, answer);
    return answer;
  }

  #askCarrier(lane: CompiledLane): LaneAnswer {
    const { locations, shop } = this.#compiled.book;
    const from = locations.find(({ id }) => id === this.consignment.origin);
    const to = this.#addressIn(lane.zone);
    const ask = ({ parcels, measures }: MeasuredConsignment) => {
      const question = askFor(lane, { from, to, parcels, value: measures.valueAfterDiscounts, currency: shop.currency });
      if (question === null || lane.carriage === null) return { kind: 'silent', why: 'noAddress' } as const;
      return answerOf(this.#carriers.to(question), lane.carriage.service);
    };
    const whole = ask(this.consignment);
    if (lane.terms === null || !lane.ownCharges || !this.hasInstead) return joinedAnswer(whole, whole);
    const instead = new Set(this.own.filter(({ how }) => how === 'instead').map(({ line }) => line));
    const rest = this.consignment.lines.filter((line) => !instead.has(line));
    return joinedAnswer(whole, rest.length === 0 ? null : ask(this.#pack(rest)));
  }

  /** Carriers are asked for costs of own prices, too. */
  get asksCosts(): boolean {
    return this.#carriers.costs;
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
    return this.#costOf(this.#pack(lines).parcels);
  }
}
