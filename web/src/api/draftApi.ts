import {
  type DayLoad,
  DraftState,
  EditionSummary,
  LiveState,
  LoadList,
  ProductList,
  StepsAnswer,
  type StepsRequest,
  Trial,
  TrialList,
} from '@ostrakon/core';
import { ApiProblem, ask, post } from './client.ts';

/**
 * Largest body that is still sent after its page has gone: browsers allow 64 KiB for all such bodies together (Fetch standard,
 * HTTP-network-or-cache fetch), and there may be two, the request under way and the last one.
 */
export const MOST_KEPT_ALIVE = 30_000;

export const bytesOf = (text: string): number => new TextEncoder().encode(text).length;

/** The draft's side of the API. */
export interface DraftApi {
  read(): Promise<DraftState>;
  /** What became of the steps; a refusal is an answer. Rejects where there is none, or the server failed. */
  send(request: StepsRequest, signal?: AbortSignal): Promise<StepsAnswer>;
}

/** Steps on their way to the server, which a page that goes away does not call back where they are few enough. */
async function send(request: StepsRequest, signal?: AbortSignal): Promise<StepsAnswer> {
  const init = post(request);
  const keepalive = bytesOf(String(init.body)) <= MOST_KEPT_ALIVE;
  try {
    return await ask(StepsAnswer, '/draft/steps', { ...init, keepalive, ...(signal && { signal }) });
  } catch (error) {
    const [first] = request.steps;
    if (!(error instanceof ApiProblem) || error.problem.status >= 500 || !first) throw error;
    return { steps: [], present: error.problem.revision ?? request.revision, refused: { id: first.id, problem: error.problem } };
  }
}

export const api = {
  read: () => ask(DraftState, '/draft'),
  send,
  live: () => ask(LiveState, '/editions/live'),
  publish: (revision: number, note: string) => ask(EditionSummary, '/editions', post({ revision, note })),
  products: async () => (await ask(ProductList, '/products')).products,
  loads: async () => (await ask(LoadList, '/loads')).loads,
  setLoad: async (load: DayLoad) => (await ask(LoadList, '/loads', { ...post(load), method: 'PUT' })).loads,
  trials: async () => (await ask(TrialList, '/trials')).trials,
  saveTrial: (trial: Trial) => ask(Trial, '/trials', post(trial)),
} satisfies DraftApi & Record<string, unknown>;
