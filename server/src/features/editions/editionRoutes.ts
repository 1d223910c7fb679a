import type { Command, CommandsAnswer, DayLoad, EditionSummary, ProductFacts, RateBook, Release } from '@ostrakon/core';
import type { EditionFile } from '@ostrakon/core/contract';
import { PUBLIC_PATH } from '../../http/doorFacts.ts';
import type { Write } from '../../persistence/database.ts';
import type { OwnerHandlers } from '../../ports/who.ts';
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

/** Goods and orders taken, which an edition is served with by itself. */
export interface Beside {
  products(): Iterable<ProductFacts>;
  loads(): readonly DayLoad[];
  keys(): EditionFile['keys'];
}

const calendarPath = (secret: string | null) => ({ path: secret === null ? null : `${PUBLIC_PATH}/releases/${secret}.ics` });

const named = ({ number, note }: EditionSummary) => `${number}${note === '' ? '' : ` (${note})`}`;
const planned = ({ edition, from }: Release) => `${edition} from ${from}`;

export function editionHandlers(editions: EditionStore, drafts: DraftSource, feed: ReleaseFeed, beside: Beside) {
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
  return {
    'GET /editions': async () => ({ editions: await editions.list(), releases: [...editions.releases] }),
    'POST /editions': async ({ body: { note, failing, ...origin }, who }) => {
      const made = await editions.publish(await present(origin), note, who.name, failing, origin);
      await who.tell('published', named(made));
      return made;
    },
    'GET /editions/live': () => {
      const live = editions.live();
      return { edition: live?.summary ?? null, book: live?.book ?? null };
    },
    'POST /editions/releases': async ({ body: { edition, note }, who }) => {
      const release = await editions.release(edition, note, who.name);
      await who.tell('wentBack', `${edition}`);
      return release;
    },
    'GET /editions/calendar': async () => calendarPath(await feed.secret()),
    'POST /editions/calendar': async ({ who }) => {
      const path = calendarPath(await feed.renew());
      await who.tell('calendarMade', '');
      return path;
    },
    'DELETE /editions/calendar': async ({ who }) => {
      await feed.end();
      await who.tell('calendarEnded', '');
      return null;
    },
    'POST /editions/plans': async ({ body: { what, note, ...span }, who }) => {
      const by = who.name;
      const plan =
        'edition' in what ? editions.plan(what.edition, span, note, by) : editions.plan(await present(what), span, note, by, what);
      const release = await plan;
      await who.tell('planned', planned(release));
      return release;
    },
    'POST /editions/plans/:seq/move': async ({ params, body, who }) => {
      const release = await editions.move(params.seq, body, who.name);
      await who.tell('planMoved', planned(release));
      return release;
    },
    'DELETE /editions/plans/:seq': async ({ params, who }) => {
      await editions.callOff(params.seq);
      await who.tell('planCalledOff', `${params.seq}`);
      return null;
    },
    'GET /editions/:number': async ({ params }) => {
      const { summary, book } = await editions.read(params.number);
      return { edition: summary, book };
    },
    'GET /editions/:number/commands': ({ params }) => madeOf(params.number),
    'GET /editions/:number/file': async ({ params, who }) => {
      const { summary, book } = await editions.read(params.number);
      await who.tell('exported', `edition ${named(summary)}`);
      return {
        format: 'ostrakon-edition',
        edition: summary,
        book,
        products: [...beside.products()],
        loads: [...beside.loads()],
        keys: beside.keys(),
      };
    },
  } satisfies OwnerHandlers<'/editions'>;
}
