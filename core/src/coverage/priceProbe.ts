import { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import { NO_MEASURES } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import { billableWeight } from '../packing/billable.ts';
import { MOST_EFFORT } from '../packing/effort.ts';
import type { CompiledBook } from '../quote/compile.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import { lanePrice } from '../quote/lanePrice.ts';
import { occasionOf } from '../quote/occasion.ts';
import { quoteLane } from '../quote/quoteLane.ts';
import type { Offer, Quote, Withheld } from '../quote/quoteTypes.ts';
import type { QuoteRequest } from '../quote/request.ts';
import { quote } from '../quote/settle.ts';
import { Shipment } from '../quote/shipment.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import type { CartKind } from './cartKind.ts';

/** One item in its own small box: what it weighs in micrograms, and costs in minor units. */
export interface Item {
  readonly weight: number;
  readonly value: number;
}

/** Prices of single items of a kind of goods, by the code that prices carts, without packing any. */
export class PriceProbe {
  readonly #compiled: CompiledBook;
  readonly #kind: CartKind;
  readonly #group: Id | null;
  readonly #held = new Map<string, Shipment>();
  readonly #carriers = new CarrierAnswers();

  constructor(compiled: CompiledBook, kind: CartKind, group: Id | null) {
    this.#compiled = compiled;
    this.#kind = kind;
    this.#group = group;
  }

  get book(): RateBook {
    return this.#compiled.book;
  }

  /** The request of an item: the same goods as a whole quote takes them. */
  request({ weight, value }: Item): QuoteRequest {
    const { destination, moment, coupons } = this.#kind;
    return {
      lines: [
        {
          quantity: 1,
          unitPrice: value,
          weight: `${weight / MILLIGRAM} mg`,
          size: SMALL,
          delivered: true,
          ownBox: true,
          ...(this.#group !== null && { group: this.#group }),
        },
      ],
      discounts: [],
      destination,
      moment,
      ...(coupons.length > 0 && { coupons: [...coupons] }),
    };
  }

  #shipment(item: Item): Shipment {
    const key = `${item.weight} ${item.value}`;
    const held = this.#held.get(key);
    if (held) return held;
    const cart = this.request(item);
    const { weight, value } = item;
    const billed = billableWeight(weight, SMALL_SIDES, this.#compiled.book.packing.volume);
    const measures = {
      ...NO_MEASURES,
      itemsWeight: weight,
      packedWeight: weight,
      billableWeight: billed,
      valueBeforeDiscounts: value,
      valueAfterDiscounts: value,
      itemCount: 1,
      parcels: 1,
      longestSide: SIDE,
      sumOfSides: 3 * SIDE,
      lengthPlusGirth: 5 * SIDE,
    };
    const values = { measures, valuesBefore: [value], lineValues: [value], consignments: [] };
    const occasion = occasionOf(cart, this.#compiled.book.shop.timeZone);
    const whole = { compiled: this.#compiled, cart, values, effort: MOST_EFFORT, occasion, carriers: this.#carriers, ledger: true };
    const { origin } = this.#kind;
    const shipment = new Shipment(whole, { to: 0, origin, shippable: true, lines: [0], groups: [this.#group], measures, parcels: [] });
    this.#held.set(key, shipment);
    return shipment;
  }

  /** In minor units; below 0 where it has none. */
  price(lane: CompiledLane, item: Item): number {
    return lanePrice(lane, this.#shipment(item));
  }

  /** The whole quote of an item, packed and placed as any other. */
  quoted(item: Item): Quote {
    return quote(this.#compiled, this.request(item));
  }

  /** With its ledger. */
  answer(lane: CompiledLane, item: Item): Offer | Withheld {
    return quoteLane(lane.service.id, lane, this.#shipment(item), null);
  }
}

const MILLIGRAM = 1000;
const SIDE = 50_000;
const SMALL = { length: '5 cm', width: '5 cm', height: '5 cm' };
const SMALL_SIDES = { length: SIDE, width: SIDE, height: SIDE };
