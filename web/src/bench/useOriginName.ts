import { useDraft } from '../draft/DraftProvider.tsx';
import { groupNameOf } from '../words/quoteWords.ts';
import { useFormat } from '../words/useWords.ts';
import { useBench } from './BenchProvider.tsx';

/** What tells a consignment from the others: where it leaves from, which goods it holds, where it goes. */
export function useOriginName(): (consignment: number) => string {
  const { quote } = useBench();
  const { book } = useDraft();
  const format = useFormat();
  return (at) => {
    const own = quote.consignments[at];
    if (!own) return 'nowhere';
    const others = quote.consignments.filter((_one, index) => index !== at);
    const origin = book.locations.find(({ id }) => id === own.origin)?.name ?? 'the shop';
    const sameWay = others.some((other) => other.origin === own.origin && other.to === own.to);
    const goods = sameWay ? `, ${format.list(own.groups.map(groupNameOf(book)))}` : '';
    const to = others.some((other) => other.to !== own.to) ? ` to address ${own.to + 1}` : '';
    return `${origin}${goods}${to}`;
  };
}
