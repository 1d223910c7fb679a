import {
  answered,
  type Command,
  checkCommand,
  type DraftQueue,
  type DraftState,
  type DraftStep,
  type HistoryEnds,
  type Id,
  MOST_STEPS,
  nextTry,
  noticed,
  type QueueChange,
  type RateBook,
  restored,
  type StepsAnswer,
  type StepsRequest,
  shownBook,
  shownHistory,
  unanswered,
  withCommand,
  withNewer,
  withTurn,
} from '@ostrakon/core';
import { ApiProblem } from '../api/client.ts';
import { bytesOf, type DraftApi, MOST_KEPT_ALIVE } from '../api/draftApi.ts';

/** How the draft on screen stands to the draft on the server. */
export type SaveState =
  | { tag: 'saved' }
  | { tag: 'saving' }
  /** There was no answer; what was done is kept and sent again. `why` is what the server said of itself, where it said anything. */
  | { tag: 'offline'; waiting: number; why: string | null }
  /** The draft was changed elsewhere: `mine` steps wait here. */
  | { tag: 'stale'; revision: number; mine: number };

export interface DraftSnapshot {
  /** The draft with everything done here, acknowledged or not, and what is being typed. */
  readonly book: RateBook;
  readonly revision: number;
  readonly history: HistoryEnds;
  readonly save: SaveState;
}

/** A step that was taken back or done again, with the book as it was shown before. */
export interface Turn {
  readonly kind: 'undo' | 'redo';
  readonly command: string;
  readonly before: RateBook;
}

export type Outcome = { ok: true } | { ok: false; message: string; path: string };

interface Events {
  /** Something is done here, or taken back. */
  doing(): void;
  /** A step that was not taken; it has been taken back here. */
  refused(message: string): void;
  /** The server acknowledged up to this revision. */
  moved(revision: number): void;
}

/** An answer that takes longer is not waited for; the steps are sent again. */
const ANSWER_WITHIN_MS = 20_000;
const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 30_000;
/** Most steps kept here without an answer; then the page says so instead of collecting more. */
const MOST_WAITING = 500;

const sizeOf = (step: DraftStep): number => bytesOf(JSON.stringify(step));

/** How many of the first steps fit into one body that outlives its page; one in any case. */
function fitting(steps: readonly DraftStep[]): number {
  let size = 200;
  const over = steps.findIndex((step) => {
    size += sizeOf(step) + 1;
    return size > MOST_KEPT_ALIVE;
  });
  return Math.min(MOST_STEPS, Math.max(1, over < 0 ? steps.length : over));
}

/** The draft as one tab sees it: the queue of its steps, one request at a time, and one timer. */
export class DraftSession {
  readonly #api: DraftApi;
  readonly #events: Events;
  readonly #newId: () => string;
  readonly #listeners = new Set<() => void>();
  #lineage: string;
  #queue: DraftQueue;
  #preview: Command | null = null;
  #turned: Turn | null = null;
  #snapshot: DraftSnapshot;
  #shown: Pick<DraftSnapshot, 'book'>;
  /** Waits for an answer while a request is under way, and otherwise for the next try. */
  #timer: ReturnType<typeof setTimeout> | undefined;
  #request: AbortController | undefined;

