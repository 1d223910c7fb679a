import { z } from 'zod';
import { Locale } from './locale.ts';

const text = (least: string) => z.string().trim().min(1, least).max(20_000, 'At most 20,000 characters');

/** A text of the shop's in another language, by the text itself: what is written anew has to be translated anew. */
export const Translation = z.strictObject({ of: text('Name the text'), is: text('Write the text') });
export type Translation = z.infer<typeof Translation>;

/** A language buyers read besides the shop's own, and what the shop's texts are in it. */
export const BuyersLanguage = z.strictObject({
  locale: Locale,
  texts: z
    .array(Translation)
    .max(5000, 'At most 5,000 texts')
    .refine((texts) => new Set(texts.map(({ of }) => of)).size === texts.length, 'Each text is translated once'),
});
export type BuyersLanguage = z.infer<typeof BuyersLanguage>;
