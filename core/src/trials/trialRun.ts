import { ZodError } from 'zod';
import type { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import type { Id } from '../names/naming.ts';
import type { CompiledBook } from '../quote/compile.ts';
import type { RequestSources } from '../quote/openRequest.ts';
import type { LedgerRow, Offer, Quote } from '../quote/quoteTypes.ts';
import { type Expectation, expectNow, type Judged, type Verdict, verdictOf } from './expectation.ts';
import { runTrial, type TrialResult } from './runTrial.ts';
import type { Trial } from './trial.ts';
import { cartOfTrial } from './trialMoment.ts';

/** What a service gives a trial's cart, in short; with its ledger only where it does not hold. */
export interface TrialOffer {
  readonly service: Id;
  /** Null where the buyer is told to ask. */
  readonly price: number | null;
  readonly dates: { readonly first: string; readonly last: string } | null;
  /** Priced by a carrier's answer. */
  readonly live: boolean;
  readonly standIn: boolean;
  readonly ledger?: readonly LedgerRow[];
}

/** What a trial got from one book. */
export type TrialSide =
  | {
      readonly ok: true;
      readonly verdict: Verdict | null;
      readonly judged: readonly Judged[];
      readonly offers: readonly TrialOffer[];
      readonly withheld: Quote['withheld'];
      readonly message?: string;
      readonly zone: Id | null;
      /** What it gets, as expectations. */
      readonly gives: readonly Expectation[];
    }
  /** It names goods that are not sold, or what it holds is too much to add up. */
  | { readonly ok: false; readonly product: string | null };

/** What a trial gets from the draft, and from what is live at its moment; null where nothing is. */
export interface TrialRun {
  readonly id: Id;
  readonly draft: TrialSide;
  readonly live: TrialSide | null;
  /** The edition that is planned for the trial's own moment, where that is not the one live now. */
  readonly planned?: number;
}

const isLive = (offer: Offer) => offer.status === 'priced' && (offer.carriers?.some(({ kind }) => kind === 'rate') ?? false);

function offerOf(offer: Offer, failing: ReadonlySet<Id>): TrialOffer {
  const { service } = offer;
  if (offer.status !== 'priced') return { service, price: null, dates: null, live: false, standIn: false };
  const { price, promise, standIn, ledger } = offer;
  return {
    service,
    price,
    dates: promise ? { first: promise.first, last: promise.last } : null,
    live: isLive(offer),
    standIn: standIn !== undefined,
    ...(failing.has(service) && { ledger }),
  };
}

export interface TrialSources extends RequestSources {
  readonly timeZone: string;
}

/** Goods may have become too heavy or too dear to add up since the trial was saved. */
function ran(...of: Parameters<typeof runTrial>): TrialResult | { readonly ok: false; readonly product: null } {
  try {
    return runTrial(...of);
  } catch (error) {
    if (error instanceof ZodError) return { ok: false, product: null };
    throw error;
  }
}

/** Runs a trial against one book. */
export function runOn(compiled: CompiledBook, trial: Trial, sources: TrialSources, carriers?: CarrierAnswers): TrialSide {
  const cart = cartOfTrial(trial, sources.now, sources.timeZone);
  const result = ran(compiled, { cart, expects: trial.expects }, sources, carriers);
  if (!result.ok) return result;
  const { quote, judged } = result;
  const failing = new Set(
    judged.flatMap(({ expectation, verdict }) => (verdict === 'fails' && 'service' in expectation ? [expectation.service] : [])),
  );
  return {
    ok: true,
    verdict: verdictOf(judged),
    judged,
    offers: quote.options.map((offer) => offerOf(offer, failing)),
    withheld: quote.withheld,
    ...(quote.message !== undefined && { message: quote.message }),
    zone: quote.place.status === 'zone' ? quote.place.zone : null,
    gives: expectNow(quote),
  };
}

/** How trials stand: by their verdict on the draft. What names goods that are not sold fails. */
export const standingOf = ({ draft }: TrialRun): Verdict | null => (draft.ok ? draft.verdict : 'fails');

const ORDER: readonly (Verdict | null)[] = ['fails', 'open', 'holds', null];

/** Failing first, then what cannot be told yet, what holds, and what only shows; within each as they were. */
export const byStanding = (runs: readonly TrialRun[]): readonly TrialRun[] =>
  runs
    .map((run, at) => ({ run, at, rank: ORDER.indexOf(standingOf(run)) }))
    .sort((a, b) => a.rank - b.rank || a.at - b.at)
    .map(({ run }) => run);
