import type { OwnerHandlers } from '../../ports/who.ts';
import type { TrialStore } from './trialStore.ts';

export const trialHandlers = (trials: TrialStore) =>
  ({
    'GET /trials': async () => ({ trials: await trials.list() }),
    'POST /trials/changes': ({ body }) => trials.change(body),
  }) satisfies OwnerHandlers<'/trials'>;
