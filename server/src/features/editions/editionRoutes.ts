import { PublishRequest, type RateBook } from '@ostrakon/core';
import { Router } from 'express';
import type { EditionStore } from './editionStore.ts';

/** What publishing needs of the draft. */
export interface DraftSource {
  readonly current: { readonly book: RateBook };
  requirePresent(revision: number): void;
}

export function editionRoutes(editions: EditionStore, draft: DraftSource): Router {
  return Router()
    .get('/', async (_req, res) => {
      res.json({ editions: await editions.list() });
    })
    .get('/live', (_req, res) => {
      res.json({ edition: editions.live?.summary ?? null, book: editions.live?.book ?? null });
    })
    .post('/', async (req, res) => {
      const { revision, note } = PublishRequest.parse(req.body);
      const pick = () => {
        draft.requirePresent(revision);
        return draft.current.book;
      };
      res.status(201).json(await editions.publish(pick, note));
    });
}
