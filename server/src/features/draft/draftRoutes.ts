import { MakeDraft, NameDraft, type RateBook, StepsRequest } from '@ostrakon/core';
import type { Request, Response } from 'express';
import { HttpProblem } from '../../http/problems.ts';
import { type Methods, routes } from '../../http/routes.ts';
import type { DraftStore } from './draftStore.ts';
import type { Drafts } from './drafts.ts';

const read = async (draft: DraftStore, res: Response) => void res.set('Cache-Control', 'no-store').json(await draft.state());

async function take(draft: DraftStore, req: Request, res: Response): Promise<void> {
  const answer = await draft.take(StepsRequest.parse(req.body));
  // With nothing taken, the refusal is the answer.
  if (answer.refused && answer.steps.length === 0) throw HttpProblem.of(answer.refused.problem);
  res.json(answer);
}

/** The main draft. */
export const draftRoutes = ({ main }: Drafts): Methods =>
  routes({
    '/': { get: (_req, res) => read(main, res) },
    '/steps': { post: (req, res) => take(main, req, res) },
  });

/** The number of a draft in an address. */
function draftIn(text: string | undefined): number {
  if (text === undefined || !/^[1-9]\d{0,8}$/.test(text)) throw new HttpProblem('not-found', `There is no draft "${text ?? ''}".`);
  return Number(text);
}

/** A draft beside the main one: that one has no name, and is never thrown away. */
function besideIn(text: string | undefined): number {
  const id = draftIn(text);
  if (id === 1) throw new HttpProblem('not-found', 'The main draft has no name and is not thrown away.');
  return id;
}

/** All drafts by number, the main one under 1. */
export function draftsRoutes(drafts: Drafts, editionBook: (number: number) => Promise<RateBook>): Methods {
  return routes({
    '/': {
      get: async (_req, res) => void res.json({ drafts: await drafts.list() }),
      post: async (req, res) => {
        const { name, from, commands } = MakeDraft.parse(req.body);
        res.status(201).json(await drafts.make({ name, from, commands, book: await editionBook(from) }));
      },
    },
    '/:id': {
      get: async (req, res) => read(await drafts.get(draftIn(req.params.id)), res),
      patch: async (req, res) => void res.json(await drafts.rename(besideIn(req.params.id), NameDraft.parse(req.body).name)),
      delete: async (req, res) => void res.json(await drafts.throwAway(besideIn(req.params.id))),
    },
    '/:id/back': {
      post: async (req, res) => void res.json(await drafts.bringBack(besideIn(req.params.id))),
    },
    '/:id/steps': {
      post: async (req, res) => take(await drafts.get(draftIn(req.params.id)), req, res),
    },
    '/:id/commands': {
      get: async (req, res) => {
        const id = draftIn(req.params.id);
        const { current } = await drafts.get(id);
        res.json({ base: await drafts.beganFrom(id), commands: await drafts.commandsBetween(id, null, current.revision) });
      },
    },
  });
}
