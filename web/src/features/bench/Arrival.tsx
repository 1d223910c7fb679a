import { Link } from 'react-router';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { beforeWords, datesFrom, orderedOn, stepWords, undatedWords } from '../../words/promiseWords.ts';
import { useChosen } from './useChosen.ts';

/** When the chosen option arrives, step by step. */
export function Arrival() {
  const { book } = useDraft();
  const { quote } = useBench();
  const chosen = useChosen();
  if (chosen?.status !== 'priced') return null;
  const { promise, undated } = chosen;
  const name = book.services.find(({ id }) => id === chosen.service)?.name ?? chosen.service;
  if (!promise) {
    if (undated === undefined || undated === 'datesOff') return null;
    return (
      <section aria-label="When it arrives" className="border-line border-t px-4 py-3">
        <p className="text-sm text-ochre">
          {name}. {undatedWords(undated)}{' '}
          {undated !== 'noMoment' && (
            <Link
              to={undated === 'noCalendar' || undated === 'noLocation' ? '/shop/dispatch' : `/services/${chosen.service}`}
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
      <h3 className="mb-1.5 text-sm font-semibold text-ash">When {name} arrives</h3>
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
      <p className="mt-1.5 text-sm">
        {promise.readyAt === undefined ? 'The same for every order before' : 'Ready that day for every order before'}{' '}
        <span className="font-semibold">{beforeWords(promise.orderBefore, promise.timeZone, words)}</span>
        <span className="text-ash"> · {promise.timeZone}</span>
      </p>
    </section>
  );
}
