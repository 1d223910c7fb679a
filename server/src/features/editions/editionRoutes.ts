import { type Command, type CommandsAnswer, MoveRequest, PlanRequest, PublishRequest, type RateBook, ReleaseRequest } from '@ostrakon/core';
import { HttpProblem } from '../../http/problems.ts';
import { type Methods, routes } from '../../http/routes.ts';
import { OWNER } from '../../persistence/authors.ts';
import type { Write } from '../../persistence/database.ts';
import type { EditionStore, Origin } from './editionStore.ts';
import type { ReleaseFeed } from './releaseFeed.ts';

/** What publishing needs of drafts. */
export interface DraftSource {
  get(id: number): Promise<{ presentWithin(write: Write, revision: number): Promise<RateBook> }>;
  /** The commands that led a draft from one revision, or from its beginning, to another; null where it was turned back behind the first. */
  commandsBetween(draft: number, from: number | null, to: number): Promise<readonly Command[] | null>;
  /** The edition a draft beside the main one began from; null of the main one. */
  beganFrom(draft: number): Promise<number | null>;
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

export function editionRoutes(editions: EditionStore, drafts: DraftSource, feed: ReleaseFeed): Methods {
  /** The book of a draft at the revision its owner saw. */
  const present = async ({ draft, revision }: Origin) => {
    const held = await drafts.get(draft);
    return (write: Write) => held.presentWithin(write, revision);
  };
  /** What an edition is made of besides the one it was made from; the commands are null where they are not known. */
  const madeOf = async (number: number): Promise<CommandsAnswer> => {
    const origin = await editions.origin(number);
    if (origin === null) return { base: null, commands: null };
    const { draft, revision } = origin;
    const began = await drafts.beganFrom(draft);
    const before = origin.base === null || began !== null ? null : await editions.origin(origin.base);
    const isKnown = began !== null || before?.draft === draft;
    const commands = isKnown ? await drafts.commandsBetween(draft, before?.revision ?? null, revision) : null;
    return { base: began ?? origin.base, commands: commands && [...commands] };
  };
  return routes({
    '/': {
      get: async (_req, res) => void res.json({ editions: await editions.list(), releases: [...editions.releases] }),
      post: async (req, res) => {
        const { note, failing, ...origin } = PublishRequest.parse(req.body);
        res.status(201).json(await editions.publish(await present(origin), note, OWNER, failing, origin));
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
        const plan =
          'edition' in what ? editions.plan(what.edition, span, note, OWNER) : editions.plan(await present(what), span, note, OWNER, what);
        res.status(201).json(await plan);
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
    '/:number/commands': {
      get: async (req, res) => void res.json(await madeOf(numberIn(req.params.number, 'edition'))),
    },
    '/:number': {
      get: async (req, res) => {
        const { summary, book } = await editions.read(numberIn(req.params.number, 'edition'));
        res.json({ edition: summary, book });
      },
    },
  });
}
