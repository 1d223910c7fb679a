import { byStanding, type Trial, type TrialRun } from '@ostrakon/core';

export type TrialOrder = 'standing' | 'own';

/** Trials as they are listed: failing first, or the owner's order with those of a label together. */
export function ordered(trials: readonly Trial[], runs: readonly TrialRun[], order: TrialOrder): readonly Trial[] {
  if (order === 'own') {
    const labels = [...new Set(trials.map(({ label }) => label))];
    return labels.flatMap((label) => trials.filter((trial) => trial.label === label));
  }
  const byId = new Map(trials.map((trial) => [trial.id, trial]));
  const run = byStanding(runs).flatMap(({ id }) => byId.get(id) ?? []);
  // Trials that were not run yet come last.
  return [...new Set([...run, ...trials])];
}

/** The order after one trial has moved to the place of another. */
export function moved(trials: readonly Trial[], id: string, to: string): readonly string[] {
  const ids = trials.map((trial) => trial.id);
  const [from, place] = [ids.indexOf(id), ids.indexOf(to)];
  if (from === -1 || place === -1 || from === place) return ids;
  const rest = ids.filter((one) => one !== id);
  rest.splice(place, 0, id);
  return rest;
}
