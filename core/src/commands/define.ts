import type { z } from 'zod';
import type { RateBook } from '../rate-book/rateBook.ts';

export interface CommandDefinition<S extends z.ZodType> {
  readonly args: S;
  /** Pure: document in, document out. Throws `CommandProblem` when the arguments do not fit the document. */
  readonly apply: (book: RateBook, args: z.output<S>) => RateBook;
}

/** Ties a command's arguments to what it does. */
export function define<S extends z.ZodType>(args: S, apply: CommandDefinition<S>['apply']): CommandDefinition<S> {
  return { args, apply };
}
