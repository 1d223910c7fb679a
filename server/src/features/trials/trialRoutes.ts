import { TrialChange } from '@ostrakon/core';
import { type Methods, routes } from '../../http/routes.ts';
import type { TrialStore } from './trialStore.ts';

export function trialRoutes(trials: TrialStore): Methods {
  return routes({
    '/': {
      get: async (_req, res) => void res.json({ trials: await trials.list() }),
    },
    '/changes': {
      post: async (req, res) => void res.json(await trials.change(TrialChange.parse(req.body))),
    },
  });
}
