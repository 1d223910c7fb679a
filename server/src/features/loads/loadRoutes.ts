import { DayLoad, LoadCount, type RateBook } from '@ostrakon/core';
import { HttpProblem } from '../../http/problems.ts';
import { type Methods, routes } from '../../http/routes.ts';
import type { LoadStore } from './loadStore.ts';

/** Whether a rate book has what is loaded: the location, or the window of the round. */
function loads({ locations, services }: RateBook, load: DayLoad | LoadCount): boolean {
  if (load.kind === 'packing') return locations.some(({ id }) => id === load.location);
  return services.some(({ id, round }) => id === load.service && round?.windows.some(({ from }) => from === load.from));
}

function requireOwner(books: readonly RateBook[], load: DayLoad | LoadCount): void {
  if (books.some((book) => loads(book, load))) return;
  const pointer = load.kind === 'packing' ? '/location' : '/service';
  const detail =
    load.kind === 'packing'
      ? `No location has the id "${load.location}".`
      : `No round has the id "${load.service}" and a window from ${load.from}.`;
  throw new HttpProblem('invalid-request', detail, { errors: [{ pointer, detail }] });
}

/** @param books the draft, and the live edition where there is one */
export function loadRoutes(store: LoadStore, books: () => readonly RateBook[]): Methods {
  return routes({
    '/': {
      get: (_req, res) => void res.json({ loads: store.all }),
      put: async (req, res) => {
        const load = DayLoad.parse(req.body);
        if (load.orders > 0) requireOwner(books(), load);
        await store.set(load);
        res.json({ loads: store.all });
      },
      patch: async (req, res) => {
        const change = LoadCount.parse(req.body);
        if (change.by > 0) requireOwner(books(), change);
        await store.count(change);
        res.json({ loads: store.all });
      },
    },
  });
}
