import { randomUUID } from 'node:crypto';
import {
  applyPatch,
  type Command,
  CommandProblem,
  type DraftState,
  DraftStep,
  emptyBook,
  type HistoryEnds,
  type PatchOperation,
  type RateBook,
  readRateBook,
  runCommand,
  type StepDone,
  type StepsAnswer,
} from '@ostrakon/core';
import type { EntityManager } from 'typeorm';
import { z } from 'zod';
import { toProblem } from '../../http/problemHandler.ts';
import { HttpProblem } from '../../http/problems.ts';
import { OWNER, SHOP_ITSELF } from '../../persistence/authors.ts';
import { bookDocument, bookTexts } from '../../persistence/bookRow.ts';
import type { Database, Write } from '../../persistence/database.ts';
import { DraftEntity, type DraftRow, DraftStepEntity, type DraftStepRow } from '../../persistence/draftEntities.ts';

/** The draft every shop has. */
export const MAIN_DRAFT = 1;

interface HeldDraft {
  readonly revision: number;
  readonly book: RateBook;
}

/** Steps on the way to the store: each is looked at when its turn comes. */
export interface AskedSteps {
  readonly revision: number;
  readonly steps: readonly { readonly id: string }[];
  /** Which shop the revision is one of; any, where nothing is said. */
  readonly lineage?: string | undefined;
}

type NewStep = Omit<DraftStepRow, 'seq' | 'draft' | 'at' | 'author' | 'step' | 'undoNext' | 'redoNext'>;

interface Outcome {
  readonly book: RateBook;
  readonly row: NewStep;
}

/** The refusal of a step, which ends those after it; whatever came before it stands. */
const isRefusal = (error: unknown) => error instanceof HttpProblem || error instanceof CommandProblem || error instanceof z.ZodError;

/** A draft, its revisions and its history. Every step is on disk before it is acknowledged. */
export class DraftStore {
  readonly #database: Database;
  readonly #now: () => string;
  readonly id: number;
  readonly lineage: string;
  /** What is on disk; set only after a commit, and believed only where its revision is the one on disk. */
  #held: HeldDraft;

  private constructor(database: Database, now: () => string, id: number, lineage: string, held: HeldDraft) {
    this.#database = database;
    this.#now = now;
    this.id = id;
    this.lineage = lineage;
    this.#held = held;
  }

  /** Opens a draft; the main one of a new shop begins with an empty book. */
  static async open(database: Database, now: () => string, id = MAIN_DRAFT): Promise<DraftStore> {
    const row = await database.read.findOneBy(DraftEntity, { id });
    const lineage = row?.lineage || randomUUID();
    if (row && row.lineage === '') await database.write(({ manager }) => manager.update(DraftEntity, { id }, { lineage }));
    if (row) return new DraftStore(database, now, id, lineage, await DraftStore.#broughtForward(database, row));
    const held = { revision: 0, book: emptyBook() };
    await database.write(({ manager }) => manager.insert(DraftEntity, { id, revision: 0, lineage, ...bookTexts(held.book) }));
    return new DraftStore(database, now, id, lineage, held);
  }

  /** A draft of an earlier format is stored anew; the steps of its history speak of the old form and cannot be turned any more. */
  static async #broughtForward(database: Database, row: DraftRow): Promise<HeldDraft> {
    const document = bookDocument(row.document, row.goodsRules);
    const book = readRateBook(document);
    if ((document as RateBook).format === book.format) return { revision: row.revision, book };
    const revision = row.revision + 1;
    await database.write(async ({ manager }) => {
      for (const state of ['done', 'undone'] as const)
        await manager.update(DraftStepEntity, { draft: row.id, state }, { state: 'dropped' });
      await manager.update(DraftEntity, { id: row.id }, { revision, ...bookTexts(book) });
    });
    return { revision, book };
  }

  get current(): HeldDraft {
    return this.#held;
  }

