import { circumstancesOf, newId, Trial, type Witness } from '@ostrakon/core';
import { useTrials } from '../../trials/useTrials.ts';
import { toast } from '../../ui/toast.ts';

const MOST_LETTERS = 80;

/** Saves the cart of a finding as a trial, so that it is run on every edit from now on. */
export function useKeepAsTrial(): (witness: Witness, name: string) => Promise<void> {
  const { trials, change, undo } = useTrials();
  return async ({ lines = [], destination, ...rest }, words) => {
    const name = words.length > MOST_LETTERS ? `${words.slice(0, MOST_LETTERS - 1)}…` : words;
    const trial = Trial.safeParse({
      id: newId(name, trials, 'trial'),
      name,
      cart: { lines, discounts: [], destination, ...circumstancesOf(rest) },
    });
    if (!trial.success) return void toast.error('This cart cannot be kept as a trial.');
    if (await change({ put: [trial.data] }, `kept ${name}`))
      toast(`Kept as the trial “${name}”`, { action: { label: 'Undo', onClick: () => void undo() } });
  };
}
