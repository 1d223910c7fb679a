import { z } from 'zod';
import { migrate, type Reading } from './migrate.ts';
import { RATE_BOOK_FORMAT, RateBook } from './rateBook.ts';

/**
 * Reads a rate book document of this or an earlier format. The one door for stored and typed-in books.
 * @param reading what an older document is: a draft takes new rulings over, a frozen edition answers as it always did
 * @throws ZodError naming every faulty field
 */
export function readRateBook(document: unknown, reading: Reading = 'draft'): RateBook {
  const current = migrate(document, reading);
  const format = typeof current === 'object' && current !== null && 'format' in current ? current.format : RATE_BOOK_FORMAT;
  if (format !== RATE_BOOK_FORMAT) {
    const message = `This rate book has format ${JSON.stringify(format)}; formats 1 to ${RATE_BOOK_FORMAT} can be read`;
    throw new z.ZodError([{ code: 'custom', message, path: ['format'], input: format }]);
  }
  return RateBook.parse(current);
}
