import { hasTowns, townTable } from '@ostrakon/core/towns';
import { useEffect, useRef, useState } from 'react';
import { useDraft } from '../../draft/DraftProvider.tsx';
import type { TownsFound } from './towns.ts';
import type { TownAsk } from './towns.worker.ts';

const NONE: TownsFound = { wanted: '', found: [], count: 0 };

/** The tables of the served countries, in a worker that looks in them; it is there from the first letter on. */
function startTowns(onFound: (found: TownsFound) => void) {
  const worker = new Worker(new URL('./towns.worker.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<TownsFound>) => onFound(data);
  const sent = new Map<string, Promise<void>>();
  const send = (ask: TownAsk) => worker.postMessage(ask);
  const load = (country: string) => {
    const loading = sent.get(country) ?? townTable(country).then((table) => send({ country, table }));
    sent.set(country, loading);
    // One that failed is asked for again with the next letter.
    loading.catch(() => sent.delete(country));
    return loading;
  };
  return {
    look: async (wanted: string, countries: readonly string[], most: number) => {
      await Promise.all(countries.map(load));
      send({ wanted, countries, most });
    },
    stop: () => worker.terminate(),
  };
}

/** Towns of served countries that answer to what was typed, where open data name their postal codes; the latest answer there is. */
export function useTowns(wanted: string, most: number): { towns: TownsFound; failed: boolean } {
  const { served } = useDraft().book.shop;
  const [towns, setTowns] = useState(NONE);
  const [failed, setFailed] = useState(false);
  const desk = useRef<ReturnType<typeof startTowns> | null>(null);
  useEffect(
    () => () => {
      desk.current?.stop();
      desk.current = null;
    },
    [],
  );
  useEffect(() => {
    const countries = served.filter(hasTowns);
    if (wanted === '' || countries.length === 0) return;
    desk.current ??= startTowns(setTowns);
    desk.current.look(wanted, countries, most).then(
      () => setFailed(false),
      () => setFailed(true),
    );
  }, [wanted, served, most]);
  return { towns: towns.wanted === wanted ? towns : NONE, failed };
}
