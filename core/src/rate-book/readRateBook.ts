import { z } from 'zod';
import { RATE_BOOK_FORMAT, RateBook } from './rateBook.ts';

/**
 * Reads a rate book document. The one door for stored and typed-in books, so later formats bring older ones forward here.
 * @throws ZodError naming every faulty field
 */
export function readRateBook(document: unknown): RateBook {
  const format = typeof document === 'object' && document !== null && 'format' in document ? document.format : RATE_BOOK_FORMAT;
  if (format !== RATE_BOOK_FORMAT) {
    const message = `This rate book has format ${JSON.stringify(format)}; only format ${RATE_BOOK_FORMAT} can be read`;
    throw new z.ZodError([{ code: 'custom', message, path: ['format'], input: format }]);
  }
  return RateBook.parse(document);
}
