import { createHash } from 'node:crypto';
import { canonicalJson, EditionSummary, instantToMs, liveAt, type RateBook, Release, readRateBook } from '@ostrakon/core';
import type { EntityManager } from 'typeorm';
import { HttpProblem } from '../../http/problems.ts';
import type { Database, Write } from '../../persistence/database.ts';
import { EditionEntity, type EditionRow, ReleaseEntity, type ReleaseRow } from '../../persistence/entities.ts';

export interface Edition {
  readonly summary: EditionSummary;
  readonly book: RateBook;
}

/** What is to be published, found inside the transaction that publishes it; it may refuse. */
type Pick = (write: Write) => RateBook | Promise<RateBook>;

const hashOf = (book: RateBook) => createHash('sha256').update(canonicalJson(book)).digest('hex');

const summaryOf = ({ number, note, hash, publishedAt }: EditionRow) => EditionSummary.parse({ number, note, hash, publishedAt });

const releaseOf = (row: ReleaseRow): Release => Release.parse(row);

/** Frozen, numbered editions, and the releases that say which of them is live from when. */
export class EditionStore {
  readonly #database: Database;
  readonly #now: () => string;
  #releases: readonly Release[];
  /** Those that are live or will be. */
  #held: ReadonlyMap<number, Edition>;

  private constructor(database: Database, now: () => string, releases: readonly Release[], held: ReadonlyMap<number, Edition>) {
    this.#database = database;
    this.#now = now;
    this.#releases = releases;
    this.#held = held;
  }

  static async open(database: Database, now: () => string): Promise<EditionStore> {
    const releases = (await database.read.find(ReleaseEntity, { order: { seq: 'ASC' } })).map(releaseOf);
    const held = new Map<number, Edition>();
    for (const number of numbersFrom(releases, now())) held.set(number, await EditionStore.#load(database.read, number));
    return new EditionStore(database, now, releases, held);
  }

  static async #load(manager: EntityManager, number: number): Promise<Edition> {
    const row = await manager.findOneByOrFail(EditionEntity, { number });
    return { summary: summaryOf(row), book: readRateBook(JSON.parse(row.document), 'edition') };
  }

  /** The edition that is live at an instant, now or later. */
  live(instant: string = this.#now()): Edition | null {
    const release = liveAt(this.#releases, instant);
    return release === null ? null : (this.#held.get(release.edition) ?? null);
  }

  /** Books buyers are quoted from, now or at a time that is fixed already. */
  get booksInUse(): readonly RateBook[] {
    return numbersFrom(this.#releases, this.#now()).flatMap((number) => this.#held.get(number)?.book ?? []);
  }

  get releases(): readonly Release[] {
    return this.#releases;
  }

  async list(): Promise<EditionSummary[]> {
    const rows = await this.#database.read.find(EditionEntity, { order: { number: 'DESC' } });
    return rows.map(summaryOf);
  }

  /** Freezes the book `pick` gives as an edition and makes it live from now; all in one step of the write queue. */
  async publish(pick: Pick, note: string, author: string): Promise<EditionSummary> {
    return this.#database.write(async (write) => {
      const edition = await this.#freeze(write.manager, await pick(write), note);
      const from = this.#now();
      const row: Omit<ReleaseRow, 'seq'> = { edition: edition.summary.number, from, author, note, at: from };
      const { identifiers } = await write.manager.insert(ReleaseEntity, row);
      const release = releaseOf({ seq: Number(identifiers[0]?.seq), ...row });
      write.afterCommit(() => {
        this.#releases = [...this.#releases, release];
        this.#held = new Map([...this.#held, [edition.summary.number, edition]]);
      });
      return edition.summary;
    });
  }

  async #freeze(manager: EntityManager, book: RateBook, note: string): Promise<Edition> {
    const hash = hashOf(book);
    const live = this.live();
    // Not by the stored hash: an edition of an earlier format reads as its present form.
    if (live && hash === hashOf(live.book)) {
      throw new HttpProblem('nothing-to-publish', `The draft is the same as edition ${live.summary.number}, which is live.`);
    }
    const last = await manager.maximum(EditionEntity, 'number');
    const row = { number: (last ?? 0) + 1, note, hash, document: JSON.stringify(book), publishedAt: this.#now() };
    await manager.insert(EditionEntity, row);
    return { summary: summaryOf(row), book };
  }
}

/** The editions that are live at `now` or planned for later. */
function numbersFrom(releases: readonly Release[], now: string): number[] {
  const live = liveAt(releases, now);
  const planned = releases.filter(({ from }) => instantToMs(from) > instantToMs(now));
  return [...new Set([...(live ? [live] : []), ...planned].map(({ edition }) => edition))];
}
