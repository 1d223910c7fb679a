import {
  CarrierAnswers,
  type CompiledBook,
  cartOfTrial,
  compile,
  type DayLoad,
  instantToMs,
  type ProductFacts,
  type RateAnswer,
  type RateAsk,
  type RateBook,
  ruledById,
  type Trial,
  type TrialRun,
  type TrialSide,
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

/** An edition that will be live from an instant to another, in milliseconds since 1970. */
export interface Upcoming {
  readonly edition: number;
  readonly from: number;
  readonly until: number;
  readonly book: RateBook;
}

export interface TrialsIn {
  readonly trials: readonly Trial[];
  readonly draft: RateBook;
  readonly live: RateBook | null;
  /** What is fixed to come. */
  readonly upcoming?: readonly Upcoming[];
  readonly products: ReadonlyMap<string, ProductFacts>;
  readonly loads: readonly DayLoad[];
  readonly answers: ReadonlyMap<string, RateAnswer>;
  readonly tables: ReturnType<typeof centroidTables>;
  readonly now: string;
}

/** Runs every trial on the draft and on what is live, or will be at the trial's own moment. */
export function runTrials({ trials, draft, live, upcoming = [], products, loads, answers, tables, now }: TrialsIn): TrialRuns {
  const carriers = new CarrierAnswers(answers, { missing: 'waiting' });
  const { timeZone } = draft.shop;
  const sources = { now, loads, pointed: pointedBy(tables), timeZone };
  const compiled = new Map<RateBook, CompiledBook>();
  const gives = (book: RateBook, trial: Trial): TrialSide => {
    const held = compiled.get(book) ?? compile(book);
    compiled.set(book, held);
    return runOn(held, trial, { ...sources, products: ruledById(products, book) }, carriers);
  };
  const laterFor = (trial: Trial): Upcoming | undefined => {
    const moment = instantToMs(cartOfTrial(trial, now, timeZone).moment ?? now);
    return moment <= instantToMs(now) ? undefined : upcoming.find(({ from, until }) => from <= moment && moment < until);
  };
  return {
    runs: trials.map((trial) => {
      const later = laterFor(trial);
      const book = later?.book ?? live;
      return { id: trial.id, draft: gives(draft, trial), live: book && gives(book, trial), ...(later && { planned: later.edition }) };
    }),
    wanted: carriers.wanted,
    at: now,
  };
}
