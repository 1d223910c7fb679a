import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { calendarText } from '@ostrakon/core/calendar-text';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import { FeedEntity } from '../../persistence/draftEntities.ts';
import type { EditionStore } from './editionStore.ts';

const NAME = 'releases';
/** How long what has ended stays in the calendar. */
const PAST_MS = 400 * 86_400_000;

const digest = (text: string) => createHash('sha256').update(text).digest();

interface Parts {
  readonly database: Database;
  readonly editions: EditionStore;
  readonly now: () => string;
  /** Which shop it is, so that events of two shops in one calendar are apart. */
  readonly lineage: string;
  /** As the live edition, or else the draft, has it. */
  readonly shopName: () => string;
}

/** When editions were, are and will be live, as a calendar behind an address nobody can guess. */
export class ReleaseFeed {
  readonly #parts: Parts;

  constructor(parts: Parts) {
    this.#parts = parts;
  }

  /** The secret part of the address; null where there is none. */
  async secret(): Promise<string | null> {
    return (await this.#parts.database.read.findOneBy(FeedEntity, { name: NAME }))?.secret ?? null;
  }

  /** Makes an address; one of before leads nowhere from now on. */
  async renew(): Promise<string> {
    const secret = randomBytes(24).toString('base64url');
    const row = { name: NAME, secret, madeAt: this.#parts.now() };
    await this.#parts.database.write(({ manager }) => manager.upsert(FeedEntity, row, ['name']));
    return secret;
  }

  async end(): Promise<void> {
    await this.#parts.database.write(({ manager }) => manager.delete(FeedEntity, { name: NAME }));
  }

  /**
   * The calendar (RFC 5545).
   * @throws HttpProblem `not-found` for any other secret
   */
  async calendar(secret: string): Promise<string> {
    const held = await this.secret();
    if (held === null || !timingSafeEqual(digest(held), digest(secret)))
      throw new HttpProblem('not-found', 'There is no calendar at this address. It may have been given another.');
    const { editions, lineage, now, shopName } = this.#parts;
    const notes = new Map((await editions.list()).map(({ number, note }) => [number, note]));
    const since = Date.parse(now()) - PAST_MS;
    const events = editions.spans
      .filter(({ until }) => until >= since)
      .map(({ edition, from, until, release }) => {
        const note = release.edition === edition && release.note !== '' ? release.note : notes.get(edition);
        const isOpen = !Number.isFinite(until);
        return {
          uid: `${release.seq}-${edition}-${from}@${lineage}`,
          from: new Date(from).toISOString(),
          until: isOpen ? null : new Date(until).toISOString(),
          stamp: release.at,
          summary: `Delivery options: edition ${edition}${isOpen ? ' from now on' : ''}${note ? ` (${note})` : ''}`,
        };
      });
    return calendarText(`${shopName()}: delivery options`, events);
  }
}
