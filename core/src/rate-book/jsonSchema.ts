import { z } from 'zod';
import { QuoteRequest } from '../quote/request.ts';
import { RateBook } from './rateBook.ts';

/** JSON Schema (2020-12) of what the quote takes: the rate book and the request, as they are written. */
export function inputSchemas(): { rateBook: z.core.JSONSchema.BaseSchema; quoteRequest: z.core.JSONSchema.BaseSchema } {
  return { rateBook: z.toJSONSchema(RateBook, { io: 'input' }), quoteRequest: z.toJSONSchema(QuoteRequest, { io: 'input' }) };
}
