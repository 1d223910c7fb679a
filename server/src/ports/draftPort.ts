import type { Command, RateBook } from '@ostrakon/core';
import type { Write } from '../persistence/database.ts';

/** The draft as other features need it: to be read, and to be changed by what is not the owner's own step. */
export interface DraftPort {
  readonly current: { readonly book: RateBook };
  /** Inside a transaction: runs what `make` makes of the draft; rejects, so that nothing of the transaction stays, when it does not fit. */
  runWithin(write: Write, make: (book: RateBook) => readonly Command[]): Promise<void>;
}
