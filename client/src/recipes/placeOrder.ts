import type { Cart, DeliveryClient, PricedOption } from '@ostrakon/client';

/** Hands an order in, once: the same reference again is the same order. Takes a server key for orders. */
export async function placeOrder(
  delivery: DeliveryClient,
  {
    cart,
    edition,
    chosen,
    reference,
    buyer,
  }: {
    cart: Cart;
    edition: number;
    chosen: PricedOption;
    reference: string;
    buyer: { name: string; mail: string; street: string; town: string };
  },
): Promise<{ number: number; delivery: number }> {
  const { service, price } = chosen;
  const body = { reference, cart: { discounts: [], ...cart }, edition, choices: [{ service, price }], buyer };
  return delivery.ask('/orders', {}, { method: 'POST', body: JSON.stringify(body) });
}
