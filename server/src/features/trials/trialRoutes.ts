import { Trial } from '@ostrakon/core';
import { Router } from 'express';
import type { TrialStore } from './trialStore.ts';

export function trialRoutes(trials: TrialStore): Router {
  return Router()
    .get('/', async (_req, res) => {
      res.json({ trials: await trials.list() });
    })
    .post('/', async (req, res) => {
      const trial = Trial.parse(req.body);
      await trials.add([trial]);
      res.status(201).json(trial);
    })
    .delete('/:id', async (req, res) => {
      await trials.remove(req.params.id);
      res.status(204).end();
    });
}
