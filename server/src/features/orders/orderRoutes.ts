import { isProductLine, type PublicQuote } from '@ostrakon/core';
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

/** What the page of a buyer could only claim: it is taken from the shop's own server. Where it stands; null where there is none. */
function claimIn({ lines, discounts, lastOrderAt, moment }: PlaceOrder['cart']): string | null {
  const described = lines.findIndex((line) => !isProductLine(line));
  if (described >= 0) return `/cart/lines/${described}`;
  if (discounts.length > 0) return '/cart/discounts';
  if (lastOrderAt !== undefined) return '/cart/lastOrderAt';
  return moment === undefined ? null : '/cart/moment';
}

export interface OrderSources {
  /** What a cart is offered by an edition. */
  quoteOf(cart: PlaceOrder['cart'], edition: number): Promise<PublicQuote>;
  /** The edition that is live. */
  live(): number;
}

/** Orders as checkouts place them. What they are charged for delivery is what the shop offers, whoever sends it. */
export function orderHandlers(orders: OrderStore, { quoteOf, live }: OrderSources) {
  return {
    'POST /orders': async ({ body, who }) => {
      const claimed = who.key === null ? claimIn(body.cart) : null;
      if (claimed !== null) {
        const detail = 'This is taken with a server key for orders only.';
        throw new HttpProblem('key-needed', detail, { errors: [{ pointer: claimed, detail }] });
      }
      const known = await orders.find(body.reference);
      if (known) return known;
      // A buyer buys by what is live; the shop's own server may hand in what was bought before.
      const isNow = who.key !== null || body.edition === live();
      if (!isNow || !isOffered(await quoteOf(body.cart, body.edition), body.choices)) {
        throw new HttpProblem(
          'quote-gone',
          'What was chosen is not offered for this cart at this price any more. Ask for its options again.',
        );
      }
      return orders.place(body);
    },
  } satisfies Handlers<PublicRoutes, Caller, 'POST /orders'>;
}
