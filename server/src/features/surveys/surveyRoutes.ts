import { Id, SurveyRequest } from '@ostrakon/core';
import { Router } from 'express';
import type { Logger } from 'pino';
import { z } from 'zod';
import type { CarrierGateway } from '../carriers/gateway.ts';
import type { DraftStore } from '../draft/draftStore.ts';
import type { SurveyStore } from './surveyStore.ts';

const Start = z.strictObject({ id: Id, survey: SurveyRequest });

/** What carriers would ask, sampled over the zones of the draft. */
export function surveyRoutes(surveys: SurveyStore, draft: DraftStore, gateway: CarrierGateway, log: Logger): Router {
  const means = { ask: gateway.many.bind(gateway), failed: (err: Error) => log.error({ event: 'survey.failed', err }) };
  return Router()
    .get('/', async (_req, res) => {
      res.json({ surveys: await surveys.list() });
    })
    .post('/', async (req, res) => {
      const { id, survey } = Start.parse(req.body);
      res.status(202).json(await surveys.start(id, survey, draft.current.book, means));
    })
    .get('/:id', async (req, res) => {
      res.json(await surveys.get(req.params.id));
    })
    .delete('/:id', async (req, res) => {
      await surveys.remove(req.params.id);
      res.json({ surveys: await surveys.list() });
    })
    .post('/:id/restore', async (req, res) => {
      await surveys.restore(req.params.id);
      res.json({ surveys: await surveys.list() });
    });
}
