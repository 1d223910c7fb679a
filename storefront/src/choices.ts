import type { Quote } from '@ostrakon/client';
import { isPriced } from './quotes.ts';

/** What was chosen of each part the order travels in, by its number; of an order in one piece there is one. */
export type Choices = Readonly<Record<number, string>>;

/** The parts an order travels in, each with its options; one where it travels in one piece. */
export const partsOf = (quote: Quote) => quote.consignments ?? [{ to: 0, lines: [] as number[], options: quote.options }];

export const optionIn = (quote: Quote, part: number, service: string | undefined) =>
  partsOf(quote)
    [part]?.options.filter(isPriced)
    .find((option) => option.service === service);

/** What is charged where all of it is chosen; null while something is not. */
export function chosenOf(quote: Quote, choices: Choices) {
  const chosen = partsOf(quote).map((_, part) => optionIn(quote, part, choices[part]));
  return chosen.every((option) => option !== undefined) ? chosen : null;
}
