import type { RateBook } from '../rate-book/rateBook.ts';
import { CommandProblem } from './commandProblem.ts';
import { applyCommand, Command } from './commands.ts';
import type { DraftStep, HistoryEnds, StepDone } from './draftStep.ts';
import { applyPatch, sameDocument } from './patch.ts';

/** A document one can go back or forward to, and the step that leads away from it. */
interface Stop {
  readonly book: RateBook;
  readonly step: string;
  readonly name: string;
  readonly next: Stop | null;
}

/** The draft after some step as it is known here: undo leads back to `past` and, where that is empty, to what only the server knows. */
interface Point {
  readonly book: RateBook;
  readonly history: HistoryEnds;
  readonly past: Stop | null;
  readonly future: Stop | null;
}

interface Waiting {
  readonly step: DraftStep;
  /** The step that an undo or redo turns, where it is known here. */
  readonly turns: string | null;
  /** What the draft will be after it, as far as is known here. */
  readonly after: Point;
}

/** What keeps steps from being sent: no answer (`tries` in a row), or a draft that others have changed. */
export type Trouble = { tag: 'away'; tries: number; why: string | null } | { tag: 'stale'; revision: number };

/**
 * The steps a page made and the server has not acknowledged yet, in their order, on the draft as it was acknowledged last.
 * A value: every function here gives a new one.
 */
export interface DraftQueue {
  readonly acknowledged: Point;
  readonly revision: number;
  readonly waiting: readonly Waiting[];
  /** The try that is under way: its number, and how many of the steps it carries; an answer to any other try counts for nothing. */
  readonly flight: { readonly attempt: number; readonly steps: number } | null;
  readonly attempts: number;
  readonly trouble: Trouble | null;
}

/** What the server says to the steps of one try. */
export interface TryAnswer {
  readonly steps: readonly StepDone[];
  /** The revision the server's draft is at. */
  readonly present: number;
  /** The step that was not taken; those after it were not looked at. */
  readonly refused?: { readonly id: string; readonly code: string; readonly detail: string } | undefined;
}

/** What was dropped, for the owner. */
export interface Dropped {
  readonly step: DraftStep;
  readonly detail: string;
}

export interface QueueChange {
  readonly queue: DraftQueue;
  readonly dropped: readonly Dropped[];
}

interface DraftState {
  readonly revision: number;
  readonly book: RateBook;
  readonly history: HistoryEnds;
}

const pointOf = ({ book, history }: Pick<DraftState, 'book' | 'history'>): Point => ({ book, history, past: null, future: null });

export const queueOf = (state: DraftState): DraftQueue => ({
  acknowledged: pointOf(state),
  revision: state.revision,
  waiting: [],
  flight: null,
  attempts: 0,
  trouble: null,
});

const last = (queue: DraftQueue): Point => queue.waiting.at(-1)?.after ?? queue.acknowledged;

/** The draft with everything done here, acknowledged or not. */
export const shownBook = (queue: DraftQueue): RateBook => last(queue).book;

export const shownHistory = (queue: DraftQueue): HistoryEnds => last(queue).history;

export type Checked = { readonly book: RateBook } | { readonly message: string; readonly path: string };