  /** Document, revision and history as they were at one moment. */
  async state(): Promise<DraftState> {
    return this.#database.snapshot(async (manager) => {
      const held = await this.#onDisk(manager);
      return { ...held, lineage: this.lineage, history: await this.#ends(manager) };
    });
  }

  async #ends(manager: EntityManager): Promise<HistoryEnds> {
    const select = { seq: true, command: true } as const;
    const undo = await manager.findOne(DraftStepEntity, { where: { draft: this.id, state: 'done' }, order: { seq: 'DESC' }, select });
    const redo = await manager.findOne(DraftStepEntity, { where: { draft: this.id, state: 'undone' }, order: { seq: 'ASC' }, select });
    return { undo: undo?.command ?? null, redo: redo?.command ?? null };
  }

  /** The draft as it is on disk. */
  async #onDisk(manager: EntityManager): Promise<HeldDraft> {
    const present = await manager.findOneOrFail(DraftEntity, { where: { id: this.id }, select: { id: true, revision: true } });
    if (present.revision === this.#held.revision) return this.#held;
    const row = await manager.findOneByOrFail(DraftEntity, { id: this.id });
    return { revision: row.revision, book: readRateBook(bookDocument(row.document, row.goodsRules)) };
  }

  /**
   * The draft's document inside a transaction, for who goes on from `revision`.
   * @throws HttpProblem `stale-revision` when it is not the present one
   */
  async presentWithin({ manager }: Write, revision: number): Promise<RateBook> {
    const held = await this.#onDisk(manager);
    requireRevision(held.revision, revision);
    return held.book;
  }

  /** Gives an untouched draft another beginning; not a step, so not to be undone. */
  async beginWith(book: RateBook): Promise<void> {
    await this.#database.write(async (write) => {
      const before = { revision: 0, book: await this.presentWithin(write, 0) };
      await this.#store(write, before, { revision: 0, book });
    });
  }

  /** Takes steps in their order; one that was taken before is answered as it was then. */
  take(asked: AskedSteps, author: string = OWNER): Promise<StepsAnswer> {
    return this.#database.write((write) => this.takeWithin(write, asked, author));
  }

  /** Runs commands of the server's own on whatever the draft is by then. */
  run(...commands: readonly Command[]): Promise<void> {
    return this.#database.write((write) => this.runWithin(write, () => commands));
  }

  /** Inside a transaction: runs what `make` makes of the draft. Rejects, so that nothing of the transaction stays, when it does not fit. */
  async runWithin(write: Write, make: (book: RateBook) => readonly Command[]): Promise<void> {
    const { revision, book } = await this.#onDisk(write.manager);
    const steps = make(book).map((command) => ({ id: randomUUID(), kind: 'command' as const, command }));
    if (steps.length === 0) return;
    const { refused } = await this.takeWithin(write, { revision, steps }, SHOP_ITSELF);
    if (refused) throw new HttpProblem('command-refused', refused.problem.detail);
  }

  async takeWithin(write: Write, { revision, steps, lineage }: AskedSteps, author: string): Promise<StepsAnswer> {
    const { manager } = write;
    const before = await this.#onDisk(manager);
    let held = before;
    let seen = revision;
    const done: StepDone[] = [];
    let refused: StepsAnswer['refused'];
    for (const [at, asked] of steps.entries()) {
      try {
        if (lineage !== undefined && lineage !== this.lineage) throw replaced(held.revision);
        const recorded = await manager.findOneBy(DraftStepEntity, { step: asked.id });
        if (recorded === null) {
          requireRevision(held.revision, seen);
          const { book, row } = await this.#step(manager, held, DraftStep.parse(asked));
          held = { revision: row.revision, book };
          done.push(await this.#record(manager, asked.id, author, row));
        } else done.push(doneOf(recorded));
        seen = done.at(-1)?.revision ?? seen;
      } catch (error) {
        if (!isRefusal(error)) throw error;
        refused = { id: asked.id, problem: toProblem(error, `/steps/${at}`).toJSON() };
        break;
      }
    }
    if (held !== before) await this.#store(write, before, held);
    return { steps: done, present: held.revision, ...(refused && { refused }) };
  }

  /** What a step makes of the draft; everything it may be refused for comes before anything is written. */
  async #step(manager: EntityManager, { book, revision }: HeldDraft, step: DraftStep): Promise<Outcome> {
    if (step.kind !== 'command') return this.#turn(manager, { book, revision }, step.kind);
    const { name, args } = step.command;
    const ran = runCommand(book, step.command);
    const facts = { kind: step.kind, command: name, args: JSON.stringify(args), patch: JSON.stringify(ran.patch) };
    // Nothing changed: no revision, and nothing to undo.
    if (ran.book === book) return { book, row: { ...facts, state: 'passed', revision, inverse: null } };
    await manager.update(DraftStepEntity, { draft: this.id, state: 'undone' }, { state: 'dropped' });
    return { book: ran.book, row: { ...facts, state: 'done', revision: revision + 1, inverse: JSON.stringify(ran.inverse) } };
  }

  async #turn(manager: EntityManager, { book, revision }: HeldDraft, kind: 'undo' | 'redo'): Promise<Outcome> {
    const [from, to] = kind === 'undo' ? (['done', 'undone'] as const) : (['undone', 'done'] as const);
    const turned = await manager.findOne(DraftStepEntity, {
      where: { draft: this.id, state: from },
      order: { seq: kind === 'undo' ? 'DESC' : 'ASC' },
    });
    if (turned === null)
      throw kind === 'undo'
        ? new HttpProblem('nothing-to-undo', 'No change to the draft is left to undo.')
        : new HttpProblem('nothing-to-redo', 'No undone change is left to do again.');
    await manager.update(DraftStepEntity, { seq: turned.seq }, { state: to });
    const patch = kind === 'undo' ? (turned.inverse ?? '[]') : turned.patch;
    const row = { kind, state: 'passed' as const, command: turned.command, args: null, patch, inverse: null };
    return { book: applyPatch(book, JSON.parse(patch) as PatchOperation[]), row: { ...row, revision: revision + 1 } };
  }

  async #record(manager: EntityManager, step: string, author: string, row: NewStep): Promise<StepDone> {
    const inserted = await manager.insert(DraftStepEntity, { ...row, draft: this.id, step, author, at: this.#now() });
    const { undo, redo } = await this.#ends(manager);
    await manager.update(DraftStepEntity, inserted.identifiers[0] ?? { step }, { undoNext: undo, redoNext: redo });
    return { id: step, revision: row.revision, patch: JSON.parse(row.patch) as PatchOperation[], history: { undo, redo } };
  }

  /** The statement that writes sees for itself that nobody wrote since. */
  async #store(write: Write, { revision: seen, book: before }: HeldDraft, { revision, book }: HeldDraft): Promise<void> {
    // What is said of single products is written only where a step changed it.
    const texts =
      before.goodsRules === book.goodsRules ? { document: bookTexts({ ...book, goodsRules: undefined }).document } : bookTexts(book);
    const { affected } = await write.manager.update(DraftEntity, { id: this.id, revision: seen }, { revision, ...texts });
    if (affected !== 1) {
      const present = await write.manager.findOneByOrFail(DraftEntity, { id: this.id });
      throw staleAt(present.revision, seen);
    }
    write.afterCommit(() => {
      this.#held = { revision, book };
    });
  }
}

const doneOf = ({ step, revision, patch, undoNext, redoNext }: DraftStepRow): StepDone => ({
  id: step,
  revision,
  patch: JSON.parse(patch) as PatchOperation[],
  history: { undo: undoNext, redo: redoNext },
});

const staleAt = (present: number, seen: number) =>
  new HttpProblem('stale-revision', `You saw revision ${seen} of the draft; it is at revision ${present} now.`, { revision: present });

const replaced = (present: number) =>
  new HttpProblem('shop-replaced', 'The shop was replaced by a backup or a file since you saw it.', { revision: present });

function requireRevision(present: number, seen: number): void {
  if (seen !== present) throw staleAt(present, seen);
}
