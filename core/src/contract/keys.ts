import { z } from 'zod';
import { Name } from '../names/naming.ts';

/** What a server key may be used for. */
export const Scope = z.enum(['quotes', 'orders', 'goods', 'loads', 'mail']);
export type KeyScope = z.infer<typeof Scope>;

/** Where a page is from: scheme, host and port as browsers send them (RFC 6454, section 6.2). */
export const PageOrigin = z
  .string()
  .trim()
  .max(200)
  .refine(
    (text) => URL.canParse(text) && /^https?:$/.test(new URL(text).protocol) && new URL(text).origin === text,
    'Write an address such as https://www.example.org, without anything after it',
  );

const Origins = z.array(PageOrigin).min(1, 'Write where your checkout is').max(20, 'At most 20 addresses');
const Scopes = z.array(Scope).min(1, 'Choose what it is for');

/** A key for the shop's own server, or for pages in buyers' browsers. */
export const MakeKey = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('server'), name: Name, scopes: Scopes }),
  z.strictObject({ kind: z.literal('page'), name: Name, origins: Origins }),
]);
export type MakeKey = z.infer<typeof MakeKey>;

export const EditKey = z.strictObject({ name: Name.optional(), scopes: Scopes.optional(), origins: Origins.optional() });
export type EditKey = z.infer<typeof EditKey>;

export const CheckoutKey = z.strictObject({
  id: z.string(),
  kind: z.enum(['server', 'page']),
  name: z.string(),
  scopes: z.array(Scope),
  origins: z.array(z.string()),
  /** Of a server key how it begins, of a page key all of it: that one is no secret. */
  shown: z.string(),
  madeAt: z.iso.datetime(),
  madeBy: z.string(),
  usedAt: z.iso.datetime().nullable(),
});
export type CheckoutKey = z.infer<typeof CheckoutKey>;
/** The keys, and where checkouts ask: null where that is the page's own server. */
export const KeyList = z.strictObject({ keys: z.array(CheckoutKey), address: z.string().nullable() });
/** A key just made; what it is, told this one time. */
export const KeyMade = z.strictObject({ key: CheckoutKey, secret: z.string() });
