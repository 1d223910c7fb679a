import { compare } from 'fast-json-patch/module/duplex.mjs';
import type { RateBook } from '../rate-book/rateBook.ts';
import { applyCommand, type Command } from './commands.ts';
import type { PatchOperation } from './patch.ts';

export interface CommandOutcome {
  readonly book: RateBook;
  readonly patch: readonly PatchOperation[];
  /** Leads from the new document back to the old one. */
  readonly inverse: readonly PatchOperation[];
}

/** Runs a command and says what it changed, both ways. */
export function runCommand(before: RateBook, command: Command): CommandOutcome {
  const book = applyCommand(before, command);
  return { book, patch: compare(before, book), inverse: compare(book, before) };
}
