import {
  CarrierAnswers,
  compile,
  type DayLoad,
  type Product,
  type RateAnswer,
  type RateAsk,
  type RateBook,
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
  readonly products: ReadonlyMap<string, Product>;
  readonly loads: readonly DayLoad[];
  readonly answers: ReadonlyMap<string, RateAnswer>;
  readonly tables: ReturnType<typeof centroidTables>;
  readonly now: string;
}

/** Runs every trial on the draft and on what is live. */
export function runTrials({ trials, draft, live, products, loads, answers, tables, now }: TrialsIn): TrialRuns {
  const carriers = new CarrierAnswers(answers, { missing: 'waiting' });
  const sources = { products, now, loads, pointed: pointedBy(tables), timeZone: draft.shop.timeZone };
  const [ofDraft, ofLive] = [compile(draft), live && compile(live)];
  return {
    runs: trials.map((trial) => ({
      id: trial.id,
      draft: runOn(ofDraft, trial, sources, carriers),
      live: ofLive && runOn(ofLive, trial, sources, carriers),
    })),
    wanted: carriers.wanted,
    at: now,
  };
}
