import { randomUUID } from 'node:crypto';
import { type Command, type DraftSummary, MOST_DRAFTS, type RateBook } from '@ostrakon/core';
import { IsNull, MoreThan } from 'typeorm';
import { HttpProblem } from '../../http/problems.ts';
import { OWNER } from '../../persistence/authors.ts';
import { bookTexts } from '../../persistence/bookRow.ts';
import type { Database } from '../../persistence/database.ts';
import { DraftEntity, type DraftRow, DraftStepEntity } from '../../persistence/draftEntities.ts';
import { commandOf, stackAt } from '../../persistence/stepStack.ts';
import { DraftStore, MAIN_DRAFT } from './draftStore.ts';

const summaryOf = ({ id, name, fromEdition, madeAt, revision, thrownAt }: DraftRow): DraftSummary => ({
  id,
  name: name ?? '',
  from: fromEdition ?? 0,
  madeAt: madeAt ?? '',
  revision,
  thrownAt,
});

/** What a new draft begins with. */
interface Beginning {
  readonly name: string;
  readonly from: number;
  readonly book: RateBook;
  readonly commands: readonly Command[];
}

/** The main draft and those beside it, each with its own steps and undo. None is ever lost: what is thrown away can be brought back. */
export class Drafts {
  readonly #database: Database;
  readonly #now: () => string;
  readonly main: DraftStore;
  readonly #open = new Map<number, DraftStore>();

  private constructor(database: Database, now: () => string, main: DraftStore) {
    this.#database = database;
    this.#now = now;
    this.main = main;
  }

  static async open(database: Database, now: () => string): Promise<Drafts> {
    return new Drafts(database, now, await DraftStore.open(database, now));
  }

  /** Those beside the main one, the oldest first, the ones thrown away among them. */
  async list(): Promise<DraftSummary[]> {
    const rows = await this.#database.read.find(DraftEntity, { where: { id: MoreThan(MAIN_DRAFT) }, order: { id: 'ASC' } });
    return rows.map(summaryOf);
  }

  /** @throws HttpProblem `not-found` where there is none, or it was thrown away */
  async get(id: number): Promise<DraftStore> {
    if (id === MAIN_DRAFT) return this.main;
    const there = await this.#database.read.existsBy(DraftEntity, { id, thrownAt: IsNull() });
    if (!there) throw new HttpProblem('not-found', 'There is no such draft, or it was thrown away.');
    const known = this.#open.get(id) ?? (await DraftStore.open(this.#database, this.#now, id));
    this.#open.set(id, known);
    return known;
  }

  /** Begins a draft from an edition, with the commands that are to be its first steps; all of them or none. */
  async make({ name, from, book, commands }: Beginning, author: string = OWNER): Promise<DraftSummary> {
    const lineage = randomUUID();
    const id = await this.#database.write(async ({ manager }) => {
      const held = await manager.countBy(DraftEntity, { id: MoreThan(MAIN_DRAFT), thrownAt: IsNull() });
      if (held >= MOST_DRAFTS)
        throw new HttpProblem('too-many-drafts', `There are ${held} drafts beside the main one; throw one away first.`);
      const last = (await manager.maximum(DraftEntity, 'id')) ?? MAIN_DRAFT;
      const facts = { name, fromEdition: from, madeAt: this.#now(), thrownAt: null };
      await manager.insert(DraftEntity, { id: last + 1, revision: 0, lineage, ...facts, ...bookTexts(book) });
      return last + 1;
    });
    const made = await this.get(id);
    const steps = commands.map((command) => ({ id: randomUUID(), kind: 'command' as const, command }));
    const { refused } = await made.take({ revision: 0, steps }, author);
    if (refused) {
      await this.#forget(id);
      throw HttpProblem.of(refused.problem);
    }
    return this.#summary(id);
  }

  /** Of a draft that was never begun nothing is left. */
  async #forget(id: number): Promise<void> {
    this.#open.delete(id);
    await this.#database.write(async ({ manager }) => {
      await manager.delete(DraftStepEntity, { draft: id });
      await manager.delete(DraftEntity, { id });
    });
  }

  async #summary(id: number): Promise<DraftSummary> {
    return summaryOf(await this.#database.read.findOneByOrFail(DraftEntity, { id }));
  }

  async #set(id: number, set: Partial<Pick<DraftRow, 'name' | 'thrownAt'>>): Promise<DraftSummary> {
    const { affected } = await this.#database.write(({ manager }) => manager.update(DraftEntity, { id }, set));
    if (affected !== 1) throw new HttpProblem('not-found', 'There is no such draft.');
    return this.#summary(id);
  }

  rename(id: number, name: string): Promise<DraftSummary> {
    return this.#set(id, { name });
  }

  throwAway(id: number): Promise<DraftSummary> {
    return this.#set(id, { thrownAt: this.#now() });
  }

  bringBack(id: number): Promise<DraftSummary> {
    return this.#set(id, { thrownAt: null });
  }

  /** The edition a draft began from; null of the main one. */
  async beganFrom(id: number): Promise<number | null> {
    return (await this.#database.read.findOneBy(DraftEntity, { id }))?.fromEdition ?? null;
  }

  /**
   * The commands that led a draft from one revision, or from its beginning, to another, in their order.
   * @returns null where it was turned back behind the first of them meanwhile
   */
  async commandsBetween(draft: number, from: number | null, to: number): Promise<readonly Command[] | null> {
    const before = from === null ? [] : await stackAt(this.#database.read, draft, from);
    const stack = await stackAt(this.#database.read, draft, to);
    return before.every(({ step }, at) => step === stack[at]?.step) ? stack.slice(before.length).map(commandOf) : null;
  }
}
