import type { Consigned } from '../orders/consigned.ts';
import type { Instant } from '../time/calendar.ts';
import type { FiledConsignment, SoldLine } from './orders.ts';

/** Goods in a few words: "2 Celadon glaze, 473 ml; 1 Needle tool". */
const goodsWords = (goods: readonly SoldLine[]): string =>
  goods
    .map(({ quantity, name = 'goods without a name' }) => `${quantity} ${name}`)
    .join('; ')
    .slice(0, 500);

/**
 * A part of an order as it is filed when the order comes.
 * @param sold all goods of the order
 * @param at when the order was placed
 * @param by who handed it in
 */
export function filedPart(consigned: Consigned, sold: readonly SoldLine[], at: Instant, by: string): FiledConsignment {
  const { parcels } = consigned;
  const goods = consigned.lines.map((line) => sold[line]).filter((line) => line !== undefined);
  // Written field by field: a copy of all of them costs as much as to pack them.
  return {
    part: consigned.part,
    service: consigned.service,
    kind: consigned.kind,
    origin: consigned.origin,
    to: consigned.to,
    price: consigned.price,
    tax: consigned.tax,
    taxRate: consigned.taxRate,
    first: consigned.first,
    last: consigned.last,
    countsOn: consigned.countsOn,
    packBy: consigned.packBy,
    leavesOn: consigned.leavesOn,
    dueAt: consigned.dueAt,
    window: consigned.window,
    carried: consigned.carried,
    carriage: consigned.carriage,
    packaging: consigned.packaging,
    state: 'new',
    lines: [...consigned.lines],
    parcels: parcels as FiledConsignment['parcels'],
    goods: goodsWords(goods),
    pieces: goods.reduce((sum, { quantity }) => sum + quantity, 0),
    weight: parcels.reduce((sum, { packedWeight, count }) => sum + packedWeight * count, 0),
    into: null,
    givenBack: 0,
    with: null,
    steps: [{ at, by, what: 'placed', from: 'new', to: 'new', note: '' }],
  };
}
