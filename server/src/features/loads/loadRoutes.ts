import { DayLoad } from '@ostrakon/core';
import { Router } from 'express';
import type { LoadStore } from './loadStore.ts';

export function loadRoutes(loads: LoadStore): Router {
  return Router()
    .get('/', (_req, res) => {
      res.json({ loads: loads.all });
    })
    .put('/', async (req, res) => {
      await loads.set(DayLoad.parse(req.body));
      res.json({ loads: loads.all });
    });
}
