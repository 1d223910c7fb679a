import { z } from 'zod';
import { QuoteRequest } from '../quote/request.ts';
import { RateBook } from '../rate-book/rateBook.ts';
import { ShopFile } from './shopFile.ts';

type Schema = z.core.JSONSchema.BaseSchema;

/** JSON Schema (2020-12) of what is read from files: the rate book, the request of a quote, and a whole shop, as they are written. */
export function inputSchemas(): { rateBook: Schema; quoteRequest: Schema; shop: Schema } {
  const schema = (of: z.ZodType) => z.toJSONSchema(of, { io: 'input' });
  return { rateBook: schema(RateBook), quoteRequest: schema(QuoteRequest), shop: schema(ShopFile) };
}
