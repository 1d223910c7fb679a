import type { ProductFacts } from '@ostrakon/core';
import type { LookAt } from '@ostrakon/core/contract';
import type { DeliveryPageSources } from './features/delivery-page/deliveryRoutes.ts';
import type { LiveQuotes } from './features/public-quote/liveQuotes.ts';

/** What the delivery page is made of: quotes, and nothing besides. */
export const deliveryPageSources = (
  quotes: LiveQuotes,
  product: (id: string) => ProductFacts | undefined,
  lookOf: (look: string) => LookAt,
): DeliveryPageSources => ({
  facts: ({ look, ...about }) => quotes.delivery({ look }, about),
  product,
  lookOf,
  deliveredTo: async ({ look, language }, id) =>
    (await quotes.deliveredProduct({ look }, language, id)).map((quote, part) => ({
      part,
      options: (quote?.options ?? []).flatMap((option) =>
        option.status === 'priced' ? [{ name: option.name, price: option.price, ...(option.transit && { days: option.transit }) }] : [],
      ),
    })),
});
