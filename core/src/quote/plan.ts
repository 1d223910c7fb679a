import { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import type { RateAsk } from '../carriers/rateAsk.ts';
import { NO_MEASURES } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import { oncePer } from '../once/oncePer.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import type { Admitted } from './admit.ts';
import type { CartContext } from './cartContext.ts';
import { cartValues } from './cartValues.ts';
import type { CompiledBook } from './compile.ts';
import type { MeasuredCart } from './consignment.ts';
import { takes } from './lanePrice.ts';
import { groupOf, measureCart, measureLines } from './measureCart.ts';
import { occasionOf } from './occasion.ts';
import type { CartLine } from './request.ts';
import { Shipment } from './shipment.ts';

/** A request on its way to a quote: packed and measured, with what its carriers must be asked. */
export interface Plan extends Admitted {
  readonly compiled: CompiledBook;
  readonly measured: MeasuredCart;
  /** The cart's consignments before any is parted by goods, as every zone reads them. */
  readonly shipments: readonly Shipment[];
  readonly carriers: CarrierAnswers;
  /** What carriers were asked in vain, by key; asked anew it may be more, where consignments are parted by goods. */
  readonly asks: ReadonlyMap<string, RateAsk>;
  /** The services that answer, by their place in the book. */
  readonly slots: readonly number[];
}

/** Questions of every lane that would take a consignment: carriers are not asked for what the shop does not let them take. */
function askAhead(shipments: readonly Shipment[], { places }: Admitted, slots: readonly number[]): void {
  for (const whole of shipments) {
    const lanes = places[whole.consignment.to]?.zone?.lanes ?? [];
    for (const slot of slots) {
      const lane = lanes[slot];
      if (!lane?.carriage || !(lane.terms !== null || whole.cart.carriers.costs)) continue;
      const shipment = whole.seenBy(lane);
      if (takes(lane, shipment)) shipment.carriers.answer(lane);
    }
  }
}

/** Nothing is packed of an order that the shop does not take. */
function measuredOnly(compiled: CompiledBook, { request }: Admitted): MeasuredCart {
  const values = cartValues(request.lines, request.discounts, compiled.book.shop.pricing.rounding);
  return {
    measures: { ...NO_MEASURES, itemCount: request.lines.reduce((sum, line) => sum + (line.delivered ? line.quantity : 0), 0) },
    ...values,
    consignments: [],
  };
}

export interface PlanOptions {
  /** Whether prices say how they came about. */
  readonly ledger?: boolean;
  /** The one service that is asked about: the others are in no answer. Goods are parted as they are for all of them. */
  readonly service?: Id | undefined;
}

/** Every service of a book, by its place in it. */
export const everySlot = oncePer(({ services }: RateBook): readonly number[] => services.map((_service, slot) => slot));

const slotsOf = ({ book }: CompiledBook, service: Id | undefined): readonly number[] =>
  service === undefined ? everySlot(book) : everySlot(book).filter((slot) => book.services[slot]?.id === service);

/** Packs and measures an admitted request and says what its carriers must be asked: the third step of every quote. */
export function plan(
  compiled: CompiledBook,
  admitted: Admitted,
  carriers: CarrierAnswers = new CarrierAnswers(),
  { ledger = true, service }: PlanOptions = {},
): Plan {
  const { request, effort, places, refusals, parts } = admitted;
  const refused = refusals.length > 0;
  const measured = refused ? measuredOnly(compiled, admitted) : measureCart(compiled, request, effort, parts);
  const occasion = occasionOf(request, compiled.book.shop.timeZone);
  const cart: CartContext = { compiled, cart: request, values: measured, effort, occasion, carriers, ledger };
  const shipments = measured.consignments.map((consignment) => new Shipment(cart, consignment));
  const slots = slotsOf(compiled, service);
  askAhead(shipments, admitted, slots);
  return { request, places, parts, refusals, effort, compiled, measured, shipments, carriers, asks: carriers.wanted, slots };
}

/** A consignment parted by goods group. */
export function partByGroup({ cart, consignment }: Shipment): Shipment[] {
  return consignment.groups.map((group) => {
    const lines = consignment.lines.filter((line) => groupOf(cart.cart.lines[line] as CartLine, cart.compiled) === group);
    return new Shipment(cart, measureLines(cart, consignment, lines));
  });
}
