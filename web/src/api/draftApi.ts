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
import { ApiProblem, ask } from './client.ts';

/**
 * Largest body that is still sent after its page has gone: browsers allow 64 KiB for all such bodies together (Fetch standard,
 * HTTP-network-or-cache fetch), and there may be two, the request under way and the last one.
 */
export const MOST_KEPT_ALIVE = 30_000;

export const bytesOf = (text: string): number => new TextEncoder().encode(text).length;

/** Each product was checked by its rules when the server took it: tens of thousands are not checked again before the first look. */
const ProductList = z.strictObject({ products: z.custom<ProductFacts[]>(Array.isArray) });

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
async function send(id: number, request: StepsRequest, signal?: AbortSignal): Promise<StepsAnswer> {
  const keepalive = bytesOf(JSON.stringify(request)) <= MOST_KEPT_ALIVE;
  const body = { ...request, steps: [...request.steps] };
  try {
    return await ask('POST /drafts/:id/steps', StepsAnswer, { params: { id }, body, init: { keepalive, ...(signal && { signal }) } });
  } catch (error) {
    const [first] = request.steps;
    if (!(error instanceof ApiProblem) || error.problem.status >= 500 || error.problem.status === 401 || !first) throw error;
    return { steps: [], present: error.problem.revision ?? request.revision, refused: { id: first.id, problem: error.problem } };
  }
}

/** A draft by its number. */
export const draftApi = (id: number): DraftApi => ({
  read: () => ask('GET /drafts/:id', TakenDraft, { params: { id } }),
  send: (request, signal) => send(id, request, signal),
});

export const api = {
  live: () => ask('GET /editions/live', TakenLive),
  publish: (request: PublishRequest) => ask('POST /editions', EditionSummary, { body: request }),
  products: async () => (await ask('GET /products', ProductList)).products,
  loads: async () => (await ask('GET /loads', LoadList)).loads,
  setLoad: async (load: DayLoad) => (await ask('PUT /loads', LoadList, { body: load })).loads,
  trials: async () => (await ask('GET /trials', TrialList)).trials,
  changeTrials: (change: TrialChange) => ask('POST /trials/changes', TrialsAnswer, { body: change }),
};
