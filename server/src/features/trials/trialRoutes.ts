import { Trial } from '@ostrakon/core';
import { type Methods, routes } from '../../http/routes.ts';
import type { TrialStore } from './trialStore.ts';

export function trialRoutes(trials: TrialStore): Methods {
  return routes({
    '/': {
      get: async (_req, res) => void res.json({ trials: await trials.list() }),
      post: async (req, res) => {
        const trial = Trial.parse(req.body);
        await trials.add([trial]);
        res.status(201).json(trial);
      },
    },
    '/:id': {
      delete: async (req, res) => {
        await trials.remove(req.params.id);
        res.status(204).end();
      },
    },
  });
}
