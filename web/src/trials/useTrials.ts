import { changeTrials, type Trial, type TrialChange } from '@ostrakon/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { api } from '../api/draftApi.ts';
import { queries } from '../draft/queries.ts';
import { toast } from '../ui/toast.ts';

interface Step {
  readonly words: string;
  readonly inverse: TrialChange;
}

const MOST_STEPS = 50;
const STEPS = ['trial-steps'] as const;
const NONE: readonly Trial[] = [];

const whole = (change: Partial<TrialChange>): TrialChange => ({ put: [], remove: [], ...change });

/** Saved trials, and changes to them that show at once and can be taken back. */
export function useTrials() {
  const client = useQueryClient();
  const { queryKey } = queries.trials;
  const { data: trials = NONE } = useQuery(queries.trials);
  // Kept beside the trials, so that leaving the screen does not lose the way back.
  const { data: steps = [] } = useQuery({
    queryKey: STEPS,
    queryFn: (): readonly Step[] => [],
    initialData: [],
    staleTime: Infinity,
    gcTime: Infinity,
  });
  const { mutateAsync } = useMutation({
    mutationFn: ({ change }: { change: TrialChange; words: string }) => api.changeTrials(change),
    onMutate: async ({ change }) => {
      await client.cancelQueries({ queryKey });
      const before = client.getQueryData(queryKey);
      const changed = changeTrials(before ?? [], change);
      if ('trials' in changed) client.setQueryData(queryKey, [...changed.trials]);
      return { before };
    },
    onError: (error, _change, held) => {
      if (held?.before) client.setQueryData(queryKey, held.before);
      void client.invalidateQueries({ queryKey });
      toast.error(`The trials were not changed: ${error.message}`);
    },
    onSuccess: ({ trials: now, inverse }, { words }) => {
      client.setQueryData(queryKey, now);
      if (words !== '') client.setQueryData(STEPS, (held: readonly Step[] = []) => [...held.slice(1 - MOST_STEPS), { words, inverse }]);
    },
  });
  /** Whether it was taken; what was not is told. */
  const change = useCallback(
    (some: Partial<TrialChange>, words: string) =>
      mutateAsync({ change: whole(some), words }).then(
        () => true,
        () => false,
      ),
    [mutateAsync],
  );
  const undo = useCallback(async () => {
    const last = (client.getQueryData<readonly Step[]>(STEPS) ?? []).at(-1);
    if (!last) return;
    client.setQueryData(STEPS, (held: readonly Step[] = []) => held.slice(0, -1));
    await change(last.inverse, '');
  }, [client, change]);
  return { trials, change, undo, undoWords: steps.at(-1)?.words ?? null };
}

export type Trials = ReturnType<typeof useTrials>;
