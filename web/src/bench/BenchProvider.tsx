import {
  type CarrierAnswers,
  type CompiledBook,
  compile,
  isProductLine,
  type Product,
  prepareCart,
  type Quote,
  type QuoteRequest,
  quote,
  resolveCart,
  type Shipment,
  type Trial,
} from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import {
  createContext,
  type Dispatch,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useReducer,
  useState,
  useSyncExternalStore,
} from 'react';
import { type Heard, heardAnswers, useWanted } from '../carriers/heardAnswers.ts';
import { rateDesk } from '../carriers/rateDesk.ts';
import { useSamples } from '../carriers/useSamples.ts';
import { useDraft } from '../draft/DraftProvider.tsx';
import { queries } from '../draft/queries.ts';
import { type BenchEvent, type BenchState, emptyBench, keepBench, readBench, reduceBench } from './benchState.ts';
import { type BenchPoint, useBenchPoint, useOtherPoints } from './useBenchPoint.ts';

export interface Bench extends Heard {
  readonly state: BenchState;
  readonly send: Dispatch<BenchEvent>;
  readonly products: ReadonlyMap<string, Product>;
  readonly trials: readonly Trial[];
  /** The cart's consignments before they are parted by goods, as every zone reads them. */
  readonly shipments: readonly Shipment[];
  /** The cart with its goods looked up. */
  readonly request: QuoteRequest;
  readonly compiled: CompiledBook;
  /** The answers this quote rests on, and what it asked in vain. */
  readonly carriers: CarrierAnswers;
  readonly setDown: (account: string, down: boolean) => void;
  readonly measured: Pick<Quote, 'measures' | 'consignments'>;
  readonly quote: Quote;
  /** How the address got its point. */
  readonly pointFrom: BenchPoint['from'];
  /** The zone the address falls in. */
  readonly zone: string | null;
}

const BenchContext = createContext<Bench | null>(null);

/** The bench as it was left, without goods that are no longer sold; or the first trial. */
function beginBench(products: ReadonlyMap<string, Product>, trials: readonly Trial[], country: string): BenchState {
  const kept = readBench(localStorage);
  if (kept) {
    const lines = kept.cart.lines.filter((line) => !isProductLine(line) || products.has(line.product));
    return { ...kept, cart: { ...kept.cart, lines } };
  }
  const first = emptyBench(country);
  const [trial] = trials;
  return trial ? reduceBench(first, { kind: 'load', trial }) : first;
}

/** Goods that were taken off the list meanwhile stay on the bench and count for nothing: that may yet be undone. */
function requestOf(state: BenchState, products: ReadonlyMap<string, Product>): QuoteRequest {
  const lines = state.cart.lines.map((line) =>
    isProductLine(line) && !products.has(line.product)
      ? { name: `${line.product}, no longer sold`, quantity: line.quantity, unitPrice: 0, delivered: false }
      : line,
  );
  const resolved = resolveCart({ ...state.cart, lines }, products);
  if (!resolved.ok) throw new Error(`the bench names the product ${resolved.product}, which is not sold`);
  return resolved.request;
}

/** The present minute. */
function useNow(): string {
  const [now, setNow] = useState(() => new Date().toISOString());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date().toISOString()), 60_000);
    return () => clearInterval(timer);
  }, []);
  return now;
}

/** Accounts as if they were down: a moment's outage, seen on this bench alone. */
function useDown() {
  const [down, set] = useState<ReadonlySet<string>>(new Set());
  const setDown = useCallback(
    (account: string, is: boolean) =>
      set((held) => {
        const next = new Set(held);
        if (is) next.add(account);
        else next.delete(account);
        return next;
      }),
    [],
  );
  return { down, setDown };
}

export function BenchProvider({
  products,
  trials,
  children,
}: {
  products: readonly Product[];
  trials: readonly Trial[];
  children: ReactNode;
}) {
  const { book } = useDraft();
  const { data: latestProducts = products } = useQuery(queries.products);
  const byId = useMemo(() => new Map(latestProducts.map((product) => [product.id, product])), [latestProducts]);
  const [state, send] = useReducer(reduceBench, undefined, () => beginBench(byId, trials, book.shop.served[0] ?? 'CA'));
  useEffect(() => keepBench(localStorage, state), [state]);
  const { data: latestTrials = trials } = useQuery(queries.trials);
  const compiled = useMemo(() => compile(book), [book]);
  const { destination, from } = useBenchPoint(state.cart.destination, compiled.places.needsPoint);
  const others = useOtherPoints(state.cart.others, compiled.places.needsPoint);
  const now = useNow();
  const { data: loads } = useQuery(queries.loads);
  const request = useMemo(
    () => ({ moment: now, ...requestOf(state, byId), destination, ...(others && { others: [...others] }), ...(loads && { loads }) }),
    [state, byId, destination, others, now, loads],
  );
  const heard = useSyncExternalStore(rateDesk.subscribe, rateDesk.getSnapshot);
  const samples = useSamples(book);
  const { down, setDown } = useDown();
  const carriers = useMemo(() => heardAnswers({ heard, samples, down }, true), [heard, samples, down]);
  const bench = useMemo((): Bench => {
    const prepared = prepareCart(compiled, request, carriers);
    const answer = quote(compiled, request, prepared);
    return {
      state,
      send,
      products: byId,
      trials: latestTrials,
      request,
      compiled,
      carriers,
      heard,
      samples,
      down,
      setDown,
      shipments: prepared.shipments,
      measured: answer,
      quote: answer,
      pointFrom: from,
      zone: answer.place.status === 'zone' ? answer.place.zone : null,
    };
  }, [state, byId, latestTrials, compiled, request, from, carriers, heard, samples, down, setDown]);
  useWanted(carriers);
  return <BenchContext value={bench}>{children}</BenchContext>;
}

export function useBench(): Bench {
  const bench = useContext(BenchContext);
  if (!bench) throw new Error('useBench must be used within <BenchProvider>');
  return bench;
}
