import type { OpenSession } from '@ostrakon/core/contract';
import { newToken, tokenHash } from '../../http/tokens.ts';
import { SessionEntity, type SessionRow } from '../../persistence/access/accessEntities.ts';
import type { Database } from '../../persistence/database.ts';

const DAY_MS = 86_400_000;
/** A session ends when nothing was heard of it for so long, and at the latest after so long. */
export const IDLE_MS = 7 * DAY_MS;
export const SESSION_MS = 30 * DAY_MS;
/** How often it is written down that a session is in use. */
const SEEN_EVERY_MS = 5 * 60_000;
/** Most sessions of one person; the one unused for longest goes for a new one. */
const MOST_SESSIONS = 20;
const MOST_LETTERS = 120;

/** Browsers in which people are signed in. What a browser holds is kept as a hash. */
export class Sessions {
  readonly #database: Database;
  readonly #now: () => string;
  readonly #held = new Map<string, SessionRow>();

  constructor(database: Database, now: () => string) {
    this.#database = database;
    this.#now = now;
  }

  async read(): Promise<void> {
    for (const row of await this.#database.read.find(SessionEntity)) this.#held.set(row.hash, row);
  }

  #over({ madeAt, seenAt }: SessionRow): boolean {
    const now = Date.parse(this.#now());
    return now - Date.parse(seenAt) > IDLE_MS || now - Date.parse(madeAt) > SESSION_MS;
  }

  /** @returns what the browser is to hold */
  async begin(person: string, browser: string): Promise<string> {
    const token = newToken();
    const at = this.#now();
    const row = { hash: tokenHash(token), person, madeAt: at, seenAt: at, browser: browser.slice(0, MOST_LETTERS) };
    const own = [...this.#held.values()].filter((one) => one.person === person).sort((a, b) => (a.seenAt < b.seenAt ? -1 : 1));
    for (const { hash } of own.slice(0, Math.max(0, own.length - MOST_SESSIONS + 1))) await this.end(hash);
    await this.#database.write(({ manager }) => manager.insert(SessionEntity, row));
    this.#held.set(row.hash, row);
    return token;
  }

  /** The session a browser says it has, where it has one. */
  find(token: string): SessionRow | null {
    const row = this.#held.get(tokenHash(token));
    if (!row) return null;
    if (this.#over(row)) {
      void this.end(row.hash).catch(() => undefined);
      return null;
    }
    if (Date.parse(this.#now()) - Date.parse(row.seenAt) > SEEN_EVERY_MS) {
      row.seenAt = this.#now();
      const { hash, seenAt } = row;
      // That this is lost with the disk full hurts nobody.
      void this.#database.write(({ manager }) => manager.update(SessionEntity, { hash }, { seenAt })).catch(() => undefined);
    }
    return row;
  }

  of(person: string, here: string | null): OpenSession[] {
    const own = [...this.#held.values()].filter((row) => row.person === person && !this.#over(row));
    const newest = own.sort((a, b) => (a.seenAt > b.seenAt ? -1 : 1));
    return newest.map(({ hash, madeAt, seenAt, browser }) => ({ id: hash, madeAt, seenAt, browser, here: hash === here }));
  }

  async end(hash: string): Promise<void> {
    // Gone at once, whatever the disk says.
    this.#held.delete(hash);
    await this.#database.write(({ manager }) => manager.delete(SessionEntity, { hash }));
  }

  /** Ends all sessions of somebody but one. */
  async endAll(person: string, but: string | null = null): Promise<void> {
    const own = [...this.#held.values()].filter((row) => row.person === person && row.hash !== but);
    for (const { hash } of own) await this.end(hash);
  }
}
