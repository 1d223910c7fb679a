import { z } from 'zod';
import { RateBook } from '../rate-book/rateBook.ts';
import { define } from './define.ts';
import { sameDocument } from './patch.ts';

export const takeOverCommand = {
  /** Puts another draft's book in place of this one, as one step. */
  takeOver: define(z.strictObject({ book: RateBook }), (book, { book: other }) => (sameDocument(book, other) ? book : other)),
};
