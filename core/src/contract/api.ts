import { z } from 'zod';
import { Command } from '../commands/commands.ts';
import { Id, Name, RateBook } from '../rate-book/rateBook.ts';
import { CartInput } from './cartInput.ts';
import { Product } from './product.ts';

const Revision = z.int().min(0);

/** An edition without its document. */
export const EditionSummary = z.strictObject({
  number: z.int().min(1),
  note: z.string(),
  /** SHA-256 of the document's canonical JSON, in hexadecimal. */
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  publishedAt: z.iso.datetime(),
});
export type EditionSummary = z.infer<typeof EditionSummary>;

/** The commands that undo and redo would touch next; null when there is none. */
export const HistoryEnds = z.strictObject({ undo: z.string().nullable(), redo: z.string().nullable() });
export type HistoryEnds = z.infer<typeof HistoryEnds>;

export const DraftState = z.strictObject({ revision: Revision, book: RateBook, history: HistoryEnds });
export type DraftState = z.infer<typeof DraftState>;

/** A change names the revision it saw. */
export const ChangeRequest = z.strictObject({ revision: Revision, command: Command });
export const ChangeAnswer = z.strictObject({ revision: Revision, history: HistoryEnds });
export type ChangeAnswer = z.infer<typeof ChangeAnswer>;

/** Undo and redo name the revision they saw, too. */
export const StepRequest = z.strictObject({ revision: Revision });

export const PublishRequest = z.strictObject({
  revision: Revision,
  note: z.string().trim().max(500, 'A note has at most 500 characters').default(''),
});

export const LiveState = z.strictObject({ edition: EditionSummary.nullable(), book: RateBook.nullable() });
export type LiveState = z.infer<typeof LiveState>;

export const EditionList = z.strictObject({ editions: z.array(EditionSummary) });
export const ProductList = z.strictObject({ products: z.array(Product) });

/** A saved cart and address. */
export const Trial = z.strictObject({ id: Id, name: Name, cart: CartInput });
export type Trial = z.infer<typeof Trial>;
export const TrialList = z.strictObject({ trials: z.array(Trial) });

/** Problem details of RFC 9457, with the code and the fields at fault. */
export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  code: z.string(),
  detail: z.string(),
  /** Fields at fault: `pointer` is a JSON Pointer (RFC 6901) into the request body. */
  errors: z.array(z.object({ pointer: z.string(), detail: z.string() })).optional(),
  /** The present revision, where the request named an older one. */
  revision: Revision.optional(),
});
export type Problem = z.infer<typeof Problem>;
