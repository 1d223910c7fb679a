import { z } from 'zod';

/** What a file holds, told before it takes the place of what is there. */
export const FileContents = z.strictObject({
  /** A copy of everything, or the open document of the whole shop. */
  kind: z.enum(['backup', 'shop']),
  name: z.string(),
  revision: z.int().min(0),
  editions: z.int().min(0),
  products: z.int().min(0),
  /** When the copy was made; the document does not say. */
  madeAt: z.iso.datetime().nullable(),
  /** Account keys: none in it, readable, or locked by a passphrase. */
  keys: z.enum(['none', 'open', 'locked']),
});
export type FileContents = z.infer<typeof FileContents>;

/** A file that was sent and waits to be taken or called off. */
export const SentFile = FileContents.extend({ id: z.string() });
export type SentFile = z.infer<typeof SentFile>;

/** What was there before another shop took its place; it can be brought back. */
export const KeptShop = z.strictObject({ id: z.string(), at: z.iso.datetime(), name: z.string() });
export type KeptShop = z.infer<typeof KeptShop>;
export const KeptShops = z.strictObject({ kept: z.array(KeptShop) });

const Passphrase = z.string().min(8, 'A passphrase has at least 8 characters').max(200, 'A passphrase has at most 200 characters');
export const BackupRequest = z.strictObject({ passphrase: Passphrase.optional() });
/** Without the passphrase the shop is taken without its account keys. */
export const TakeFile = z.strictObject({ passphrase: z.string().max(200).optional() });
