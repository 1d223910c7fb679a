import type { RateBook } from '../rate-book/rateBook.ts';
import { CommandProblem } from './commandProblem.ts';
import { applyCommand, type Command } from './commands.ts';
import { changedLeaves, type Leaves, meeting, withLeaves } from './leaves.ts';

/** What becomes of a command that meets something changed meanwhile: it is made all the same, or left out. */
export type Decision = 'made' | 'leftOut';

/** A command that cannot simply be made on the later book. */
export interface Conflict {
  /** Its place among the commands. */
  readonly at: number;
  readonly command: Command;
  /** The later book as it is by then. */
  readonly on: RateBook;
  /** What the command would make of it; null where it does not fit any more. */
  readonly made: RateBook | null;
  /** Why it does not fit. */
  readonly refusal?: string;
  /** The later book without what it changed in that place. */
  readonly without: RateBook;
  /** What was decided; undecided it stops everything after it. */
  readonly decision?: Decision;
}

export interface BroughtForward {
  readonly book: RateBook;
  /** The commands that lead to it from the later book. */
  readonly commands: readonly Command[];
  /** Those that changed nothing any more, for the later book says the same. */
  readonly same: number;
  readonly conflicts: readonly Conflict[];
  /** Whether every command was looked at. */
  readonly complete: boolean;
}

function tried(book: RateBook, command: Command): RateBook | CommandProblem {
  try {
    return applyCommand(book, command);
  } catch (error) {
    if (error instanceof CommandProblem) return error;
    throw error;
  }
}

/** A command tried on the later book: it changes nothing, goes through, or meets something. */
type Met =
  | { readonly kind: 'same' }
  | { readonly kind: 'free'; readonly book: RateBook }
  | { readonly kind: 'conflict'; readonly leaves: Leaves; readonly of: Omit<Conflict, 'at' | 'command' | 'decision'> };

function meet(book: RateBook, command: Command, base: RateBook, theirs: Leaves): Met {
  const next = tried(book, command);
  if (next instanceof CommandProblem)
    return { kind: 'conflict', leaves: new Set(), of: { on: book, made: null, refusal: next.message, without: book } };
  if (next === book) return { kind: 'same' };
  const leaves = meeting(theirs, changedLeaves(book, next));
  if (leaves.size === 0) return { kind: 'free', book: next };
  return { kind: 'conflict', leaves, of: { on: book, made: next, without: withLeaves(book, base, leaves) } };
}

/** The book after a command that was not passed over; null where it is left out. */
function outcomeOf(met: Exclude<Met, { kind: 'same' }>, decision: Decision | undefined): RateBook | null {
  if (met.kind === 'free') return met.book;
  return decision === 'made' ? met.of.made : null;
}

/**
 * Makes the commands that led from one book to a draft on a later book instead, one by one. A command that would change again
 * what the later book changed is a conflict, and so is one that does not fit it; each is asked about before what comes after it
 * is looked at.
 * @param decisions by the place of the command
 */
export function bringForward(
  base: RateBook,
  onto: RateBook,
  commands: readonly Command[],
  decisions: ReadonlyMap<number, Decision>,
): BroughtForward {
  let book = onto;
  let theirs = changedLeaves(base, onto);
  const made: Command[] = [];
  const conflicts: Conflict[] = [];
  let same = 0;
  for (const [at, command] of commands.entries()) {
    const met = meet(book, command, base, theirs);
    if (met.kind === 'same') {
      same += 1;
      continue;
    }
    const decision = decisions.get(at);
    if (met.kind === 'conflict') {
      conflicts.push({ at, command, ...met.of, ...(decision && { decision }) });
      if (decision === undefined) return { book, commands: made, same, conflicts, complete: false };
      // What is made all the same is the draft's from now on.
      if (decision === 'made') theirs = new Set([...theirs].filter((leaf) => !met.leaves.has(leaf)));
    }
    const next = outcomeOf(met, decision);
    if (next === null) continue;
    book = next;
    made.push(command);
  }
  return { book, commands: made, same, conflicts, complete: true };
}

/**
 * What a book made from `base` would take back of a later book: the later book as it would be without it.
 * @returns the later book itself where nothing would be taken back
 */
export function takenBack(base: RateBook, made: RateBook, later: RateBook): RateBook {
  const own = changedLeaves(base, made);
  const touched = meeting(changedLeaves(base, later), changedLeaves(later, made));
  const meant = meeting(touched, own);
  const lost = new Set([...touched].filter((leaf) => !meant.has(leaf)));
  return lost.size === 0 ? later : withLeaves(later, made, lost);
}
