import { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import { NO_MEASURES } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import { MOST_EFFORT } from '../packing/effort.ts';
import type { Destination } from '../places/place.ts';
import type { CompiledBook } from '../quote/compile.ts';
import { occasionOf } from '../quote/occasion.ts';
import type { QuoteRequest } from '../quote/request.ts';
import { Shipment } from '../quote/shipment.ts';
import type { Instant } from '../time/calendar.ts';

/** Carts that differ in their measures alone: the goods in them, who buys, when, and where they go. */
export interface CartKind {
  /** The goods groups that are in it, all of them; null is the default group. */
  readonly groups: readonly (Id | null)[];
  readonly coupons: readonly string[];
  readonly moment: Instant;
  readonly origin: Id | null;
  readonly destination: Destination;
  /** When the buyer last ordered, and when the cart was begun; unknown where absent. */
  readonly lastOrderAt?: Instant;
  readonly cartStartedAt?: Instant;
}

/** A cart of a kind with some goods in it. */
export function cartOf(
  { destination, moment, coupons, lastOrderAt, cartStartedAt }: CartKind,
  lines: readonly QuoteRequest['lines'][number][],
): QuoteRequest {
  return {
    lines: [...lines],
    discounts: [],
    destination,
    moment,
    ...(coupons.length > 0 && { coupons: [...coupons] }),
    ...(lastOrderAt !== undefined && { lastOrderAt }),
    ...(cartStartedAt !== undefined && { cartStartedAt }),
  };
}

/** A consignment of a kind without measures: for tests of goods, coupons, moment and address. */
export function shipmentOf(compiled: CompiledBook, kind: CartKind): Shipment {
  const cart = cartOf(kind, []);
  const values = { measures: NO_MEASURES, valuesBefore: [], lineValues: [], consignments: [] };
  const occasion = occasionOf(cart, compiled.book.shop.timeZone);
  return new Shipment(
    { compiled, cart, values, effort: MOST_EFFORT, occasion, carriers: new CarrierAnswers(), ledger: false },
    { to: 0, origin: kind.origin, shippable: true, lines: [], groups: kind.groups, measures: NO_MEASURES, parcels: [] },
  );
}
