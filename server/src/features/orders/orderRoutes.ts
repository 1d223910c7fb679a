import type { PublicQuote } from '@ostrakon/core';
import type { PlaceOrder, PublicRoutes } from '@ostrakon/core/contract';
import type { Handlers } from '../../http/door.ts';
import { HttpProblem } from '../../http/problems.ts';
import type { Caller } from '../../http/publicDoor.ts';
import type { OrderStore } from './orderStore.ts';

/** Whether what was chosen is what a quote offers: one option of the whole cart, or one of each part. */
function isOffered({ options, consignments = [] }: PublicQuote, choices: PlaceOrder['choices']): boolean {
  const offers = (list: PublicQuote['options'], { service, price }: PlaceOrder['choices'][number]) =>
    list.some((option) => option.status === 'priced' && option.service === service && option.price === price);
  const [first] = choices;
  if (choices.length === 1 && first !== undefined && first.part === undefined) return offers(options, first);
  return (
    choices.length === consignments.length &&
    consignments.every((part, at) => choices.some((choice) => choice.part === at && offers(part.options, choice)))
  );
}

/** Orders as checkouts place them. What they are charged for delivery is what the shop offers, whoever sends it. */
export function orderHandlers(orders: OrderStore, quoteOf: (cart: PlaceOrder['cart'], edition: number) => Promise<PublicQuote>) {
  return {
    'POST /orders': async ({ body }) => {
      const known = await orders.find(body.reference);
      if (known) return known;
      const quote = await quoteOf(body.cart, body.edition);
      if (!isOffered(quote, body.choices)) {
        throw new HttpProblem(
          'quote-gone',
          'What was chosen is not offered for this cart at this price any more. Ask for its options again.',
        );
      }
      return orders.place(body);
    },
  } satisfies Handlers<PublicRoutes, Caller, 'POST /orders'>;
}
