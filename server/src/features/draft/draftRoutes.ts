import { StepsRequest } from '@ostrakon/core';
import { HttpProblem } from '../../http/problems.ts';
import { type Methods, routes } from '../../http/routes.ts';
import type { DraftStore } from './draftStore.ts';

export function draftRoutes(draft: DraftStore): Methods {
  return routes({
    '/': {
      get: async (_req, res) => void res.set('Cache-Control', 'no-store').json(await draft.state()),
    },
    '/steps': {
      post: async (req, res) => {
        const answer = await draft.take(StepsRequest.parse(req.body));
        // With nothing taken, the refusal is the answer.
        if (answer.refused && answer.steps.length === 0) throw HttpProblem.of(answer.refused.problem);
        res.json(answer);
      },
    },
  });
}
