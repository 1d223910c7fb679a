import type { Destination, RateBook } from '@ostrakon/core';
import { useEffect, useRef, useState } from 'react';
import { askWorker } from '../ui/askWorker.ts';
import type { SamplesAsk } from './samples.worker.ts';

const NONE: ReadonlyMap<string, Destination> = new Map();

/** An address in each zone to ask carriers for, where the buyer's lies elsewhere; none while no service names a carrier. */
export function useSamples(book: RateBook): ReadonlyMap<string, Destination> {
  const [samples, setSamples] = useState(NONE);
  const wanted = book.services.some(({ carriage }) => carriage !== null);
  const places = JSON.stringify(book.zones.map((zone) => [zone.id, zone.places]));
  const latest = useRef(book);
  latest.current = book;
  // biome-ignore lint/correctness/useExhaustiveDependencies: only other places make other samples
  useEffect(() => {
    if (!wanted) return undefined;
    let stop: (() => void) | undefined;
    let gone = false;
    const look = async () => {
      const { PACKED_CENTROIDS: centroids } = await import('@ostrakon/core/centroids');
      if (gone) return;
      const worker = new Worker(new URL('./samples.worker.ts', import.meta.url), { type: 'module' });
      const asked = askWorker<Map<string, Destination>>(worker, { book: latest.current, centroids } satisfies SamplesAsk);
      stop = asked.stop;
      setSamples(await asked.answer);
    };
    // Without them only the buyer's own zone is asked for, and the others say that no address is known.
    look().catch(() => undefined);
    return () => {
      gone = true;
      stop?.();
    };
  }, [wanted, places]);
  return samples;
}
