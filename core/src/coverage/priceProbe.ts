import { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import type { Id } from '../names/naming.ts';
import { billableWeight, lengthPlusGirth, longestSide, sumOfSides } from '../packing/billable.ts';
import { MOST_EFFORT } from '../packing/effort.ts';
import { admitted } from '../quote/admit.ts';
import type { CompiledBook } from '../quote/compile.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import { lanePrice, takes } from '../quote/lanePrice.ts';
import { type Occasion, occasionOf } from '../quote/occasion.ts';
import { plan } from '../quote/plan.ts';
import { quoteLane } from '../quote/quoteLane.ts';
import type { Offer, Withheld } from '../quote/quoteTypes.ts';
import type { QuoteRequest } from '../quote/request.ts';
import { Shipment } from '../quote/shipment.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { type CartKind, cartOf } from './cartKind.ts';

/** Goods in one small box of their own: what they weigh in micrograms, and come to in minor units. */
export interface Item {
  readonly weight: number;
  readonly value: number;
  /** How many items it is; one where nothing is said. */
  readonly items?: number;
  /** Its longest side in micrometres; the others are small. */
  readonly side?: number;
  /** How far it goes in millimetres, from wherever a lane measures; where the address lies if nothing is said. */
  readonly distance?: number;
}

/** Goods that go so far, from wherever it is measured. */
class PlacedShipment extends Shipment {
  override seenBy(): Shipment {
    return this;
  }
}

/** Items of a kind of goods that were made before. */
export class HeldItems {
  /** Of one small item each, by weight and value. */
  readonly #plain = new Map<number, Map<number, Shipment>>();
  readonly #others = new Map<string, Shipment>();

  get(item: Item): Shipment | undefined {
    return isPlain(item) ? this.#plain.get(item.weight)?.get(item.value) : this.#others.get(keyOf(item));
  }

  set(item: Item, shipment: Shipment): void {
    if (!isPlain(item)) {
      this.#others.set(keyOf(item), shipment);
      return;
    }
    const values = this.#plain.get(item.weight);
    if (values) values.set(item.value, shipment);
    else this.#plain.set(item.weight, new Map([[item.value, shipment]]));
  }
}

const isPlain = ({ items, side, distance }: Item) => items === undefined && side === undefined && distance === undefined;

const keyOf = ({ weight, value, items, side, distance }: Item) => `${weight} ${value} ${items} ${side} ${distance}`;

/** Prices of single items of a kind of goods, by the code that prices carts, without packing any. */
export class PriceProbe {
  readonly #compiled: CompiledBook;
  readonly #kind: CartKind;
  readonly #group: Id | null;
  readonly #held: HeldItems;
  readonly #carriers = new CarrierAnswers();
  #occasion: Occasion | undefined;

  /** @param held items of this kind that were made before, for zones that do not ask where an address lies */
  constructor(compiled: CompiledBook, kind: CartKind, group: Id | null, held: HeldItems = new HeldItems()) {
    this.#held = held;
    this.#compiled = compiled;
    this.#kind = kind;
    this.#group = group;
  }

  get book(): RateBook {
    return this.#compiled.book;
  }

  /** The request of an item: the same goods as a whole quote takes them. */
  request({ weight, value, items = 1, side = SIDE }: Item): QuoteRequest {
    return cartOf(this.#kind, [
      {
        quantity: items,
        unitPrice: value / items,
        weight: massText(weight / items),
        size: { ...SMALL, length: `${side / CENTIMETRE} cm` },
        delivered: true,
        ownBox: true,
        ...(this.#group !== null && { group: this.#group }),
      },
    ]);
  }

  #shipment(item: Item): Shipment {
    const { weight, value, items = 1, side = SIDE, distance } = item;
    const held = this.#held.get(item);
    if (held) return held;
    const cart = this.request(item);
    const sides = { length: side, width: SIDE, height: SIDE };
    const measures = {
      itemsWeight: weight,
      packedWeight: weight,
      billableWeight: billableWeight(weight, sides, this.#compiled.book.packing.volume),
      valueBeforeDiscounts: value,
      valueAfterDiscounts: value,
      itemCount: items,
      parcels: 1,
      longestSide: longestSide(sides),
      sumOfSides: sumOfSides(sides),
      lengthPlusGirth: lengthPlusGirth(sides),
      distance: distance ?? 0,
    };
    const values = { measures, valuesBefore: [value], lineValues: [value], consignments: [] };
    this.#occasion ??= occasionOf(cart, this.#compiled.book.shop.timeZone);
    const whole = {
      compiled: this.#compiled,
      cart,
      values,
      effort: MOST_EFFORT,
      occasion: this.#occasion,
      carriers: this.#carriers,
      ledger: true,
    };
    const consignment = { to: 0, origin: this.#kind.origin, shippable: true, lines: [0], groups: [this.#group], measures, parcels: [] };
    const shipment = distance === undefined ? new Shipment(whole, consignment) : new PlacedShipment(whole, consignment);
    this.#held.set(item, shipment);
    return shipment;
  }

  /** In minor units; below 0 where it has none. */
  price(lane: CompiledLane, item: Item): number {
    return lanePrice(lane, this.#shipment(item));
  }

  /** Whether a lane takes an item, and only its carrier says for how much. */
  isOnlyCarrier(lane: CompiledLane, item: Item): boolean {
    const shipment = this.#shipment(item);
    return lane.terms !== null && takes(lane, shipment.seenBy(lane));
  }

  /** The price of an item whose cart was opened, placed and packed as any other; null where it has none, or lies elsewhere. */
  quoted(lane: CompiledLane, item: Item): number | null {
    const { places, shipments } = plan(this.#compiled, admitted(this.#compiled, this.request(item)), this.#carriers, { ledger: false });
    const [shipment] = shipments;
    if (!shipment || shipments.length > 1 || places[0].zone?.zone.id !== lane.zone) return null;
    const price = lanePrice(lane, shipment);
    return price < 0 ? null : price;
  }

  /** With its ledger. */
  answer(lane: CompiledLane, item: Item): Offer | Withheld {
    return quoteLane(lane.service.id, lane, this.#shipment(item), null);
  }
}

/** As somebody would write it. */
const massText = (micrograms: number) =>
  micrograms >= 1e9 ? `${Number((micrograms / 1e9).toFixed(6))} kg` : `${Number((micrograms / 1e6).toFixed(3))} g`;

const SIDE = 50_000;
const CENTIMETRE = 10_000;
const SMALL = { length: '5 cm', width: '5 cm', height: '5 cm' };
