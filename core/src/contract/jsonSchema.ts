import { z } from 'zod';
import { QuoteRequest } from '../quote/request.ts';
import { RATE_BOOK_FORMAT, RateBook } from '../rate-book/rateBook.ts';
import { ShopFile } from './shopFile.ts';

type Schema = z.core.JSONSchema.BaseSchema;

/** A schema with a name of its own, parts that are used in several places under `$defs`. */
function named(of: z.ZodType, name: string, description: string): Schema {
  const { $schema, ...schema } = z.toJSONSchema(of, { io: 'input', reused: 'ref' });
  return { ...($schema !== undefined && { $schema }), $id: `urn:ostrakon:schema:${name}`, title: name, description, ...schema };
}

/** JSON Schema (2020-12) of what is read from files: the rate book, the request of a quote, and a whole shop, as they are written. */
export function inputSchemas(): { rateBook: Schema; quoteRequest: Schema; shop: Schema } {
  return {
    rateBook: named(RateBook, `rate-book-${RATE_BOOK_FORMAT}`, 'Everything that decides what buyers are offered.'),
    quoteRequest: named(QuoteRequest, 'quote-request', 'One cart, where it goes, and who buys when.'),
    shop: named(ShopFile, 'shop', 'A whole shop in one document.'),
  };
}
