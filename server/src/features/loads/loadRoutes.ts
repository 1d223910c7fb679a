import { DayLoad, type RateBook } from '@ostrakon/core';
import { Router } from 'express';
import { HttpProblem } from '../../http/problems.ts';
import type { LoadStore } from './loadStore.ts';

/** Whether a rate book has what is loaded: the location, or the window of the round. */
function loads({ locations, services }: RateBook, load: DayLoad): boolean {
  if (load.kind === 'packing') return locations.some(({ id }) => id === load.location);
  return services.some(({ id, round }) => id === load.service && round?.windows.some(({ from }) => from === load.from));
}

/** @param books the draft, and the live edition where there is one */
export function loadRoutes(store: LoadStore, books: () => readonly RateBook[]): Router {
  return Router()
    .get('/', (_req, res) => {
      res.json({ loads: store.all });
    })
    .put('/', async (req, res) => {
      const load = DayLoad.parse(req.body);
      if (load.orders > 0 && !books().some((book) => loads(book, load))) {
        const pointer = load.kind === 'packing' ? '/location' : '/service';
        const detail =
          load.kind === 'packing'
            ? `No location has the id "${load.location}".`
            : `No round has the id "${load.service}" and a window from ${load.from}.`;
        throw new HttpProblem('invalid-request', detail, { errors: [{ pointer, detail }] });
      }
      await store.set(load);
      res.json({ loads: store.all });
    });
}
