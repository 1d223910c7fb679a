import type { DayLoad, LoadCount, RateBook } from '@ostrakon/core';
import { HttpProblem } from '../../http/problems.ts';
import type { OwnerHandlers } from '../../ports/who.ts';
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
export function loadHandlers(store: LoadStore, books: () => readonly RateBook[]) {
  const list = () => ({ loads: [...store.all] });
  const set = async (load: DayLoad) => {
    if (load.orders > 0) requireOwner(books(), load);
    await store.set(load);
    return list();
  };
  const count = async (change: LoadCount) => {
    if (change.by > 0) requireOwner(books(), change);
    await store.count(change);
    return list();
  };
  const handlers = {
    'GET /loads': list,
    'PUT /loads': ({ body }) => set(body),
    'PATCH /loads': ({ body }) => count(body),
  } satisfies OwnerHandlers<'/loads'>;
  return { handlers, set, count };
}
