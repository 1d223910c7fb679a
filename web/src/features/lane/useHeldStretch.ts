import { boundInBase, type Measures, type Side, type TwoWay } from '@ostrakon/core';
import { useMemo } from 'react';

function stretchOf({ measure, bounds }: Side, measures: Measures): number {
  const found = bounds.findIndex((bound) => measures[measure] <= boundInBase(measure, bound));
  return found === -1 ? bounds.length : found;
}

/** The crossing in which the bench's cart falls; none while the cart is empty. */
export function useHeldStretch(card: TwoWay, measures: Measures): { row: number; column: number } | null {
  return useMemo(
    () => (measures.itemCount === 0 ? null : { row: stretchOf(card.rows, measures), column: stretchOf(card.columns, measures) }),
    [card, measures],
  );
}
