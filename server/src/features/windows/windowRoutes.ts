import type { RateBook } from '@ostrakon/core';
import type { OwnerRoutes } from '@ostrakon/core/contract';
import type { Handlers } from '../../http/door.ts';
import type { Who } from '../../ports/who.ts';
import type { WindowStore } from './windowStore.ts';

/** Hours that run for buyers, of the edition that is live. */
export function windowHandlers(
  store: WindowStore,
  live: () => RateBook | undefined,
): Handlers<OwnerRoutes, Who, 'GET /windows' | 'POST /windows/end'> {
  const running = () => store.running(live() ?? { allowances: [] });
  return {
    'GET /windows': running,
    'POST /windows/end': async ({ body, who }) => {
      await store.end(body.order);
      await who.tell('windowEnded', String(body.order));
      return running();
    },
  };
}
