import type { FiledOrder } from '@ostrakon/core/contract';
import type { OrderBuyerRow, ShopOrderRow } from './entities.ts';

/** An order as it is filed, of its row and that of its buyer. */
export function orderFromRows({ cart, choices, ...facts }: ShopOrderRow, buyer: OrderBuyerRow | undefined): FiledOrder {
  const { order: _order, ...told } = buyer ?? { order: 0 };
  return { ...facts, cart: JSON.parse(cart), choices: JSON.parse(choices), buyer: buyer ? (told as FiledOrder['buyer']) : null };
}

export const rowOfOrder = ({ cart, choices, buyer: _buyer, ...facts }: FiledOrder): ShopOrderRow => ({
  ...facts,
  cart: JSON.stringify(cart),
  choices: JSON.stringify(choices),
});

export const rowOfBuyer = ({ number, buyer }: FiledOrder): OrderBuyerRow[] => (buyer === null ? [] : [{ order: number, ...buyer }]);
