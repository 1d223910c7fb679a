import type { OwnerHandlers } from '../../ports/who.ts';
import type { TrialStore } from './trialStore.ts';

export const trialHandlers = (trials: TrialStore) =>
  ({
    'GET /trials': async () => ({ trials: await trials.list() }),
    'POST /trials/changes': async ({ body, who }) => {
      const answer = await trials.change(body);
      const names = [...body.put.map(({ name }) => name), ...body.remove];
      await who.tell('trialsChanged', names.length > 3 ? `${names.length} trials` : names.join(', '));
      return answer;
    },
  }) satisfies OwnerHandlers<'/trials'>;
