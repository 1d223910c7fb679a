import type { Cart, Option, PricedOption, Quote } from '@ostrakon/client';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { door, look } from './door.ts';

/** How often it is asked whether another edition is live. */
const EDITION_EVERY_MS = 15_000;
/** How often what a carrier has not said yet is asked for again. */
const PENDING_EVERY_MS = 1500;
const MOST_PENDING = 8;

/** The quote of a cart: at once without carriers that have to be asked, then again until they have answered. */
export function useQuote(cart: Cart | null) {
  const client = useQueryClient();
  const key = JSON.stringify(cart);
  const [tries, setTries] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another cart is asked about anew
  useEffect(() => setTries(0), [key]);
  const query = useQuery({
    queryKey: ['quote', key],
    enabled: cart !== null,
    placeholderData: keepPreviousData,
    networkMode: 'always',
    retry: 1,
    retryDelay: 400,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: ({ signal }) => door.quote({ ...(cart as Cart), carriers: 'later' }, { signal, ...(look !== undefined && { look }) }),
  });
  const pending = query.data?.pending?.length ?? 0;
  const waits = pending > 0 && tries < MOST_PENDING && !query.isFetching && !query.isPlaceholderData;
  useEffect(() => {
    if (!waits) return;
    const timer = setTimeout(() => {
      setTries((count) => count + 1);
      void client.invalidateQueries({ queryKey: ['quote', key] });
    }, PENDING_EVERY_MS);
    return () => clearTimeout(timer);
  }, [waits, client, key]);
  return {
    quote: cart === null ? null : (query.data ?? null),
    error: query.error,
    /** Of a cart that was changed since. */
    isOld: query.isPlaceholderData && query.isFetching,
    /** Carriers were asked for as long as anybody waits. */
    silent: pending > 0 && tries >= MOST_PENDING,
    again: () => {
      setTries(0);
      return client.invalidateQueries({ queryKey: ['quote', key] });
    },
  };
}

/** The edition that is live now; null while it is not known. */
export function useLiveEdition(): number | null {
  const { data } = useQuery({
    queryKey: ['edition'],
    queryFn: () => door.edition(),
    enabled: look === undefined,
    refetchInterval: EDITION_EVERY_MS,
    refetchOnWindowFocus: 'always',
    staleTime: 0,
    retry: false,
  });
  return data?.edition ?? null;
}

/** The present moment, a minute at a time, and at a moment that was asked for. */
export function useNow(next: string | null): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const till = next === null ? Number.POSITIVE_INFINITY : Date.parse(next) - Date.now();
    const timer = setTimeout(() => setNow(Date.now()), Math.min(30_000, till > 0 ? till + 50 : 30_000));
    return () => clearTimeout(timer);
  });
  return now;
}

export const isPriced = (option: Option): option is PricedOption => option.status === 'priced';

/** The first moment after which another day holds for some option. */
export function nextCutOff({ options, consignments = [] }: Quote): string | null {
  const moments = [...options, ...consignments.flatMap((part) => part.options)].flatMap((option) =>
    isPriced(option) && option.promise ? [option.promise.orderBefore] : [],
  );
  return moments.sort()[0] ?? null;
}

/** What is left to make the nearest option free. */
export function nearestFree({ options }: Quote): { readonly name: string; readonly more: number } | null {
  const near = options.flatMap((option) =>
    isPriced(option) && option.moreForFree !== undefined ? [{ name: option.name, more: option.moreForFree }] : [],
  );
  return near.sort((a, b) => a.more - b.more)[0] ?? null;
}
