import {
  applyPatch,
  type Command,
  type DraftState,
  emptyBook,
  type HistoryEnds,
  type PatchOperation,
  type RateBook,
  readRateBook,
  runCommand,
} from '@ostrakon/core';
import type { EntityManager } from 'typeorm';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import { DraftChangeEntity, type DraftChangeRow, DraftEntity, type DraftRow } from '../../persistence/entities.ts';

const DRAFT_ID = 1;

interface HeldDraft {
  readonly revision: number;
  readonly book: RateBook;
}

/** The one draft, its revisions and its history. Every change is on disk before it is acknowledged. */
export class DraftStore {
  readonly #database: Database;
  readonly #now: () => string;
  /** What is on disk; set only after a commit. */
  #held: HeldDraft;

  private constructor(database: Database, now: () => string, held: HeldDraft) {
    this.#database = database;
    this.#now = now;
    this.#held = held;
  }

  /** Opens the draft; a new shop begins with an empty book. */
  static async open(database: Database, now: () => string): Promise<DraftStore> {
    const row = await database.read.findOneBy(DraftEntity, { id: DRAFT_ID });
    if (row) return new DraftStore(database, now, await DraftStore.#broughtForward(database, row));
    const held = { revision: 0, book: emptyBook() };
    await database.write((manager) => manager.insert(DraftEntity, { id: DRAFT_ID, revision: 0, document: JSON.stringify(held.book) }));
    return new DraftStore(database, now, held);
  }

  /** A draft of an earlier format is stored anew; the steps of its history speak of the old form and go. */
  static async #broughtForward(database: Database, row: DraftRow): Promise<HeldDraft> {
    const document: unknown = JSON.parse(row.document);
    const book = readRateBook(document);
    if ((document as RateBook).format === book.format) return { revision: row.revision, book };
    const revision = row.revision + 1;
    await database.write(async (manager) => {
      await manager.clear(DraftChangeEntity);
      await manager.update(DraftEntity, { id: DRAFT_ID }, { revision, document: JSON.stringify(book) });
    });
    return { revision, book };
  }

  get current(): HeldDraft {
    return this.#held;
  }

  async state(): Promise<DraftState> {
    return { ...this.#held, history: await this.history() };
  }

  async history(): Promise<HistoryEnds> {
    const read = this.#database.read;
    const undo = await read.findOne(DraftChangeEntity, {
      where: { undone: false },
      order: { id: 'DESC' },
      select: { id: true, command: true },
    });
    const redo = await read.findOne(DraftChangeEntity, {
      where: { undone: true },
      order: { id: 'ASC' },
      select: { id: true, command: true },
    });
    return { undo: undo?.command ?? null, redo: redo?.command ?? null };
  }

  /** Throws when `revision` is not the present one. Only inside the write queue is the answer final. */
  requirePresent(revision: number): void {
    if (revision === this.#held.revision) return;
    const detail = `You saw revision ${revision} of the draft; it is at revision ${this.#held.revision} now.`;
    throw new HttpProblem('stale-revision', detail, { revision: this.#held.revision });
  }

  /** Gives an untouched draft another beginning; not a change, so not to be undone. */
  async beginWith(book: RateBook): Promise<void> {
    await this.#database.write(
      async (manager) => {
        this.requirePresent(0);
        await manager.update(DraftEntity, { id: DRAFT_ID }, { document: JSON.stringify(book) });
      },
      () => {
        this.#held = { revision: 0, book };
      },
    );
  }

  async change(revision: number, command: Command): Promise<DraftState> {
    return this.#step(revision, async (manager) => {
      const { book, patch, inverse } = runCommand(this.#held.book, command);
      if (book === this.#held.book) return book;
      await manager.delete(DraftChangeEntity, { undone: true });
      await manager.insert(DraftChangeEntity, {
        revision: this.#held.revision + 1,
        command: command.name,
        args: JSON.stringify(command.args),
        patch: JSON.stringify(patch),
        inverse: JSON.stringify(inverse),
        undone: false,
        at: this.#now(),
      });
      return book;
    });
  }

  async undo(revision: number): Promise<DraftState> {
    return this.#step(revision, async (manager) => {
      const change = await manager.findOne(DraftChangeEntity, { where: { undone: false }, order: { id: 'DESC' } });
      if (!change) throw new HttpProblem('nothing-to-undo', 'No change to the draft is left to undo.');
      return this.#turn(manager, change, { undone: true });
    });
  }

  async redo(revision: number): Promise<DraftState> {
    return this.#step(revision, async (manager) => {
      const change = await manager.findOne(DraftChangeEntity, { where: { undone: true }, order: { id: 'ASC' } });
      if (!change) throw new HttpProblem('nothing-to-redo', 'No undone change is left to do again.');
      return this.#turn(manager, change, { undone: false });
    });
  }

  async #turn(manager: EntityManager, change: DraftChangeRow, to: { undone: boolean }): Promise<RateBook> {
    await manager.update(DraftChangeEntity, { id: change.id }, to);
    const patch = JSON.parse(to.undone ? change.inverse : change.patch) as PatchOperation[];
    return applyPatch(this.#held.book, patch);
  }

  /** One change of the document: revision checked, document and history stored in one transaction. */
  async #step(revision: number, work: (manager: EntityManager) => Promise<RateBook>): Promise<DraftState> {
    const next = await this.#database.write(
      async (manager) => {
        this.requirePresent(revision);
        const book = await work(manager);
        // Nothing changed: no revision, and nothing to undo.
        if (book === this.#held.book) return this.#held;
        const held = { revision: this.#held.revision + 1, book };
        await manager.update(DraftEntity, { id: DRAFT_ID }, { revision: held.revision, document: JSON.stringify(book) });
        return held;
      },
      (held) => {
        this.#held = held;
      },
    );
    return { ...next, history: await this.history() };
  }
}
