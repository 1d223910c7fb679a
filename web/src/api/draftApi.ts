import {
  type DayLoad,
  DraftState,
  EditionSummary,
  LiveState,
  LoadList,
  type ProductFacts,
  type PublishRequest,
  RATE_BOOK_FORMAT,
  type RateBook,
  StepsAnswer,
  type StepsRequest,
  type TrialChange,
  TrialList,
  TrialsAnswer,
} from '@ostrakon/core';
import { z } from 'zod';
import { ApiProblem, ask, post } from './client.ts';

/**
 * Largest body that is still sent after its page has gone: browsers allow 64 KiB for all such bodies together (Fetch standard,
 * HTTP-network-or-cache fetch), and there may be two, the request under way and the last one.
 */
export const MOST_KEPT_ALIVE = 30_000;

export const bytesOf = (text: string): number => new TextEncoder().encode(text).length;

/** Each product was checked by its rules when the server took it: tens of thousands are not checked again before the first look. */
const ProductList = z.strictObject({ products: z.custom<readonly ProductFacts[]>(Array.isArray) });

/** So is a book, by a server that checked it; a page older than its server meets another format. */
export const TakenBook = z.custom<RateBook>(
  (book) => typeof book === 'object' && book !== null && 'format' in book && book.format === RATE_BOOK_FORMAT,
  'This page is older than its server: load it again',
);
const TakenDraft = DraftState.extend({ book: TakenBook });
const TakenLive = LiveState.extend({ book: TakenBook.nullable() });

/** The draft's side of the API. */
export interface DraftApi {
  read(): Promise<DraftState>;
  /** What became of the steps; a refusal is an answer. Rejects where there is none, or the server failed. */
  send(request: StepsRequest, signal?: AbortSignal): Promise<StepsAnswer>;
}

/** Steps on their way to the server, which a page that goes away does not call back where they are few enough. */
async function send(to: string, request: StepsRequest, signal?: AbortSignal): Promise<StepsAnswer> {
  const init = post(request);
  const keepalive = bytesOf(String(init.body)) <= MOST_KEPT_ALIVE;
  try {
    return await ask(StepsAnswer, `${to}/steps`, { ...init, keepalive, ...(signal && { signal }) });
  } catch (error) {
    const [first] = request.steps;
    if (!(error instanceof ApiProblem) || error.problem.status >= 500 || !first) throw error;
    return { steps: [], present: error.problem.revision ?? request.revision, refused: { id: first.id, problem: error.problem } };
  }
}

/** A draft by its number. */
export const draftApi = (id: number): DraftApi => ({
  read: () => ask(TakenDraft, `/drafts/${id}`),
  send: (request, signal) => send(`/drafts/${id}`, request, signal),
});

export const api = {
  live: () => ask(TakenLive, '/editions/live'),
  publish: (request: PublishRequest) => ask(EditionSummary, '/editions', post(request)),
  products: async () => (await ask(ProductList, '/products')).products,
  loads: async () => (await ask(LoadList, '/loads')).loads,
  setLoad: async (load: DayLoad) => (await ask(LoadList, '/loads', { ...post(load), method: 'PUT' })).loads,
  trials: async () => (await ask(TrialList, '/trials')).trials,
  changeTrials: (change: TrialChange) => ask(TrialsAnswer, '/trials/changes', post(change)),
};
