import { Id, SurveyRequest } from '@ostrakon/core';
import type { Logger } from 'pino';
import { z } from 'zod';
import type { CarrierGateway } from '../../carriers/gateway.ts';
import { type Methods, routes } from '../../http/routes.ts';
import type { DraftPort } from '../../ports/draftPort.ts';
import type { SurveyStore } from './surveyStore.ts';

const Start = z.strictObject({ id: Id, survey: SurveyRequest });

/** What carriers would ask, sampled over the zones of the draft. */
export function surveyRoutes(surveys: SurveyStore, draft: DraftPort, gateway: CarrierGateway, log: Logger): Methods {
  const means = { ask: gateway.many.bind(gateway), failed: (err: Error) => log.error({ event: 'survey.failed', err }) };
  return routes({
    '/': {
      get: async (_req, res) => void res.json({ surveys: await surveys.list() }),
      post: async (req, res) => {
        const { id, survey } = Start.parse(req.body);
        res.status(202).json(await surveys.start(id, survey, draft.current.book, means));
      },
    },
    '/:id': {
      get: async (req, res) => void res.json(await surveys.get(req.params.id)),
      delete: async (req, res) => {
        await surveys.remove(req.params.id);
        res.json({ surveys: await surveys.list() });
      },
    },
    '/:id/restore': {
      post: async (req, res) => {
        await surveys.restore(req.params.id);
        res.json({ surveys: await surveys.list() });
      },
    },
  });
}
