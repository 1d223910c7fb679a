import { useDeferredValue } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { useFormat } from '../../words/useWords.ts';
import { useOriginName } from './useOriginName.ts';

/** The parts of a cart that travel apart, each with its own options. */
export function Consignments() {
  const { quote, request } = useDeferredValue(useBench());
  const { services } = useDraft().book;
  const format = useFormat();
  const originOf = useOriginName();
  if (quote.consignments.length < 2) return null;
  const name = (id: string) => services.find((service) => service.id === id)?.name ?? id;
  return (
    <section aria-label="Consignments" className="border-line border-t px-4 py-3">
      <h3 className="mb-1.5 text-sm font-semibold text-ash">Leaves in {quote.consignments.length} consignments</h3>
      <ul className="space-y-2">
        {quote.consignments.map(({ lines, measures, options, shippable }, at) => (
          <li key={lines.join(' ')}>
            <p className="font-semibold">
              {shippable ? `From ${originOf(at)}` : 'No location may ship this'}
              <span className="font-normal text-ash">
                {' '}
                · {format.mass(measures.packedWeight)} in {format.count(measures.parcels, 'parcel')}
              </span>
            </p>
            <p className="truncate text-sm text-ash">
              {format.list(lines.map((line) => request.lines[line]?.name || 'goods of your own'))}
            </p>
            <p className="text-sm">
              {options.length === 0
                ? 'no option'
                : options
                    .map((offer) => `${name(offer.service)} ${offer.status === 'priced' ? format.price(offer.price) : 'ask us'}`)
                    .join(', ')}
            </p>
          </li>
        ))}
      </ul>
      <p className="mt-1.5 text-sm text-ash">
        {quote.options.length === 0
          ? 'No single service takes everything: the buyer chooses one for each consignment.'
          : 'Above are the services that take everything, at the sum of their prices.'}
      </p>
    </section>
  );
}
