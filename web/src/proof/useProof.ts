import { type DayLoad, meantNote, type ToldFinding, type Trial } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { rateDesk } from '../carriers/rateDesk.ts';
import { useSurvey } from '../carriers/useSurvey.ts';
import { useDraft } from '../draft/DraftProvider.tsx';
import { queries } from '../draft/queries.ts';
import { type Proof, proofDesk } from './proofDesk.ts';
import type { TrialRuns } from './trialRuns.ts';

/** What was found in the draft so far. */
export const useProof = (): Proof => useSyncExternalStore(proofDesk.subscribe, proofDesk.getSnapshot);

export interface Told {
  readonly told: readonly ToldFinding[];
  /** What the owner means to be so, and is kept quiet. */
  readonly meant: readonly ToldFinding[];
}

const NONE: readonly ToldFinding[] = [];
const NO_TRIALS: readonly Trial[] = [];

/** Findings as they are told, and those that are kept quiet. */
export function useTold(): Told {
  const { looked } = useProof();
  const { book } = useDraft();
  return useMemo(() => {
    const all = looked?.told ?? NONE;
    const isMeant = (one: ToldFinding) => meantNote(book, one) !== null;
    return { told: all.filter((one) => !isMeant(one)), meant: all.filter(isMeant) };
  }, [looked, book]);
}

const HOUR = 3_600_000;

/** The hour it is: findings hang on days, and are not looked for again every minute. */
const thisHour = (): string => new Date(Math.floor(Date.now() / HOUR) * HOUR).toISOString();

const MINUTE = 60_000;
const NO_LOADS: readonly DayLoad[] = [];

/** Has the trials run again when carriers have said something, orders were taken, or time went on. */
function useRunningTrials(known: boolean, trials: readonly Trial[]): void {
  const { data: loads = NO_LOADS } = useQuery(queries.loads);
  const { answers } = useSyncExternalStore(rateDesk.subscribe, rateDesk.getSnapshot);
  const none = trials.length === 0;
  useEffect(() => {
    if (!known || none) return undefined;
    const run = () => proofDesk.run(new Date().toISOString(), { trials, loads, answers });
    run();
    const timer = setInterval(run, MINUTE);
    return () => clearInterval(timer);
  }, [known, none, trials, loads, answers]);
}

/** What every trial got last. */
export const useRan = (): TrialRuns => useSyncExternalStore(proofDesk.subscribe, proofDesk.getRan);

/** Has the draft looked at after every edit; once in the frame, for all that show what was found. */
export function useLookingAtDraft(): void {
  const book = useDeferredValue(useDraft().book);
  const { data: products } = useQuery(queries.products);
  const { data: live } = useQuery(queries.live);
  const survey = useSurvey();
  const { data: trials = NO_TRIALS } = useQuery(queries.trials);
  const [placed, setPlaced] = useState(false);
  useEffect(() => {
    const place = async () => proofDesk.places((await import('@ostrakon/core/centroids')).PACKED_CENTROIDS);
    // Without them places are found by country and region alone.
    place()
      .catch(() => undefined)
      .finally(() => setPlaced(true));
  }, []);
  const known = placed && live !== undefined && products !== undefined;
  useEffect(() => {
    const at = new Date().toISOString();
    if (known) proofDesk.look(book, thisHour(), at, { products, live: live.book ?? null, survey: survey ?? null, trials });
  }, [known, book, products, live, survey, trials]);
  useRunningTrials(known, trials);
}
