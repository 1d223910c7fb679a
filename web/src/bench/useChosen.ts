import type { Offer } from '@ostrakon/core';
import { useBench } from './BenchProvider.tsx';

/** The option whose price is explained: the one chosen, or the first with a price. */
export function useChosen(): Offer | undefined {
  const { quote, state } = useBench();
  return quote.options.find((offer) => offer.service === state.chosen) ?? quote.options[0];
}
