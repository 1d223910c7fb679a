import { z } from 'zod';
import { Id, Name } from '../names/naming.ts';
import { CartInput } from '../quote/cartInput.ts';
import { Expectations } from './expectation.ts';
import { TrialMoment } from './trialMoment.ts';

/** A saved cart with its address, and what is expected of it. */
export const Trial = z.strictObject({
  id: Id,
  name: Name,
  /** A word of the owner's that trials are gathered by. */
  label: z.string().trim().min(1).max(60, 'At most 60 characters').optional(),
  cart: CartInput,
  /** When it is bought, in place of the cart's own moment. */
  when: TrialMoment.optional(),
  expects: Expectations.optional(),
});
export type Trial = z.infer<typeof Trial>;

export const MOST_TRIALS = 2000;

/** Changes to the list of trials, taken all together or not at all. A trial put under an id in use replaces it. */
export const TrialChange = z.strictObject({
  put: z.array(Trial).max(MOST_TRIALS).default([]),
  remove: z.array(Id).max(MOST_TRIALS).default([]),
  /** Every trial that is left, in the order they are to stand in. */
  order: z.array(Id).max(MOST_TRIALS).optional(),
});
export type TrialChange = z.infer<typeof TrialChange>;

/** Why a change was not taken: it names a trial that is not there, or there would be too many. */
export type TrialFault = { readonly code: 'unknownTrial'; readonly id: string } | { readonly code: 'tooManyTrials' };

export interface TrialsChanged {
  readonly trials: readonly Trial[];
  /** Leads back to the list as it was. */
  readonly inverse: TrialChange;
}

/** The list after a change. What stands in no order keeps its place behind what does. */
export function changeTrials(trials: readonly Trial[], { put, remove, order }: TrialChange): TrialsChanged | TrialFault {
  const byId = new Map(trials.map((trial) => [trial.id, trial]));
  const gone = new Set(remove);
  const known = new Set([...byId.keys(), ...put.map(({ id }) => id)]);
  const missing = [...remove, ...(order ?? [])].find((id) => !known.has(id));
  if (missing !== undefined) return { code: 'unknownTrial', id: missing };
  const next = new Map(byId);
  for (const trial of put) next.set(trial.id, trial);
  for (const id of gone) next.delete(id);
  if (next.size > MOST_TRIALS) return { code: 'tooManyTrials' };
  const ids = [...new Set([...(order ?? []), ...next.keys()])];
  const changed = ids.flatMap((id) => next.get(id) ?? []);
  return {
    trials: changed,
    inverse: {
      put: trials.filter((trial) => next.get(trial.id) !== trial),
      remove: changed.flatMap(({ id }) => (byId.has(id) ? [] : [id])),
      order: trials.map(({ id }) => id),
    },
  };
}