/** What a command makes of a book, or why it does not fit. */
export function checkCommand(book: RateBook, command: Command): Checked {
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

function afterCommand({ book, past }: Point, id: string, command: Command, next: RateBook): Point {
  return {
    book: next,
    history: { undo: command.name, redo: null },
    past: { book, step: id, name: command.name, next: past },
    future: null,
  };
}

/** Back to the stop before, or forward to the one after; where it is not known here, the draft stays as it is until the server says. */
function turned(from: Point, way: 'undo' | 'redo'): { turns: string | null; after: Point } {
  const stop = way === 'undo' ? from.past : from.future;
  if (stop === null) {
    // What was turned can be turned back; whether there is more behind it only the server knows.
    const name = from.history[way];
    const history = way === 'undo' ? { undo: from.history.undo, redo: name } : { undo: name, redo: from.history.redo };
    return { turns: null, after: { book: from.book, history, past: null, future: null } };
  }
  const back: Stop = { book: from.book, step: stop.step, name: stop.name, next: way === 'undo' ? from.future : from.past };
  const [past, future] = way === 'undo' ? [stop.next, back] : [back, stop.next];
  // Beyond what is known here nobody can say yet whether there is more: the present ends stand until the server has answered.
  const history = { undo: past?.name ?? from.history.undo, redo: future?.name ?? (way === 'redo' ? null : from.history.redo) };
  return { turns: stop.step, after: { book: stop.book, history, past, future } };
}

/** Puts a command behind the others. The same queue where it would change nothing. */
export function withCommand(queue: DraftQueue, id: string, command: Command): { queue: DraftQueue } | { message: string; path: string } {
  const from = last(queue);
  const checked = checkCommand(from.book, command);
  if (!('book' in checked)) return checked;
  if (checked.book === from.book) return { queue };
  const after = afterCommand(from, id, command, checked.book);
  return { queue: { ...queue, waiting: [...queue.waiting, { step: { id, kind: 'command', command }, turns: null, after }] } };
}

/** Puts an undo or redo behind the others; the same queue where there is nothing to turn. */
export function withTurn(queue: DraftQueue, id: string, kind: 'undo' | 'redo'): DraftQueue {
  const from = last(queue);
  if (from.history[kind] === null) return queue;
  return { ...queue, waiting: [...queue.waiting, { step: { id, kind }, ...turned(from, kind) }] };
}

/**
 * The steps put once more on `from`. What no longer fits is dropped and told, and so is an undo or redo of what was dropped.
 * @param reach whether undo and redo may reach what was done before these steps
 */
function placedOn(
  from: Point,
  steps: readonly Waiting[],
  gone: ReadonlySet<string>,
  reach: boolean,
): { waiting: Waiting[]; dropped: Dropped[] } {
  const waiting: Waiting[] = [];
  const dropped: Dropped[] = [];
  const missing = new Set(gone);
  let point = from;
  for (const { step, turns } of steps) {
    if (step.kind === 'command') {
      const checked = checkCommand(point.book, step.command);
      if (!('book' in checked)) {
        missing.add(step.id);
        dropped.push({ step, detail: checked.message });
        continue;
      }
      point = afterCommand(point, step.id, step.command, checked.book);
    } else {
      const turn = turned(point, step.kind);
      const lost = turns !== null && (missing.has(turns) || (turn.turns !== null && turn.turns !== turns));
      // Nothing was asked of what the owner never saw: with its command gone, an undo goes quietly.
      if (lost || (turn.turns === null && !reach)) continue;
      waiting.push({ step, turns: turn.turns ?? turns, after: turn.after });
      point = turn.after;
      continue;
    }
    waiting.push({ step, turns, after: point });
  }
  return { waiting, dropped };
}

/** What may be sent now, at most `most` steps; null while a try is under way, others changed the draft, or nothing waits. */
export function nextTry(
  queue: DraftQueue,
  most: number,
): { queue: DraftQueue; attempt: number; revision: number; steps: DraftStep[] } | null {
  if (queue.flight !== null || queue.waiting.length === 0 || queue.trouble?.tag === 'stale') return null;
  const steps = queue.waiting.slice(0, most).map(({ step }) => step);
  const attempt = queue.attempts + 1;
  return { queue: { ...queue, attempts: attempt, flight: { attempt, steps: steps.length } }, attempt, revision: queue.revision, steps };
}

/** One step acknowledged: the patch is taken, and where it says what was expected here, everything keeps its identity. */
function acknowledge(queue: DraftQueue, done: StepDone): QueueChange {
  const [first, ...rest] = queue.waiting;
  if (first?.step.id !== done.id) return { queue, dropped: [] };
  const book = applyPatch(queue.acknowledged.book, done.patch);
  if (sameDocument(book, first.after.book)) {
    const acknowledged = { ...first.after, history: done.history };
    return { queue: { ...queue, acknowledged, revision: done.revision, waiting: rest }, dropped: [] };
  }
  const acknowledged = pointOf({ book, history: done.history });
  const { waiting, dropped } = placedOn(acknowledged, rest, new Set(), true);
  return { queue: { ...queue, acknowledged, revision: done.revision, waiting }, dropped };
}

function refuse(queue: DraftQueue, { id, code, detail }: NonNullable<TryAnswer['refused']>, present: number): QueueChange {
  if (code === 'stale-revision' || code === 'shop-replaced')
    return { queue: { ...queue, trouble: { tag: 'stale', revision: present } }, dropped: [] };
  const [first, ...rest] = queue.waiting;
  if (first?.step.id !== id) return { queue, dropped: [] };
  const { waiting, dropped } = placedOn(queue.acknowledged, rest, new Set([id]), true);
  // That there is nothing left to undo or redo is no news: the buttons say so.
  const told = code === 'nothing-to-undo' || code === 'nothing-to-redo' ? [] : [{ step: first.step, detail }];
  return { queue: { ...queue, waiting }, dropped: [...told, ...dropped] };
}

/** The server's answer to a try; one that comes late, twice or out of turn changes nothing. */
export function answered(queue: DraftQueue, attempt: number, answer: TryAnswer): QueueChange {
  if (queue.flight?.attempt !== attempt) return { queue, dropped: [] };
  let now: DraftQueue = { ...queue, flight: null, trouble: null };
  const dropped: Dropped[] = [];
  for (const done of answer.steps) {
    const change = acknowledge(now, done);
    now = change.queue;
    dropped.push(...change.dropped);
  }
  if (answer.refused) {
    const change = refuse(now, answer.refused, answer.present);
    now = change.queue;
    dropped.push(...change.dropped);
  }
  return { queue: noticed(now, answer.present), dropped };
}

/** No answer to a try: whether its steps were taken is not known, and they are sent again under their ids. */
export function unanswered(queue: DraftQueue, attempt: number, why: string | null): DraftQueue {
  if (queue.flight?.attempt !== attempt) return queue;
  const tries = queue.trouble?.tag === 'away' ? queue.trouble.tries + 1 : 1;
  return { ...queue, flight: null, trouble: { tag: 'away', tries, why } };
}

/** Told that the server's draft is at `revision`; while steps are on their way, their answer will say so. */
export function noticed(queue: DraftQueue, revision: number): DraftQueue {
  if (revision <= queue.revision || queue.flight !== null || queue.waiting.length > 0) return queue;
  return { ...queue, trouble: { tag: 'stale', revision } };
}

/**
 * Takes a newer draft in place of the one everything here was done on.
 * @param mine whether the steps waiting here are done again on it; an undo or redo of what is not among them is not
 */
export function withNewer(queue: DraftQueue, state: DraftState, mine: 'again' | 'drop'): QueueChange {
  const fresh = { ...queueOf(state), attempts: queue.attempts };
  if (mine === 'drop') return { queue: fresh, dropped: [] };
  const { waiting, dropped } = placedOn(fresh.acknowledged, queue.waiting, new Set(), false);
  return { queue: { ...fresh, waiting }, dropped };
}

/**
 * A page opened anew on the draft as it is, with steps it had not got rid of before and that the server has not taken: they
 * stand on what may be another's draft by now, and wait for the owner's word.
 */
export function restored(state: DraftState, steps: readonly DraftStep[]): QueueChange {
  const fresh = queueOf(state);
  const { waiting, dropped } = placedOn(
    fresh.acknowledged,
    steps.map((step) => ({ step, turns: null, after: fresh.acknowledged })),
    new Set(),
    false,
  );
  const trouble: Trouble | null = waiting.length === 0 ? null : { tag: 'stale', revision: state.revision };
  return { queue: { ...fresh, waiting, trouble }, dropped };
}
