import { MoveRequest, PlanRequest, PublishRequest, type RateBook, ReleaseRequest } from '@ostrakon/core';
import { HttpProblem } from '../../http/problems.ts';
import { type Methods, routes } from '../../http/routes.ts';
import { OWNER } from '../../persistence/authors.ts';
import type { Write } from '../../persistence/database.ts';
import type { EditionStore } from './editionStore.ts';
import type { ReleaseFeed } from './releaseFeed.ts';

/** What publishing needs of the draft. */
export interface DraftSource {
  presentWithin(write: Write, revision: number): Promise<RateBook>;
}

/** A number in an address. */
function numberIn(text: string | undefined, what: string): number {
  if (text === undefined || !/^[1-9]\d{0,8}$/.test(text)) throw new HttpProblem('not-found', `There is no ${what} "${text ?? ''}".`);
  return Number(text);
}

const calendarPath = (secret: string | null) => ({ path: secret === null ? null : `/api/public/v1/releases/${secret}.ics` });

/** The calendar of releases, for whoever knows its address. */
export const feedRoutes = (feed: ReleaseFeed): Methods =>
  routes({
    '/releases/:secret.ics': {
      get: async (req, res) => {
        const text = await feed.calendar(req.params.secret ?? '');
        res.setHeader('Content-Type', 'text/calendar; charset=utf-8');
        res.send(text);
      },
    },
  });

export function editionRoutes(editions: EditionStore, draft: DraftSource, feed: ReleaseFeed): Methods {
  const present = (revision: number) => (write: Write) => draft.presentWithin(write, revision);
  return routes({
    '/': {
      get: async (_req, res) => void res.json({ editions: await editions.list(), releases: [...editions.releases] }),
      post: async (req, res) => {
        const { revision, note, failing } = PublishRequest.parse(req.body);
        res.status(201).json(await editions.publish(present(revision), note, OWNER, failing));
      },
    },
    '/live': {
      get: (_req, res) => {
        const live = editions.live();
        res.json({ edition: live?.summary ?? null, book: live?.book ?? null });
      },
    },
    '/releases': {
      post: async (req, res) => {
        const { edition, note } = ReleaseRequest.parse(req.body);
        res.status(201).json(await editions.release(edition, note, OWNER));
      },
    },
    '/calendar': {
      get: async (_req, res) => void res.json(calendarPath(await feed.secret())),
      post: async (_req, res) => void res.status(201).json(calendarPath(await feed.renew())),
      delete: async (_req, res) => {
        await feed.end();
        res.status(204).end();
      },
    },
    '/plans': {
      post: async (req, res) => {
        const { what, note, ...span } = PlanRequest.parse(req.body);
        res.status(201).json(await editions.plan('edition' in what ? what.edition : present(what.revision), span, note, OWNER));
      },
    },
    '/plans/:seq/move': {
      post: async (req, res) => void res.json(await editions.move(numberIn(req.params.seq, 'plan'), MoveRequest.parse(req.body), OWNER)),
    },
    '/plans/:seq': {
      delete: async (req, res) => {
        await editions.callOff(numberIn(req.params.seq, 'plan'));
        res.status(204).end();
      },
    },
    '/:number': {
      get: async (req, res) => {
        const { summary, book } = await editions.read(numberIn(req.params.number, 'edition'));
        res.json({ edition: summary, book });
      },
    },
  });
}
