import { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import { type CartKind, cartOf } from '../coverage/cartKind.ts';
import type { Dimension } from '../coverage/space.ts';
import { type Measures, NO_MEASURES } from '../measures/measure.ts';
import { MOST_EFFORT } from '../packing/effort.ts';
import type { CartContext } from '../quote/cartContext.ts';
import type { CompiledBook } from '../quote/compile.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import { occasionOf } from '../quote/occasion.ts';
import { Shipment } from '../quote/shipment.ts';

/** Where nothing is said of a measure: a kilogram worth 50 in one parcel of 10 cm, here. */
const USUAL: Measures = {
  ...NO_MEASURES,
  itemsWeight: 1e9,
  packedWeight: 1e9,
  billableWeight: 1e9,
  valueBeforeDiscounts: 5000,
  valueAfterDiscounts: 5000,
  itemCount: 1,
  parcels: 1,
  longestSide: 100_000,
  sumOfSides: 300_000,
  lengthPlusGirth: 500_000,
};

/** A point in the space of what lanes read, as a consignment: its measures are what the point says, however they are seen. */
class PointShipment extends Shipment {
  readonly #seen: (lane: Pick<CompiledLane, 'centre' | 'slot' | 'carriage' | 'ownView'>) => Shipment;

  constructor(cart: CartContext, measures: Measures, kind: CartKind, seen?: (view: string) => Measures) {
    super(cart, { to: 0, origin: kind.origin, shippable: true, lines: [0], groups: kind.groups, measures, parcels: [] });
    this.#seen = (lane) => (seen === undefined || !lane.ownView ? this : new PointShipment(cart, seen(viewKeyOf(lane)), kind));
  }

  override seenBy(lane: Pick<CompiledLane, 'centre' | 'slot' | 'carriage' | 'ownView'>): Shipment {
    return this.#seen(lane);
  }
}

const viewKeyOf = ({ slot }: Pick<CompiledLane, 'slot'>): string => String(slot);

/** Consignments of one kind of cart at any point of some dimensions. */
export class PointShipments {
  readonly #cart: CartContext;
  readonly #kind: CartKind;

  constructor(compiled: CompiledBook, kind: CartKind) {
    const [group] = kind.groups;
    const cart = cartOf(kind, [{ quantity: 1, unitPrice: 0, delivered: true, ...(group != null && { group }) }]);
    const values = { measures: USUAL, valuesBefore: [0], lineValues: [0], consignments: [] };
    const occasion = occasionOf(cart, compiled.book.shop.timeZone);
    this.#cart = { compiled, cart, values, effort: MOST_EFFORT, occasion, carriers: new CarrierAnswers(), ledger: false };
    this.#kind = kind;
  }

  /** The consignment at a point; measures that are no dimension are as usual, and hang together with those that are. */
  at(dimensions: readonly Dimension[], point: readonly number[]): Shipment {
    const seenBy = (slot: string | null): Measures => {
      const own: Record<string, number> = {};
      dimensions.forEach(({ measure, view, lane }, place) => {
        if (view === '' || slot === null || String(lane.slot) === slot) own[measure] = point[place] as number;
      });
      return together(own);
    };
    return new PointShipment(this.#cart, seenBy(null), this.#kind, seenBy);
  }
}

/** Usual measures with some of them given: none lighter than what it holds, none worth less than after discounts. */
function together(own: Readonly<Record<string, number>>): Measures {
  const items = own.itemsWeight ?? Math.min(USUAL.itemsWeight, own.packedWeight ?? Infinity, own.billableWeight ?? Infinity);
  const packed = own.packedWeight ?? Math.max(items, Math.min(USUAL.packedWeight, own.billableWeight ?? Infinity));
  const after = own.valueAfterDiscounts ?? own.valueBeforeDiscounts ?? USUAL.valueAfterDiscounts;
  const longest = own.longestSide ?? USUAL.longestSide;
  return {
    ...USUAL,
    ...own,
    itemsWeight: items,
    packedWeight: packed,
    billableWeight: own.billableWeight ?? packed,
    valueAfterDiscounts: after,
    valueBeforeDiscounts: own.valueBeforeDiscounts ?? after,
    longestSide: longest,
    sumOfSides: own.sumOfSides ?? longest * 3,
    lengthPlusGirth: own.lengthPlusGirth ?? longest * 5,
  };
}
