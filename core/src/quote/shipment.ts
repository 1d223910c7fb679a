import { copyOf, type MeasureVector, measureIndex, toVector, UNKNOWN_DISTANCE } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import type { Minor } from '../numbers/units.ts';
import type { CountryCode } from '../places/countries.ts';
import { geodesicDistance } from '../places/geodesic.ts';
import type { Destination } from '../places/place.ts';
import type { Point } from '../places/point.ts';
import type { GoodsSet } from '../rate-book/scope.ts';
import type { CartContext } from './cartContext.ts';
import type { CompiledLane } from './compiledLane.ts';
import { type CompiledPacking, ownPacking } from './compiledPacking.ts';
import type { MeasuredConsignment } from './consignment.ts';
import { destinationOf, measureLines } from './measureCart.ts';
import type { Occasion } from './occasion.ts';
import { packagingCost } from './packagingCost.ts';
import type { CartLine } from './request.ts';
import { ShipmentCarriers } from './shipmentCarriers.ts';
import { ShipmentGoods } from './shipmentGoods.ts';
import { ShipmentPromises } from './shipmentPromises.ts';

/** Lines with a delivery charge of their own. */
export interface OwnChargeLine {
  readonly line: number;
  readonly how: 'instead' | 'onTop';
  readonly each: Minor;
  readonly quantity: number;
}

const NO_OWN: readonly OwnChargeLine[] = [];
const NO_LINES: ReadonlySet<number> = new Set();

function ownChargesOf({ cart }: CartContext, { lines }: MeasuredConsignment): readonly OwnChargeLine[] {
  let own: OwnChargeLine[] | null = null;
  for (const line of lines) {
    const { ownCharge, quantity } = cart.lines[line] as CartLine;
    if (!ownCharge) continue;
    own ??= [];
    own.push({ line, how: ownCharge.how, each: ownCharge.amount, quantity });
  }
  return own ?? NO_OWN;
}

const BEFORE = measureIndex('valueBeforeDiscounts');
const AFTER = measureIndex('valueAfterDiscounts');

/** A consignment's measures with the value of all goods that go to its address, from whichever location. */
function addressVector({ values, cart }: CartContext, { to, lines }: MeasuredConsignment, own: MeasureVector): MeasureVector {
  const together = cart.lines.filter((line) => line.delivered && (line.to ?? 0) === to).length;
  if (together === lines.length) return own;
  const vector = copyOf(own);
  vector[BEFORE] = 0;
  vector[AFTER] = 0;
  cart.lines.forEach((line, at) => {
    if (!line.delivered || (line.to ?? 0) !== to) return;
    vector[BEFORE] += values.valuesBefore[at] ?? 0;
    vector[AFTER] += values.lineValues[at] ?? 0;
  });
  return vector;
}

interface OwnView {
  readonly centre: Point | null | undefined;
  readonly packaging: readonly Id[] | null;
  readonly shipment: Shipment;
}

/** A consignment as lanes read it. What only some lanes ask for is worked out when first asked for. */
export class Shipment {
  readonly cart: CartContext;
  readonly consignment: MeasuredConsignment;
  readonly vector: MeasureVector;
  /** The same, with the goods value of all that goes to its address: what limits and allowances read. */
  readonly together: MeasureVector;
  readonly destination: Destination;
  readonly own: readonly OwnChargeLine[];
  readonly hasInstead: boolean;
  readonly #packing: CompiledPacking;
  /** By the place of the service in the book. */
  #views: (OwnView | undefined)[] | undefined;
  #goods: ShipmentGoods | undefined;
  #carriers: ShipmentCarriers | undefined;
  #promises: ShipmentPromises | undefined;
  #packagingCost: Minor | undefined;

  constructor(cart: CartContext, consignment: MeasuredConsignment, packing: CompiledPacking = cart.compiled) {
    this.cart = cart;
    this.consignment = consignment;
    this.#packing = packing;
    this.vector = toVector(consignment.measures);
    this.together = addressVector(cart, consignment, this.vector);
    this.destination = destinationOf(cart.cart, consignment.to) ?? cart.cart.destination;
    this.own = ownChargesOf(cart, consignment);
    this.hasInstead = this.own.some(({ how }) => how === 'instead');
  }

  get occasion(): Occasion {
    return this.cart.occasion;
  }

  get country(): CountryCode {
    return this.destination.country;
  }

  get goods(): ShipmentGoods {
    this.#goods ??= new ShipmentGoods(this.cart, this.consignment, this.vector, this.#packing, this.#apart());
    return this.#goods;
  }

  get carriers(): ShipmentCarriers {
    const { consignment, destination, goods } = this;
    this.#carriers ??= new ShipmentCarriers(this.cart, { consignment, destination, goods, apart: this.#apart() });
    return this.#carriers;
  }

  get promises(): ShipmentPromises {
    this.#promises ??= new ShipmentPromises(this.cart, this.consignment, this.destination);
    return this.#promises;
  }

  #apart(): ReadonlySet<number> {
    return this.hasInstead ? new Set(this.own.filter(({ how }) => how === 'instead').map(({ line }) => line)) : NO_LINES;
  }

  #measuredFrom(centre: Point | null): number {
    const { point } = this.destination;
    return centre && point ? Math.round(geodesicDistance(centre, point) * 1000) : UNKNOWN_DISTANCE;
  }

  /** The same goods with the distance measured from elsewhere (undefined is where they leave from), or in packaging of a service's own. */
  seenBy({ centre, slot, carriage, ownView }: Pick<CompiledLane, 'centre' | 'slot' | 'carriage' | 'ownView'>): Shipment {
    if (!ownView) return this;
    const packaging = carriage?.packaging ?? null;
    const held = this.#views?.[slot];
    if (held !== undefined && held.centre === centre && held.packaging === packaging) return held.shipment;
    const { consignment, cart } = this;
    const packing = packaging === null ? this.#packing : ownPacking(cart.compiled.book, packaging);
    const packed = packaging === null ? consignment : measureLines(cart, consignment, consignment.lines, packing);
    const distance = centre === undefined ? packed.measures.distance : this.#measuredFrom(centre);
    const shipment = new Shipment(cart, { ...packed, measures: { ...packed.measures, distance } }, packing);
    this.#views ??= [];
    this.#views[slot] = { centre, packaging, shipment };
    return shipment;
  }

  /** What its packaging costs the shop, in minor units. */
  get packagingCost(): Minor {
    this.#packagingCost ??= packagingCost(this.cart.compiled.book.packing, this.consignment.parcels);
    return this.#packagingCost;
  }

  /** The same for the goods in a set, as if packed by themselves; 0 where there are none. */
  packagingCostOf(goods: GoodsSet): Minor {
    const alone = this.goods.of(goods);
    return alone === null ? 0 : packagingCost(this.cart.compiled.book.packing, alone.consignment.parcels);
  }
}
