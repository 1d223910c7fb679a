import { type Cart, type DeliveryClient, DeliveryProblem } from '@ostrakon/client';

/** Before the order is taken: whether what the buyer chose still costs the same; null where it is not offered any more. */
export async function stillTheSame(delivery: DeliveryClient, cart: Cart, chosen: { service: string; price: number; edition: number }) {
  const now = await delivery.quote(cart);
  const option = now.options.find(({ service }) => service === chosen.service);
  if (option?.status !== 'priced') return null;
  return { same: option.price === chosen.price, price: option.price, edition: now.edition };
}

/** What an order placed then would have cost then; null where that edition answers no longer. */
export async function asItWas(delivery: DeliveryClient, cart: Cart, edition: number) {
  try {
    return await delivery.quote(cart, { edition });
  } catch (error) {
    if (error instanceof DeliveryProblem && error.code === 'edition-gone') return null;
    throw error;
  }
}
