import { type ConsignmentQuote, type Offer, orderedOn, promiseText } from '@ostrakon/core';
import { useDeferredValue } from 'react';
import { useDraft } from '../draft/DraftProvider.tsx';
import { groupNameOf, reasonWords } from '../words/quoteWords.ts';
import { useFormat } from '../words/useWords.ts';
import { useBench } from './BenchProvider.tsx';
import { useOriginName } from './useOriginName.ts';

/** The option chosen for a consignment: the one picked, or the first with a price. */
function chosenFor({ options }: ConsignmentQuote, picked: string | undefined): Offer | undefined {
  return options.find((offer) => offer.service === picked) ?? options.find((offer) => offer.status === 'priced') ?? options[0];
}

/** What was chosen, added up; null while some part has no price. */
function totalOf(chosen: readonly (Offer | undefined)[]): number | null {
  return chosen.reduce<number | null>((sum, offer) => (sum === null || offer?.status !== 'priced' ? null : sum + offer.price), 0);
}

/** The parts of a cart that travel apart, each with its own options, and the total of what was chosen. */
export function Consignments() {
  const { quote, request, state, send } = useDeferredValue(useBench());
  const { book } = useDraft();
  const format = useFormat();
  const originOf = useOriginName();
  if (quote.consignments.length < 2) return null;
  const name = (id: string) => book.services.find((service) => service.id === id)?.name ?? id;
  const chosen = quote.consignments.map((part, at) => chosenFor(part, state.chosenOf[at]));
  const total = totalOf(chosen);
  return (
    <section aria-label="Consignments" className="border-line border-t px-4 py-3">
      <h3 className="mb-1.5 text-sm font-semibold text-ash">Leaves in {quote.consignments.length} consignments</h3>
      <ul className="space-y-2">
        {quote.consignments.map(({ lines, measures, options, withheld, shippable, to }, at) => (
          <li key={`${to} ${lines.join(' ')}`}>
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
            {options.length === 0 ? (
              <p className="text-sm text-fault">
                no option
                {withheld.flatMap(({ service, reasons }) =>
                  reasons[0].code === 'noLane' ? [] : [`; ${name(service)}: ${reasonWords(reasons[0], format, groupNameOf(book))}`],
                )}
              </p>
            ) : (
              <div role="radiogroup" aria-label={`Options from ${originOf(at)}`} className="text-sm">
                {options.map((offer) => (
                  <label key={offer.service} className="flex items-center gap-2 py-0.5">
                    <input
                      type="radio"
                      name={`consignment ${at}`}
                      className="size-4 accent-clay"
                      checked={chosen[at] === offer}
                      onChange={() => send({ kind: 'choose', service: offer.service, consignment: at })}
                    />
                    <span className="flex-1">
                      {name(offer.service)}
                      {offer.status === 'priced' && offer.promise && (
                        <span className="block text-glaze">{promiseText(offer.promise, book.shop.locale, orderedOn(offer.promise))}</span>
                      )}
                    </span>
                    <span>{offer.status === 'priced' ? format.price(offer.price) : 'ask us'}</span>
                  </label>
                ))}
              </div>
            )}
          </li>
        ))}
      </ul>
      <p className="mt-1.5 flex justify-between border-line-strong border-t pt-1 font-semibold">
        <span>Delivery as chosen</span>
        <span>{total === null ? 'no price yet' : format.price(total)}</span>
      </p>
      <p className="mt-1 text-sm text-ash">
        {quote.options.length === 0
          ? 'No single service takes everything: the buyer chooses one for each consignment.'
          : 'Above are the services that take everything, at the sum of their prices.'}
      </p>
    </section>
  );
}
