import type { RateBook } from '@ostrakon/core';

/** The editions as other features need them. */
export interface EditionsPort {
  /** Books buyers are quoted from, now or at a time that is fixed already. */
  readonly booksInUse: readonly RateBook[];
}
