import {
  CarrierAnswers,
  compile,
  type DayLoad,
  type ProductFacts,
  type RateAnswer,
  type RateAsk,
  type RateBook,
  ruledById,
  type Trial,
  type TrialRun,
} from '@ostrakon/core';
import { runOn } from '@ostrakon/core/proof';
import { type centroidTables, pointedBy } from '@ostrakon/core/sample-addresses';

/** What every trial got, from what was known when they were run. */
export interface TrialRuns {
  readonly runs: readonly TrialRun[];
  /** Questions carriers were not asked yet, by key. */
  readonly wanted: ReadonlyMap<string, RateAsk>;
  /** When they were run. */
  readonly at: string;
}

export interface TrialsIn {
  readonly trials: readonly Trial[];
  readonly draft: RateBook;
  readonly live: RateBook | null;
  readonly products: ReadonlyMap<string, ProductFacts>;
  readonly loads: readonly DayLoad[];
  readonly answers: ReadonlyMap<string, RateAnswer>;
  readonly tables: ReturnType<typeof centroidTables>;
  readonly now: string;
}

/** Runs every trial on the draft and on what is live. */
export function runTrials({ trials, draft, live, products, loads, answers, tables, now }: TrialsIn): TrialRuns {
  const carriers = new CarrierAnswers(answers, { missing: 'waiting' });
  const sources = { now, loads, pointed: pointedBy(tables), timeZone: draft.shop.timeZone };
  const sourcesOf = (book: RateBook) => ({ ...sources, products: ruledById(products, book) });
  const [ofDraft, ofLive] = [compile(draft), live && compile(live)];
  const [ofDraftGoods, ofLiveGoods] = [sourcesOf(draft), live && sourcesOf(live)];
  return {
    runs: trials.map((trial) => ({
      id: trial.id,
      draft: runOn(ofDraft, trial, ofDraftGoods, carriers),
      live: ofLive && ofLiveGoods && runOn(ofLive, trial, ofLiveGoods, carriers),
    })),
    wanted: carriers.wanted,
    at: now,
  };
}
