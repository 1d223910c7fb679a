import { createHash } from 'node:crypto';
import { canonicalJson, EditionSummary, type RateBook, readRateBook } from '@ostrakon/core';
import type { EntityManager } from 'typeorm';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import { EditionEntity, type EditionRow } from '../../persistence/entities.ts';

export interface Edition {
  readonly summary: EditionSummary;
  readonly book: RateBook;
}

const hashOf = (book: RateBook) => createHash('sha256').update(canonicalJson(book)).digest('hex');

const summaryOf = ({ number, note, hash, publishedAt }: EditionRow) => EditionSummary.parse({ number, note, hash, publishedAt });

/** Frozen, numbered editions; the last one is live. */
export class EditionStore {
  readonly #database: Database;
  readonly #now: () => string;
  #live: Edition | null;

  private constructor(database: Database, now: () => string, live: Edition | null) {
    this.#database = database;
    this.#now = now;
    this.#live = live;
  }

  static async open(database: Database, now: () => string): Promise<EditionStore> {
    const [row] = await database.read.find(EditionEntity, { order: { number: 'DESC' }, take: 1 });
    const live = row ? { summary: summaryOf(row), book: readRateBook(JSON.parse(row.document)) } : null;
    return new EditionStore(database, now, live);
  }

  get live(): Edition | null {
    return this.#live;
  }

  async list(): Promise<EditionSummary[]> {
    const rows = await this.#database.read.find(EditionEntity, { order: { number: 'DESC' } });
    return rows.map(summaryOf);
  }

  /** Freezes the book `pick` gives, which may refuse; both happen in one step of the write queue. */
  async publish(pick: () => RateBook, note: string): Promise<EditionSummary> {
    const edition = await this.#database.write(
      (manager) => this.#freeze(manager, pick(), note),
      (frozen) => {
        this.#live = frozen;
      },
    );
    return edition.summary;
  }

  async #freeze(manager: EntityManager, book: RateBook, note: string): Promise<Edition> {
    const hash = hashOf(book);
    // Not by the stored hash: an edition of an earlier format reads as its present form.
    if (this.#live && hash === hashOf(this.#live.book)) {
      throw new HttpProblem('nothing-to-publish', `The draft is the same as edition ${this.#live.summary.number}, which is live.`);
    }
    const row = { number: (this.#live?.summary.number ?? 0) + 1, note, hash, document: JSON.stringify(book), publishedAt: this.#now() };
    await manager.insert(EditionEntity, row);
    return { summary: summaryOf(row), book };
  }
}
