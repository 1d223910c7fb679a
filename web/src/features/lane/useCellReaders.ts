import type { TieredCard, TierResult } from '@ostrakon/core';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { readCount, readMass, readMoney, readResult } from '../../ui/readers.ts';
import type { Read } from '../../ui/useTypedField.ts';
import { useFormat } from '../../words/useWords.ts';

export interface CellReaders {
  readonly bound: (text: string) => Read<string | number>;
  readonly result: (text: string) => Read<TierResult>;
  /** A bound as it stands in its cell. */
  readonly shownBound: (bound: string | number) => string;
}

/** How the cells of a card are read and shown. */
export function useCellReaders(card: TieredCard): CellReaders {
  const { shop } = useDraft().book;
  const format = useFormat();
  const result = readResult(shop);
  switch (card.kind) {
    case 'weightTiers':
      return { bound: readMass(shop), result, shownBound: String };
    case 'valueTiers':
      return { bound: readMoney(shop), result, shownBound: (bound) => format.plain(Number(bound)) };
    case 'countTiers':
      return { bound: readCount, result, shownBound: String };
  }
}
