import {
  type AdmissionProblem,
  type Admitted,
  admit,
  admitted,
  type CarrierAnswers,
  type CartInput,
  type CompiledBook,
  cartOfTrial,
  compile,
  completeCart,
  homeCountry,
  isProductLine,
  isRuralCode,
  type Product,
  type ProductFacts,
  plan,
  type Quote,
  type QuoteRequest,
  type RateBook,
  type RequestSources,
  ruledById,
  ruledGoods,
  type Shipment,
  settle,
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
import { ZodError } from 'zod';
import { type Heard, heardAnswers, useWanted } from '../carriers/heardAnswers.ts';
import { rateDesk } from '../carriers/rateDesk.ts';
import { useSamples } from '../carriers/useSamples.ts';
import { useDraft } from '../draft/DraftProvider.tsx';
import { queries } from '../draft/queries.ts';
import { type BenchEvent, type BenchState, emptyBench, keepBench, readBench, reduceBench } from './benchState.ts';
import { usePointed } from './usePointed.ts';

export type Refused = AdmissionProblem | { readonly code: 'tooLarge' };

export interface Bench extends Heard {
  readonly state: BenchState;
  readonly send: Dispatch<BenchEvent>;
  readonly products: ReadonlyMap<string, Product>;
  readonly trials: readonly Trial[];
  /** The cart's consignments before they are parted by goods, as every zone reads them. */
  readonly shipments: readonly Shipment[];
  /** The cart with its goods looked up; empty where it is `refused`. */
  readonly request: QuoteRequest;
  readonly admitted: Admitted;
  /** The same cart as another book reads it, with what that says of its goods. */
  readonly admittedIn: (other: CompiledBook) => Admitted;
  /** Why the cart is not quoted at all. */
  readonly refused: Refused | null;
  readonly compiled: CompiledBook;
  /** The answers this quote rests on, and what it asked in vain. */
  readonly carriers: CarrierAnswers;
  readonly setDown: (account: string, down: boolean) => void;
  readonly measured: Pick<Quote, 'measures' | 'consignments'>;
  readonly quote: Quote;
  /** How the address got its point. */
  readonly pointFrom: 'typed' | 'postal' | 'rough' | null;
  /** The zone the address falls in. */
  readonly zone: string | null;
}

const BenchContext = createContext<Bench | null>(null);

/** The bench as it was left, without goods that are no longer sold; or the first trial. A country alone that is not served gives way. */
function beginBench(
  products: ReadonlyMap<string, Product>,
  trials: readonly Trial[],
  book: Pick<RateBook, 'shop' | 'locations'>,
): BenchState {
  const kept = readBench(localStorage);
  const { served } = book.shop;
  const home = homeCountry(book);
  const country = served.length === 0 || served.includes(home) ? home : (served[0] ?? home);
  if (kept) {
    const lines = kept.cart.lines.filter((line) => !isProductLine(line) || products.has(line.product));
    const to = kept.cart.destination;
    const isOpen = to.subdivision === undefined && to.postalCode === undefined && to.point === undefined && !served.includes(to.country);
    return { ...kept, cart: { ...kept.cart, lines, ...(isOpen && { destination: { country } }) } };
  }
  const first = emptyBench(country);
  const [trial] = trials;
  return trial ? reduceBench(first, { kind: 'load', trial: asOfNow(trial, book.shop.timeZone) }) : first;
}

/** A trial whose moment moves with the present, with the moment it has now. */
const asOfNow = (trial: Trial, timeZone: string): Trial => ({ ...trial, cart: cartOfTrial(trial, new Date().toISOString(), timeZone) });

/** The cart as it is quoted. Goods that were taken off the list meanwhile stay on the bench and count for nothing: that may yet be undone. */
function openBench(compiled: CompiledBook, cart: CartInput, sources: RequestSources): Pick<Bench, 'request' | 'admitted' | 'refused'> {
  const nothing: QuoteRequest = { ...cart, lines: [], moment: sources.now };
  const refusedFor = (refused: Refused) => ({ request: nothing, admitted: admitted(compiled, nothing), refused });
  try {
    const opened = completeCart(compiled.places, cart, { ...sources, missing: 'passedOver' });
    if (!opened.ok) throw new Error(`the bench names the product ${opened.problem.product}`);
    const admission = admit(compiled, opened.request, sources.now);
    return admission.ok ? { request: opened.request, admitted: admission.admitted, refused: null } : refusedFor(admission.problem);
  } catch (error) {
    if (error instanceof ZodError) return refusedFor({ code: 'tooLarge' });
    throw error;
  }
}

/** How the address got its point: typed, from the middle of the postal area (roughly for rural codes), or not at all. */
function pointFromOf(typed: CartInput['destination'], { destination }: QuoteRequest): Bench['pointFrom'] {
  if (typed.point) return 'typed';
  if (!destination.point) return null;
  return isRuralCode(destination.country, destination.postalCode ?? '') ? 'rough' : 'postal';
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
  products: readonly ProductFacts[];
  trials: readonly Trial[];
  children: ReactNode;
}) {
  const { book } = useDraft();
  const { data: latestProducts = products } = useQuery(queries.products);
  const facts = useMemo(() => new Map(latestProducts.map((product) => [product.id, product])), [latestProducts]);
  const ruled = ruledGoods(latestProducts, book);
  const byId = useMemo(() => new Map(ruled.map((product) => [product.id, product])), [ruled]);
  const [state, dispatch] = useReducer(reduceBench, undefined, () => beginBench(byId, trials, book));
  const { timeZone } = book.shop;
  const send = useCallback(
    (event: BenchEvent) => dispatch(event.kind === 'load' ? { kind: 'load', trial: asOfNow(event.trial, timeZone) } : event),
    [timeZone],
  );
  useEffect(() => keepBench(localStorage, state), [state]);
  const { data: latestTrials = trials } = useQuery(queries.trials);
  const compiled = useMemo(() => compile(book), [book]);
  const pointed = usePointed(compiled.places.needsPoint);
  const now = useNow();
  const { data: loads } = useQuery(queries.loads);
  const opened = useMemo(
    () => openBench(compiled, state.cart, { products: byId, now, loads, pointed }),
    [compiled, state.cart, byId, now, loads, pointed],
  );
  const admittedIn = useCallback(
    (other: CompiledBook) => openBench(other, state.cart, { products: ruledById(facts, other.book), now, loads, pointed }).admitted,
    [state.cart, facts, now, loads, pointed],
  );
  const heard = useSyncExternalStore(rateDesk.subscribe, rateDesk.getSnapshot);
  const samples = useSamples(book);
  const { down, setDown } = useDown();
  const carriers = useMemo(() => heardAnswers({ heard, samples, down }, true), [heard, samples, down]);
  const bench = useMemo((): Bench => {
    const planned = plan(compiled, opened.admitted, carriers);
    const answer = settle(planned);
    return {
      ...opened,
      admittedIn,
      state,
      send,
      products: byId,
      trials: latestTrials,
      compiled,
      carriers,
      heard,
      samples,
      down,
      setDown,
      shipments: planned.shipments,
      measured: answer,
      quote: answer,
      pointFrom: pointFromOf(state.cart.destination, opened.request),
      zone: answer.place.status === 'zone' ? answer.place.zone : null,
    };
  }, [state, send, byId, latestTrials, compiled, opened, admittedIn, carriers, heard, samples, down, setDown]);
  useWanted(carriers);
  return <BenchContext value={bench}>{children}</BenchContext>;
}

export function useBench(): Bench {
  const bench = useContext(BenchContext);
  if (!bench) throw new Error('useBench must be used within <BenchProvider>');
  return bench;
}