  /** @param left steps of an earlier page, not taken yet */
  constructor(
    state: DraftState,
    api: DraftApi,
    events: Events,
    left: readonly DraftStep[] = [],
    newId: () => string = () => crypto.randomUUID(),
  ) {
    this.#api = api;
    this.#events = events;
    this.#newId = newId;
    this.#lineage = state.lineage;
    const { queue, dropped } = restored(state, left);
    this.#queue = queue;
    this.#snapshot = this.#view();
    this.#shown = { book: this.#snapshot.book };
    for (const { detail } of dropped) events.refused(detail);
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  getSnapshot = (): DraftSnapshot => this.#snapshot;

  /** The same object as long as the book is the same. */
  getShown = (): Pick<DraftSnapshot, 'book'> => this.#shown;

  /** The last thing done here, where it was an undo or a redo. */
  get turned(): Turn | null {
    return this.#turned;
  }

  get lineage(): string {
    return this.#lineage;
  }

  /** Does a command here at once and sends it on. */
  dispatch(command: Command): Outcome {
    if (this.#queue.waiting.length >= MOST_WAITING) {
      return {
        ok: false,
        message: `${MOST_WAITING} changes wait for the server, which does not answer; no more can be kept here`,
        path: '',
      };
    }
    this.#events.doing();
    const made = withCommand(this.#queue, this.#newId(), command);
    if (!('queue' in made)) return { ok: false, ...made };
    this.#preview = null;
    this.#turned = null;
    this.#go(made.queue);
    return { ok: true };
  }

  /** Shows a command that is still being typed, without doing it; null ends the preview. */
  preview(command: Command | null): Outcome {
    if (command === null && this.#preview === null) return { ok: true };
    const checked = command === null ? { book: shownBook(this.#queue) } : checkCommand(shownBook(this.#queue), command);
    this.#preview = 'book' in checked ? command : null;
    this.#tell();
    return 'book' in checked ? { ok: true } : { ok: false, ...checked };
  }

  undo = (): void => this.#turn('undo');
  redo = (): void => this.#turn('redo');

  #turn(kind: 'undo' | 'redo'): void {
    this.#preview = null;
    this.#events.doing();
    const command = shownHistory(this.#queue)[kind];
    this.#turned = command === null ? null : { kind, command, before: shownBook(this.#queue) };
    this.#go(withTurn(this.#queue, this.#newId(), kind));
  }

  /** Told where the server's draft is. */
  noticeRevision(revision: number, lineage = this.#lineage): void {
    this.#queue = noticed(this.#queue, lineage === this.#lineage ? revision : Number.POSITIVE_INFINITY);
    this.#tell();
  }

  /** Takes the newer draft; `mine` says whether the steps waiting here are done again on it. */
  async takeNewer(mine: 'again' | 'drop'): Promise<void> {
    const state = await this.#api.read();
    this.#lineage = state.lineage;
    this.#preview = null;
    this.#change(withNewer(this.#queue, state, mine));
    this.#pump();
  }

  /** What is not acknowledged yet, as it would be sent; null where there is nothing. */
  unsent(): StepsRequest | null {
    const { waiting, revision } = this.#queue;
    return waiting.length === 0 ? null : { lineage: this.#lineage, revision, steps: waiting.map(({ step }) => step) };
  }

  /** Whether what is unsent would be lost with the page: too much for one last request, or nobody there to take it. */
  get needsTime(): boolean {
    const { trouble, waiting } = this.#queue;
    return waiting.length > 0 && (trouble !== null || fitting(waiting.map(({ step }) => step)) < waiting.length);
  }

  /** Sends what waits once more, in case the request under way goes with the page. */
  leave(): void {
    const unsent = this.unsent();
    if (unsent === null || this.#queue.trouble?.tag === 'stale') return;
    const steps = unsent.steps.slice(0, fitting(unsent.steps));
    this.#api.send({ ...unsent, steps }).catch(() => undefined);
  }

  /** Tries again now: the network is said to be back. */
  tryNow = (): void => {
    if (this.#queue.flight === null) this.#pump();
  };

  #go(queue: DraftQueue): void {
    this.#queue = queue;
    this.#tell();
    // While nobody answers, the timer decides when the next try is.
    if (queue.trouble === null) this.#pump();
  }

  #pump(): void {
    const next = nextTry(this.#queue, fitting(this.#queue.waiting.map(({ step }) => step)));
    if (next === null) return;
    const { attempt, revision, steps } = next;
    this.#queue = next.queue;
    this.#request = new AbortController();
    this.#wait(ANSWER_WITHIN_MS, () => {
      this.#request?.abort();
      this.#silent(attempt, null);
    });
    this.#tell();
    this.#api.send({ lineage: this.#lineage, revision, steps }, this.#request.signal).then(
      (answer) => this.#heard(attempt, answer),
      (error: unknown) => this.#silent(attempt, error),
    );
  }

  #heard(attempt: number, { steps, present, refused }: StepsAnswer): void {
    if (this.#queue.flight?.attempt !== attempt) return;
    clearTimeout(this.#timer);
    const before = this.#queue.revision;
    const no = refused && { id: refused.id, code: refused.problem.code, detail: refused.problem.detail };
    this.#change(answered(this.#queue, attempt, { steps, present, refused: no }));
    if (this.#queue.revision !== before) this.#events.moved(this.#queue.revision);
    this.#pump();
  }

  #silent(attempt: number, error: unknown): void {
    if (this.#queue.flight?.attempt !== attempt) return;
    const why = error instanceof ApiProblem && error.problem.status !== 500 ? error.problem.detail : null;
    this.#queue = unanswered(this.#queue, attempt, why);
    const tries = this.#queue.trouble?.tag === 'away' ? this.#queue.trouble.tries : 1;
    this.#wait(Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** (tries - 1)), () => this.#pump());
    this.#tell();
  }

  #wait(ms: number, act: () => void): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(act, ms);
  }

  #change({ queue, dropped }: QueueChange): void {
    this.#queue = queue;
    if (this.#preview && !('book' in checkCommand(shownBook(queue), this.#preview))) this.#preview = null;
    this.#tell();
    for (const { detail } of dropped) this.#events.refused(detail);
  }

  #saveState(): SaveState {
    const { trouble, waiting } = this.#queue;
    if (trouble?.tag === 'stale') return { tag: 'stale', revision: trouble.revision, mine: waiting.length };
    if (waiting.length === 0) return { tag: 'saved' };
    return trouble === null ? { tag: 'saving' } : { tag: 'offline', waiting: waiting.length, why: trouble.why };
  }

  #view(): DraftSnapshot {
    const shown = shownBook(this.#queue);
    const previewed = this.#preview ? checkCommand(shown, this.#preview) : null;
    const book = previewed && 'book' in previewed ? previewed.book : shown;
    return { book, revision: this.#queue.revision, history: shownHistory(this.#queue), save: this.#saveState() };
  }

  #tell(): void {
    this.#snapshot = this.#view();
    if (this.#shown.book !== this.#snapshot.book) this.#shown = { book: this.#snapshot.book };
    for (const listener of this.#listeners) listener();
  }
}

/** Where a lane is. */
export interface LaneAt {
  readonly zone: Id;
  readonly service: Id;
}
