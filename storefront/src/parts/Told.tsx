import type { Quote } from '@ostrakon/client';
import { useSyncExternalStore } from 'react';
import { problemOf } from '../door.ts';
import { useFront } from '../FrontProvider.tsx';
import { isPriced } from '../quotes.ts';

const listen = (act: () => void) => {
  addEventListener('online', act);
  addEventListener('offline', act);
  return () => {
    removeEventListener('online', act);
    removeEventListener('offline', act);
  };
};
const useOnline = () => useSyncExternalStore(listen, () => navigator.onLine);

interface Props {
  quote: Quote | null;
  error: unknown;
  changed: boolean;
  passed: boolean;
  /** What is another than it was, in sentences. */
  compared: readonly string[];
  silent: boolean;
  /** A letter to the shop that brings the cart. */
  letter: string | null;
  seeNew: () => void;
  again: () => void;
}

const NOTE = 'flex flex-wrap items-center justify-between gap-2 rounded-md px-4 py-3';

/** What has to be said beside the options: that none came, that they are others now, or that somebody should be asked. */
export function Told({ quote, error, changed, passed, compared, silent, letter, seeNew, again }: Props) {
  const { words } = useFront();
  const online = useOnline();
  const waits = quote?.pending ?? [];
  const asks = quote !== null && (quote.message !== undefined || quote.options.some((option) => !isPriced(option)));
  return (
    <div role="status" className="space-y-2">
      {!online && <p className={`${NOTE} bg-sand text-sand-text`}>{words.offline}</p>}
      {online && error !== null && (
        <p className={`${NOTE} bg-fault-soft text-fault`}>
          {problemOf(error)?.message ?? words.failed}
          <button type="button" className="quiet" onClick={again}>
            {words.again}
          </button>
        </p>
      )}
      {changed && (
        <p className={`${NOTE} bg-sand text-sand-text`}>
          {words.changed}
          <button type="button" className="quiet" onClick={seeNew}>
            {words.seeNew}
          </button>
        </p>
      )}
      {compared.map((sentence) => (
        <p key={sentence} className={`${NOTE} bg-sand text-sand-text`}>
          {sentence}
        </p>
      ))}
      {passed && <p className={`${NOTE} bg-sand text-sand-text`}>{words.cutOffPassed}</p>}
      {quote === null && error === null && online && <p className="sr-only">{words.looking}</p>}
      {waits.length > 0 && <p className="text-sm text-dim">{silent ? words.carrierSilent : words.stillAsking}</p>}
      {quote?.message !== undefined && <p className="text-lg">{quote.message}</p>}
      {asks && letter !== null && (
        <a className="link" href={letter}>
          {words.askShop}
        </a>
      )}
    </div>
  );
}
