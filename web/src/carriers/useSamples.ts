import type { Destination, RateBook } from '@ostrakon/core';
import { useEffect, useRef, useState } from 'react';
import { askWorker } from '../ui/askWorker.ts';

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
    const worker = new Worker(new URL('./samples.worker.ts', import.meta.url), { type: 'module' });
    const { answer, stop } = askWorker<Map<string, Destination>>(worker, latest.current);
    // Without them only the buyer's own zone is asked for, and the others say that no address is known.
    answer.then(setSamples, () => undefined);
    return stop;
  }, [wanted, places]);
  return samples;
}
