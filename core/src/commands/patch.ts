import jsonPatch from 'fast-json-patch';
import type { RateBook } from '../rate-book/rateBook.ts';
import { applyCommand, type Command } from './commands.ts';

/** One operation of a JSON Patch (RFC 6902). */
export type PatchOperation = ReturnType<typeof jsonPatch.compare>[number];

export interface CommandOutcome {
  readonly book: RateBook;
  readonly patch: readonly PatchOperation[];
  /** Leads from the new document back to the old one. */
  readonly inverse: readonly PatchOperation[];
}

/** Runs a command and says what it changed, both ways. */
export function runCommand(before: RateBook, command: Command): CommandOutcome {
  const book = applyCommand(before, command);
  return { book, patch: jsonPatch.compare(before, book), inverse: jsonPatch.compare(book, before) };
}

/**
 * The document after a patch; the one given is not changed.
 * @throws when an operation does not fit the document, or reaches for a prototype
 */
export function applyPatch<T>(document: T, patch: readonly PatchOperation[]): T {
  const copy = jsonPatch.deepClone(document) as T;
  return jsonPatch.applyPatch(copy, jsonPatch.deepClone(patch) as PatchOperation[], true, true, true).newDocument;
}
