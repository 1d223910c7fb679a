import { ChangeRequest, StepRequest } from '@ostrakon/core';
import { Router } from 'express';
import type { DraftStore } from './draftStore.ts';

export function draftRoutes(draft: DraftStore): Router {
  return Router()
    .get('/', async (_req, res) => {
      res.json(await draft.state());
    })
    .post('/commands', async (req, res) => {
      const { revision, command } = ChangeRequest.parse(req.body);
      const state = await draft.change(revision, command);
      res.json({ revision: state.revision, history: state.history });
    })
    .post('/undo', async (req, res) => {
      res.json(await draft.undo(StepRequest.parse(req.body).revision));
    })
    .post('/redo', async (req, res) => {
      res.json(await draft.redo(StepRequest.parse(req.body).revision));
    });
}
