import { Meant } from '../rate-book/meant.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { define } from './define.ts';

/** The book with notes on findings; without the field where there is none. */
function withMeant({ meant: _old, ...book }: RateBook, meant: readonly Meant[]): RateBook {
  return meant.length === 0 ? book : { ...book, meant: [...meant] };
}

const others = ({ meant = [] }: RateBook, finding: string) => meant.filter((one) => one.finding !== finding);

export const meantCommands = {
  /** Keeps a finding quiet until its facts change. */
  meanSo: define(Meant, (book, args) => withMeant(book, [...others(book, args.finding), args])),
  /** Lets it speak again. */
  unmeanSo: define(Meant.pick({ finding: true }), (book, { finding }) => withMeant(book, others(book, finding))),
};
