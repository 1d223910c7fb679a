import { z } from 'zod';

/** What is printed at the desk: a slip for each order, goods to fetch for many, what waits at counters, the stops of a round. */
export const PrintedKind = z.enum(['slip', 'pickList', 'pickupList', 'roundSheet', 'customs']);
export type PrintedKind = z.infer<typeof PrintedKind>;
/** E-mails are written by templates, too: the first heading of one is its subject. */
export const LetterKind = z.enum(['mailPacked', 'mailUnderWay', 'mailReady', 'mailLate', 'mailPacker', 'mailPackerDay']);
export type LetterKind = z.infer<typeof LetterKind>;
export const PaperKind = z.enum([...PrintedKind.options, ...LetterKind.options]);
export type PaperKind = z.infer<typeof PaperKind>;

/** PNG or JPEG, about 200 kB at most. */
export const Logo = z
  .string()
  .max(300_000, 'This picture is larger than 200 kB')
  .regex(/^data:image\/(?:png|jpeg);base64,[A-Za-z0-9+/]+={0,2}$/, 'A picture is a PNG or JPEG');

/** What an owner chooses without touching the template. */
export const PaperChoices = z.strictObject({
  /** Prices of goods and of delivery. */
  prices: z.boolean(),
  /** The buyer's address, mail and telephone. */
  address: z.boolean(),
  /** The day it was ordered. */
  date: z.boolean(),
  /** The order's number as bars (Code 128, ISO/IEC 15417). */
  bars: z.boolean(),
  /** The shop's mark, as a picture in a data URL (RFC 2397). */
  logo: Logo.nullable().optional(),
  /** From which value of goods, in minor units, customs want the longer form CN 23 in place of CN 22; null is always the short one. */
  longForm: z.int().min(1).nullable().optional(),
  /** A few words at its end; may be empty. */
  note: z.string().trim().max(500, 'At most 500 characters'),
});
export type PaperChoices = z.infer<typeof PaperChoices>;

const Language = z.string().max(35);
/** A template in the Liquid language; null is the one that comes with the shop. */
const Source = z.string().max(20_000, 'At most 20,000 characters').nullable();

/** One kind of paper in one language. */
export const PaperTemplate = z.strictObject({ kind: PaperKind, language: Language, source: Source, choices: PaperChoices });
export type PaperTemplate = z.infer<typeof PaperTemplate>;

/** A template, and what it is when nothing of the owner's is set. */
export const PaperState = PaperTemplate.extend({ given: z.string(), languages: z.array(Language).min(1) });
export type PaperState = z.infer<typeof PaperState>;

export const PaperAsked = z.object({ language: Language.optional() });

/** A fault of a template: in which line, from 1, and what. */
export const PaperFault = z.strictObject({ line: z.int().min(1), message: z.string() });
export type PaperFault = z.infer<typeof PaperFault>;

export const SetPaper = PaperTemplate.omit({ kind: true });
export type SetPaper = z.infer<typeof SetPaper>;
/** How a template would look, with an order of the shop or a made-up one. */
export const PaperSeen = z.strictObject({ html: z.string(), faults: z.array(PaperFault) });
export type PaperSeen = z.infer<typeof PaperSeen>;

export const PrintPaper = z.strictObject({ kind: PrintedKind, of: z.array(z.int().min(1)).min(1).max(1000) });
export type PrintPaper = z.infer<typeof PrintPaper>;
