import { useMemo } from 'react';
import { useBench } from '../bench/BenchProvider.tsx';
import { useDraft } from '../draft/DraftProvider.tsx';
import type { FindingNames } from '../words/findingWords.ts';
import { useFormat, useSubdivisionNames } from '../words/useWords.ts';

/** What findings name things by in this shop. */
export function useFindingNames(): FindingNames {
  const { book } = useDraft();
  const { products } = useBench();
  const format = useFormat();
  const subdivision = useSubdivisionNames();
  return useMemo(() => ({ book, format, subdivision, products }), [book, format, subdivision, products]);
}
