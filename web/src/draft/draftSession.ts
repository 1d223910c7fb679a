import { applyCommand, Command, CommandProblem, type DraftState, type HistoryEnds, type Id, type RateBook } from '@ostrakon/core';
import { replaceEqualDeep } from '@tanstack/react-query';
import { ApiProblem, type DraftApi } from './draftApi.ts';

/** How the draft on screen stands to the draft on the server. */
export type SaveState =
  | { tag: 'saved' }
  | { tag: 'saving' }
  /** The server did not answer; what was typed is kept and sent again. */
  | { tag: 'unreachable' }
  /** The draft was changed elsewhere: `mine` commands wait here. */
  | { tag: 'stale'; revision: number; mine: number };

export interface DraftSnapshot {
  /** The draft with everything done here, acknowledged or not, and what is being typed. */
  readonly book: RateBook;
  readonly revision: number;
  readonly history: HistoryEnds;
  readonly save: SaveState;
}

export type Outcome = { ok: true } | { ok: false; message: string; path: string };

interface Events {
  /** A command the server would not take; it has been taken back here. */
  refused(message: string): void;
  /** The server acknowledged up to this revision. */
  moved(revision: number): void;
}

const RETRY_MS = 2500;

function check(book: RateBook, command: Command): { book: RateBook } | { message: string; path: string } {
  const parsed = Command.safeParse(command);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    return { message: issue?.message ?? 'This cannot be understood', path: issue?.path.slice(1).join('/') ?? '' };
  }
  try {
    return { book: applyCommand(book, parsed.data) };
  } catch (error) {
    if (error instanceof CommandProblem) return { message: error.message, path: error.path };
    throw error;
  }
}

/**
 * The draft as one tab sees it. Commands take effect at once and go to the server one after the other, each naming
 * the revision it was made on; what the server has not acknowledged is kept until it has.
 */
export class DraftSession {
  readonly #api: DraftApi;
  readonly #events: Events;
  readonly #listeners = new Set<() => void>();
  #base: RateBook;
  #revision: number;
  #history: HistoryEnds;
  #waiting: Command[] = [];
  #current: RateBook;
  #preview: Command | null = null;
  #save: SaveState = { tag: 'saved' };
  #snapshot: DraftSnapshot;
  #pumping: Promise<void> | undefined;

  constructor(state: DraftState, api: DraftApi, events: Events) {
    this.#api = api;
    this.#events = events;
    this.#base = state.book;
    this.#current = state.book;
    this.#revision = state.revision;
    this.#history = state.history;
    this.#snapshot = this.#view();
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  getSnapshot = (): DraftSnapshot => this.#snapshot;

  /** Does a command here at once and sends it on. */
  dispatch(command: Command): Outcome {
    const checked = check(this.#current, command);
    if (!('book' in checked)) return { ok: false, ...checked };
    this.#preview = null;
    if (checked.book !== this.#current) {
      this.#current = checked.book;
      this.#waiting.push(command);
      if (this.#save.tag === 'saved') this.#save = { tag: 'saving' };
      if (this.#save.tag === 'stale') this.#save = { ...this.#save, mine: this.#waiting.length };
    }
    this.#tell();
    void this.#pump();
    return { ok: true };
  }

  /** Shows a command that is still being typed, without doing it; null ends the preview. */
  preview(command: Command | null): Outcome {
    if (command === null && this.#preview === null) return { ok: true };
    const checked = command === null ? { book: this.#current } : check(this.#current, command);
    this.#preview = 'book' in checked ? command : null;
    this.#tell();
    return 'book' in checked ? { ok: true } : { ok: false, ...checked };
  }

  undo = () => this.#travel('undo');
  redo = () => this.#travel('redo');

  /** Told that the server's draft is at `revision`. */
  noticeRevision(revision: number): void {
    if (revision <= this.#revision || this.#pumping) return;
    this.#save = { tag: 'stale', revision, mine: this.#waiting.length };
    this.#tell();
  }

  /** Takes the newer draft; `mine` says whether the commands waiting here are done again on it. */
  async takeNewer(mine: 'again' | 'drop'): Promise<void> {
    const state = await this.#api.read();
    const again = mine === 'again' ? this.#waiting : [];
    this.#become(state);
    for (const command of again) {
      const outcome = this.dispatch(command);
      if (!outcome.ok) this.#events.refused(outcome.message);
    }
  }

  #become(state: DraftState): void {
    // What did not change keeps its identity, so that only what did is compiled and drawn anew.
    this.#base = replaceEqualDeep(this.#current, state.book);
    this.#current = this.#base;
    this.#revision = state.revision;
    this.#history = state.history;
    this.#waiting = [];
    this.#preview = null;
    this.#save = { tag: 'saved' };
    this.#tell();
  }

  async #travel(way: 'undo' | 'redo'): Promise<void> {
    await this.#pump();
    if (this.#save.tag !== 'saved' || this.#history[way] === null) return;
    this.#save = { tag: 'saving' };
    this.#tell();
    try {
      this.#become(await this.#api[way](this.#revision));
      this.#events.moved(this.#revision);
    } catch (error) {
      if (!this.#fail(error)) return;
      this.#save = { tag: 'saved' };
      this.#tell();
    }
  }

  /** Sends what waits, one command at a time; the same promise for all who ask meanwhile. */
  #pump(): Promise<void> {
    this.#pumping ??= this.#send().finally(() => {
      this.#pumping = undefined;
    });
    return this.#pumping;
  }

  async #send(): Promise<void> {
    if (this.#save.tag === 'stale') return;
    for (let command = this.#waiting[0]; command; command = this.#waiting[0]) {
      try {
        const answer = await this.#api.change(this.#revision, command);
        this.#waiting.shift();
        this.#base = applyCommand(this.#base, command);
        this.#revision = answer.revision;
        this.#history = answer.history;
        this.#events.moved(answer.revision);
      } catch (error) {
        if (!this.#fail(error)) return;
      }
    }
    this.#save = { tag: 'saved' };
    this.#tell();
  }

  /** @returns whether sending may go on with the next command */
  #fail(error: unknown): boolean {
    if (error instanceof ApiProblem && error.problem.code === 'stale-revision') {
      this.#save = { tag: 'stale', revision: error.problem.revision ?? this.#revision, mine: this.#waiting.length };
      this.#tell();
      return false;
    }
    if (error instanceof ApiProblem && error.problem.status < 500) {
      this.#waiting.shift();
      this.#replay();
      this.#events.refused(error.problem.detail);
      return true;
    }
    this.#save = { tag: 'unreachable' };
    this.#tell();
    setTimeout(() => void this.#pump(), RETRY_MS);
    return false;
  }

  /** What is shown, worked out anew from what the server acknowledged. */
  #replay(): void {
    let book = this.#base;
    this.#preview = null;
    this.#waiting = this.#waiting.filter((command) => {
      const checked = check(book, command);
      if ('book' in checked) book = checked.book;
      return 'book' in checked;
    });
    this.#current = book;
  }

  #view(): DraftSnapshot {
    const book = this.#preview ? applyCommand(this.#current, this.#preview) : this.#current;
    return { book, revision: this.#revision, history: this.#history, save: this.#save };
  }

  #tell(): void {
    this.#snapshot = this.#view();
    for (const listener of this.#listeners) listener();
  }
}

/** Where a lane is. */
export interface LaneAt {
  readonly zone: Id;
  readonly service: Id;
}
