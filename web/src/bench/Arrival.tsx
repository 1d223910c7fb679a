import { orderedOn } from '@ostrakon/core';
import { Link } from 'react-router';
import { useDraft } from '../draft/DraftProvider.tsx';
import { beforeWords, datesFrom, stepWords, undatedWords } from '../words/promiseWords.ts';
import { useBench } from './BenchProvider.tsx';
import { useChosen } from './useChosen.ts';

/** When the chosen option arrives, step by step. */
export function Arrival() {
  const { book } = useDraft();
  const { quote } = useBench();
  const chosen = useChosen();
  if (chosen?.status !== 'priced') return null;
  const { promise, undated } = chosen;
  const service = book.services.find(({ id }) => id === chosen.service);
  const name = service?.name ?? chosen.service;
  const counter = service?.kind === 'counter' ? service.counter : null;
  if (!promise) {
    if (undated === undefined || undated === 'datesOff') return null;
    return (
      <section aria-label="When it arrives" className="border-line border-t px-4 py-3">
        <p className="text-sm text-ochre">
          {name}. {undatedWords(undated)}{' '}
          {undated !== 'noMoment' && (
            <Link
              to={undated === 'noCalendar' || undated === 'noLocation' ? '/dates/dispatch' : `/services/${chosen.service}`}
              className="underline"
            >
              Set it
            </Link>
          )}
        </p>
      </section>
    );
  }
  const words = datesFrom(book, orderedOn(promise));
  return (
    <section aria-label="When it arrives" className="border-line border-t px-4 py-3">
      <h3 className="mb-1.5 text-sm font-semibold text-ash">
        When {name} {promise.readyAt === undefined ? 'arrives' : 'is ready'}
      </h3>
      {quote.consignments.length > 1 && <p className="mb-1 text-sm text-ash">Of several consignments, the one that arrives last:</p>}
      <ol className="space-y-1 text-sm">
        {promise.chain.map((step) => {
          const { what, when, why } = stepWords(step, words);
          return (
            <li key={step.code} className="grid grid-cols-[6rem_1fr] gap-2">
              <span className="text-ash">{what}</span>
              <span>
                <span className="font-medium">{when}</span>
                {why !== '' && <span className="block text-ash">{why}</span>}
              </span>
            </li>
          );
        })}
      </ol>
      {counter && (
        <p className="mt-1.5 text-sm">
          {[counter.street, counter.city, counter.postalCode].filter(Boolean).join(', ')}
          {counter.instructions !== '' && <span className="block text-ash">{counter.instructions}</span>}
        </p>
      )}
      <p className="mt-1.5 text-sm">
        {promise.readyAt === undefined ? 'The same for every order before' : 'Ready at that time for every order before'}{' '}
        <span className="font-semibold">{beforeWords(promise.orderBefore, promise.timeZone, words)}</span>
        <span className="text-ash"> · {promise.timeZone}</span>
      </p>
    </section>
  );
}
