import { boundText, type Measure, resultText, type TierResult } from '@ostrakon/core';
import { useMemo } from 'react';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { readBound, readResult } from '../../ui/readers.ts';
import type { Read } from '../../ui/useTypedField.ts';

export interface CellReaders {
  readonly bound: (text: string) => Read<string | number>;
  readonly result: (text: string) => Read<TierResult>;
  /** A bound and a result as they stand in their cells, where they can be typed over. */
  readonly shownBound: (bound: string | number) => string;
  readonly shownResult: (result: TierResult) => string;
}

/** How the cells of a card on a measure are read and shown; without a measure there is nothing to count. */
export function useCellReaders(measure?: Measure): CellReaders {
  const { shop } = useDraft().book;
  return useMemo(
    () => ({
      bound: readBound(measure ?? 'itemCount', shop),
      result: readResult(shop, measure),
      shownBound: (bound) => boundText(bound, measure ?? 'itemCount', shop),
      shownResult: (result) => resultText(result, measure, shop),
    }),
    [measure, shop],
  );
}
