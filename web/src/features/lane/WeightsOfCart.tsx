import { WeightMeasure } from '@ostrakon/core';
import { measureWords } from '../../words/quoteWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { useCardMeasures } from './useCardMeasures.ts';

/** The three weights of the bench's cart, beside where one of them is chosen. */
export function WeightsOfCart() {
  const measures = useCardMeasures();
  const format = useFormat();
  const weights = WeightMeasure.options.map(
    (measure) => `${measureWords[measure].toLowerCase()} ${format.measured(measure, measures[measure])}`,
  );
  return <p className="mt-1 text-xs text-ash">The cart on the bench: {format.list(weights)}.</p>;
}
