import { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import type { CompiledBook } from './compile.ts';
import { groupOf, type MeasuredCart, measureCart, measureLines } from './measureCart.ts';
import { occasionOf } from './occasion.ts';
import type { CartLine, QuoteRequest } from './request.ts';
import { Shipment } from './shipment.ts';

export interface PreparedCart {
  readonly measured: MeasuredCart;
  readonly shipments: readonly Shipment[];
  readonly carriers: CarrierAnswers;
}

/** Everything about a cart that does not depend on the zone. */
export function prepareCart(compiled: CompiledBook, request: QuoteRequest, carriers = new CarrierAnswers()): PreparedCart {
  const measured = measureCart(compiled, request);
  const occasion = occasionOf(request, compiled.book.shop.timeZone);
  const shipments = measured.consignments.map(
    (consignment, at) => new Shipment(compiled, request, measured, consignment, { occasion, first: at === 0, carriers }),
  );
  return { measured, shipments, carriers };
}

/** A consignment parted by goods group. */
export function partByGroup(
  compiled: CompiledBook,
  request: QuoteRequest,
  { measured: cart, carriers }: Pick<PreparedCart, 'measured' | 'carriers'>,
  whole: Shipment,
): Shipment[] {
  const { consignment, occasion } = whole;
  return consignment.groups.map((group, at) => {
    const lines = consignment.lines.filter((line) => groupOf(request.lines[line] as CartLine, compiled) === group);
    const part = measureLines(compiled, request, cart, consignment, lines);
    return new Shipment(compiled, request, cart, part, { occasion, first: whole.first && at === 0, carriers });
  });
}
