import { PublishRequest, type RateBook } from '@ostrakon/core';
import { type Methods, routes } from '../../http/routes.ts';
import { OWNER } from '../../persistence/authors.ts';
import type { Write } from '../../persistence/database.ts';
import type { EditionStore } from './editionStore.ts';

/** What publishing needs of the draft. */
export interface DraftSource {
  presentWithin(write: Write, revision: number): Promise<RateBook>;
}

export function editionRoutes(editions: EditionStore, draft: DraftSource): Methods {
  return routes({
    '/': {
      get: async (_req, res) => void res.json({ editions: await editions.list(), releases: [...editions.releases] }),
      post: async (req, res) => {
        const { revision, note } = PublishRequest.parse(req.body);
        res.status(201).json(await editions.publish((write) => draft.presentWithin(write, revision), note, OWNER));
      },
    },
    '/live': {
      get: (_req, res) => {
        const live = editions.live();
        res.json({ edition: live?.summary ?? null, book: live?.book ?? null });
      },
    },
  });
}
