import type { CartInput, Offer, Quote } from '@ostrakon/core';
import type { PlaceOrder } from '@ostrakon/core/contract';
import { HttpProblem } from '../../http/problems.ts';

type Choices = PlaceOrder['choices'];

const offerOf = (options: readonly Offer[], service: string) =>
  options.find((offer): offer is Extract<Offer, { status: 'priced' }> => offer.status === 'priced' && offer.service === service);

/** What a quote asks for what was chosen: one option of the whole cart, or one of each part. Null where it does not offer that. */
export function priceOf({ options, consignments }: Quote, choices: Choices): number | null {
  const [first] = choices;
  if (choices.length === 1 && first !== undefined && first.part === undefined) return offerOf(options, first.service)?.price ?? null;
  let sum = 0;
  for (const [at, part] of consignments.entries()) {
    const choice = choices.find((one) => one.part === at);
    const offer = choice && offerOf(part.options, choice.service);
    if (!offer) return null;
    sum += offer.price;
  }
  return choices.length === consignments.length && consignments.length > 1 ? sum : null;
}

export const chargedFor = (choices: Choices) => choices.reduce((sum, { price }) => sum + price, 0);

/** Whether each single price is what the quote asks, not only their sum. */
export const isOffered = (quote: Quote, choices: Choices): boolean =>
  priceOf(quote, choices) !== null &&
  choices.every(
    ({ part, service, price }) =>
      offerOf(part === undefined ? quote.options : (quote.consignments[part]?.options ?? []), service)?.price === price,
  );

/** What a service asks for a cart that travels in one piece; null where it is not offered so, or was not at that time. */
export const priceBy =
  (quoteOf: (cart: CartInput, edition: number) => Promise<{ quote: Quote }>) =>
  async (cart: CartInput, edition: number, service: string): Promise<number | null> => {
    try {
      const { quote } = await quoteOf(cart, edition);
      return quote.consignments.length === 1 ? (offerOf(quote.options, service)?.price ?? null) : null;
    } catch (error) {
      // What is refused has no price; what went wrong is told.
      if (error instanceof HttpProblem) return null;
      throw error;
    }
  };
