import { type RateBook, Survey, type SurveyRequest, type SurveyState } from '@ostrakon/core';
import type { CarrierGateway } from '../../carriers/gateway.ts';
import { HttpProblem } from '../../http/problems.ts';
import { SurveyEntity, type SurveyRow } from '../../persistence/carrierEntities.ts';
import type { Database } from '../../persistence/database.ts';
import { planSurvey } from './surveyRunner.ts';

interface Job {
  state: SurveyState;
  readonly stop: AbortController;
}

/** Who is asked, and who is told when a survey comes to nothing. */
export interface SurveyMeans {
  readonly ask: CarrierGateway['many'];
  failed(error: Error): void;
}

const MOST_KEPT = 50;

/** Cost surveys: those under way, and those kept with their date. */
export class SurveyStore {
  readonly #database: Database;
  readonly #now: () => string;
  readonly #jobs = new Map<string, Job>();
  /** What was forgotten since the start, so that it can be taken back. */
  readonly #forgotten = new Map<string, SurveyRow>();

  constructor(database: Database, now: () => string) {
    this.#database = database;
    this.#now = now;
  }

  /** Under way and kept, newest first. */
  async list(): Promise<SurveyState[]> {
    const rows = await this.#database.read.find(SurveyEntity, {
      order: { at: 'DESC' },
      select: { id: true, name: true, at: true, questions: true },
    });
    const kept = rows.map(
      ({ id, name, at, questions }): SurveyState => ({ id, name, at, status: 'done', done: questions, total: questions }),
    );
    const jobs = [...this.#jobs.values()].map(({ state }) => state).filter(({ id }) => !kept.some((one) => one.id === id));
    return [...jobs.reverse(), ...kept];
  }

  /** The latest survey that was finished. */
  async latest(): Promise<Survey | null> {
    const [row] = await this.#database.read.find(SurveyEntity, { order: { at: 'DESC' }, take: 1 });
    return row ? Survey.parse(JSON.parse(row.document)) : null;
  }

  async get(id: string): Promise<Survey> {
    const row = await this.#database.read.findOneBy(SurveyEntity, { id });
    if (!row) throw new HttpProblem('not-found', 'This survey is not kept here.');
    return Survey.parse(JSON.parse(row.document));
  }

  /** Starts a survey; its progress is in the list. */
  async start(id: string, request: SurveyRequest, book: RateBook, { ask, failed }: SurveyMeans): Promise<SurveyState> {
    const inUse = new HttpProblem('id-in-use', `A survey with the id "${id}" exists already.`);
    if (this.#jobs.has(id)) throw inUse;
    const work = planSurvey(book, request, this.#now());
    if (work.asks.size === 0) {
      const detail = 'No service of these zones names a carrier, so there is nothing to ask.';
      throw new HttpProblem('invalid-request', detail, { errors: [{ pointer: '/zones', detail }] });
    }
    const at = this.#now();
    const stop = new AbortController();
    const job: Job = { state: { id, name: request.name, at, status: 'running', done: 0, total: work.asks.size }, stop };
    // The id is taken before anything is waited for, so that a second survey with it finds it in use.
    this.#jobs.set(id, job);
    if (await this.#database.read.existsBy(SurveyEntity, { id })) {
      this.#jobs.delete(id);
      throw inUse;
    }
    const finish = async () => {
      const keys = [...work.asks.keys()];
      const said = await ask(
        [...work.asks.values()],
        () => {
          job.state = { ...job.state, done: job.state.done + 1 };
        },
        stop.signal,
      );
      const answers = new Map(said.map(({ answer }, at) => [keys[at] ?? '', answer]));
      if (stop.signal.aborted) return;
      const { addresses } = work;
      await this.#keep(
        { id, name: request.name, at, probes: request.probes, addresses: [...addresses], costs: work.costs(answers) },
        work.asks.size,
      );
      job.state = { ...job.state, status: 'done' };
      this.#jobs.delete(id);
    };
    // Until it is put away, the list tells that it came to nothing.
    void finish().catch((error: Error) => {
      job.state = { ...job.state, status: 'failed' };
      failed(error);
    });
    return job.state;
  }

  async #keep(survey: Survey, questions: number): Promise<void> {
    await this.#database.write(async ({ manager }) => {
      const { id, name, at } = survey;
      await manager.insert(SurveyEntity, { id, name, at, questions, document: JSON.stringify(survey) });
      const old = await manager.find(SurveyEntity, { order: { at: 'DESC' }, skip: MOST_KEPT, take: 1000, select: { id: true } });
      for (const row of old) await manager.delete(SurveyEntity, { id: row.id });
    });
  }

  /** Stops a survey under way, or forgets one that is kept. */
  async remove(id: string): Promise<void> {
    const job = this.#jobs.get(id);
    if (job) {
      job.stop.abort();
      this.#jobs.delete(id);
      return;
    }
    await this.#database.write(async ({ manager, afterCommit }) => {
      const row = await manager.findOneBy(SurveyEntity, { id });
      if (!row) throw new HttpProblem('not-found', 'This survey is not kept here.');
      await manager.delete(SurveyEntity, { id });
      afterCommit(() => this.#forgotten.set(id, row));
    });
  }

  /** Nobody waits for the surveys under way any more. */
  stopAll(): void {
    for (const { stop } of this.#jobs.values()) stop.abort();
    this.#jobs.clear();
  }

  /** Takes a survey that was forgotten back; until the server is started anew. */
  async restore(id: string): Promise<void> {
    await this.#database.write(async ({ manager, afterCommit }) => {
      const row = this.#forgotten.get(id);
      if (!row) throw new HttpProblem('not-found', 'This survey was not forgotten here.');
      await manager.insert(SurveyEntity, row);
      afterCommit(() => this.#forgotten.delete(id));
    });
  }
}
