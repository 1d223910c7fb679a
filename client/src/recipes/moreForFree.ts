import type { Cart, DeliveryClient } from '@ostrakon/client';

/** The bar over a cart: how much more makes delivery free, and for which option; null where nothing would. */
export async function moreForFree(delivery: DeliveryClient, cart: Cart): Promise<{ name: string; more: number } | null> {
  // Nobody waits for a carrier to see a bar.
  const { options } = await delivery.quote({ ...cart, carriers: 'later' });
  const near = options.flatMap((option) =>
    option.status === 'priced' && option.moreForFree !== undefined ? [{ name: option.name, more: option.moreForFree }] : [],
  );
  return near.sort((a, b) => a.more - b.more)[0] ?? null;
}
