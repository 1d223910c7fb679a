import { CarrierAnswers, cartOfTrial, completeCart, quote, type Trial } from '@ostrakon/core';
import { useEffect, useMemo } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { rateDesk } from '../../carriers/rateDesk.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { useFindingNames } from '../../proof/useFindingNames.ts';
import { useProof } from '../../proof/useProof.ts';
import { Button } from '../../ui/Button.tsx';
import { reasonInShort } from '../../words/quoteWords.ts';
import { trialCartWords } from '../../words/trialWords.ts';

/** One trial's goods sent to an address in every zone: what each service asks there. */
export function EveryZone({ trial, onBack }: { trial: Trial; onBack: () => void }) {
  const { book } = useDraft();
  const { looked } = useProof();
  const { compiled, products, heard, send } = useBench();
  const names = useFindingNames();
  const { format } = names;
  const addresses = looked?.addresses;
  const { lines, wanted } = useMemo(() => {
    const now = new Date().toISOString();
    const cart = cartOfTrial(trial, now, book.shop.timeZone);
    const carriers = new CarrierAnswers(heard.answers, { missing: 'waiting' });
    const inZones = book.zones.map(({ id, name }) => {
      const destination = addresses?.[id];
      if (!destination) return { id, name, cart: null, quote: null };
      const { others: _others, ...rest } = cart;
      const there = { ...rest, lines: cart.lines.map(({ to: _to, ...line }) => line as (typeof cart.lines)[number]), destination };
      const opened = completeCart(compiled.places, there, { products, now, missing: 'passedOver' });
      const answer = opened.ok ? quote(compiled, opened.request, carriers) : null;
      return { id, name, cart: there, quote: answer };
    });
    return { lines: inZones, wanted: carriers.wanted };
  }, [trial, book, addresses, compiled, products, heard]);
  useEffect(() => rateDesk.want(wanted), [wanted]);
  return (
    <div className="p-4">
      <Button look="quiet" onClick={onBack}>
        All trials
      </Button>
      <h1 className="font-serif text-xl font-semibold">{trial.name} in every zone</h1>
      <p className="mb-3 text-sm text-ash">The same goods to an address in each zone: {trialCartWords(trial, names)} is what was saved.</p>
      <div className="overflow-x-auto rounded-lg border border-line-strong bg-paper">
        <table aria-label={`${trial.name} in every zone`} className="w-full text-sm">
          <thead>
            <tr className="border-line border-b text-ash">
              <th scope="col" className="px-3 py-1.5 text-start font-semibold">
                Zone
              </th>
              {book.services.map(({ id, name }) => (
                <th key={id} scope="col" className="py-1.5 pe-3 text-end font-semibold">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {lines.map(({ id, name, cart, quote: got }) => (
              <tr key={id} className="border-line border-b last:border-b-0">
                <th scope="row" className="px-3 py-1.5 text-start font-semibold">
                  {cart ? (
                    <button
                      type="button"
                      className="text-start hover:text-clay hover:underline"
                      title="Put it on the bench"
                      onClick={() => send({ kind: 'put', cart })}
                    >
                      {name}
                    </button>
                  ) : (
                    <span>
                      {name} <span className="font-normal text-ash">no address known</span>
                    </span>
                  )}
                </th>
                {book.services.map((service) => {
                  const offer = got?.options.find((one) => one.service === service.id);
                  const reason = got?.withheld.find((one) => one.service === service.id)?.reasons[0];
                  return (
                    <td key={service.id} className="py-1.5 pe-3 text-end">
                      {offer ? (
                        <span className={offer.status === 'priced' && offer.price === 0 ? 'text-glaze' : ''}>
                          {offer.status === 'priced' ? format.price(offer.price) : 'Ask us'}
                        </span>
                      ) : (
                        <span className="text-ash">{(reason && reasonInShort(reason, format)) || '–'}</span>
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-2 text-sm text-ash">A click on a zone puts the cart with that address on the bench.</p>
    </div>
  );
}
