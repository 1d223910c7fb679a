import { z } from 'zod';
import { Id } from '../names/naming.ts';
import { TimeOfDay } from '../time/timeOfDay.ts';

/** E-mails to buyers, as their orders go their way. */
export const BuyerMail = z.enum(['packed', 'underWay', 'ready', 'late']);
export type BuyerMail = z.infer<typeof BuyerMail>;
/** And to those who pack: one for each order, or all of a day. */
export const MailKind = z.enum([...BuyerMail.options, 'packer', 'packerDay']);
export type MailKind = z.infer<typeof MailKind>;

const Address = z.email('Write an address such as name@example.org').max(254);
const line = (most: number) => z.string().trim().max(most, `At most ${most} characters`);

/** Whoever packs for the shop, and what of it. */
export const Packer = z.strictObject({
  id: Id,
  name: line(80).min(1, 'Write who that is'),
  mail: Address,
  /** The location they pack for; null is all. */
  origin: Id.nullable(),
  /** Goods groups they pack; none named is all. */
  groups: z.array(Id).max(50),
  /** For each order as it comes, or all that wait once a day at a time by the shop's clock. */
  when: z.discriminatedUnion('every', [
    z.strictObject({ every: z.literal('order') }),
    z.strictObject({ every: z.literal('day'), at: TimeOfDay }),
  ]),
});
export type Packer = z.infer<typeof Packer>;

/** The server that sends the shop's e-mails (RFC 5321). */
export const MailServer = z.strictObject({
  host: line(253).regex(/^[a-z0-9.:[\]-]+$/i, 'Write the name of a server, such as mail.example.org'),
  port: z.int().min(1).max(65_535),
  /** How the connection is kept private: from the start (RFC 8314), once connected (RFC 3207), or not at all. */
  secure: z.enum(['tls', 'starttls', 'none']),
  /** Empty where the server asks for none. */
  user: line(200),
});
export type MailServer = z.infer<typeof MailServer>;

/** What the shop sends, to whom, and by which server; null sends nothing. */
export const MailSettings = z.strictObject({
  server: MailServer.nullable(),
  from: z.strictObject({ name: line(80), mail: Address }).nullable(),
  /** What buyers are sent. */
  buyers: z.strictObject({ packed: z.boolean(), underWay: z.boolean(), ready: z.boolean(), late: z.boolean() }),
  packers: z
    .array(Packer)
    .max(20, 'At most 20 packers')
    .refine((packers) => new Set(packers.map(({ id }) => id)).size === packers.length, 'Two packers have one id'),
});
export type MailSettings = z.infer<typeof MailSettings>;

export const NO_MAIL: MailSettings = {
  server: null,
  from: null,
  buyers: { packed: false, underWay: false, ready: false, late: false },
  packers: [],
};

/** Settings as they are set: the password is written and never read; absent leaves it as it is, empty takes it away. */
export const SetMail = MailSettings.extend({ password: z.string().max(500).optional() }).refine(
  ({ server, from }) => server === null || from !== null,
  { path: ['from'], message: 'Say who these e-mails come from' },
);
export type SetMail = z.infer<typeof SetMail>;

/** How far an e-mail is. `unsure` is one that was being sent when the server ended: it may have gone, and is not sent twice by itself. */
export const MailState = z.enum(['waiting', 'sending', 'sent', 'failed', 'bounced', 'dropped', 'unsure']);
export type MailState = z.infer<typeof MailState>;

export const SentMail = z.strictObject({
  id: z.int().min(1),
  kind: MailKind,
  /** Null before it is sent, and where who that was is forgotten. */
  to: z.string().nullable(),
  subject: z.string().nullable(),
  order: z.int().nullable(),
  state: MailState,
  tries: z.int().min(0),
  /** When it was written down, is tried next, and went. */
  at: z.iso.datetime(),
  nextAt: z.iso.datetime().nullable(),
  sentAt: z.iso.datetime().nullable(),
  /** What the server said, or why it was not sent. */
  detail: z.string().nullable(),
});
export type SentMail = z.infer<typeof SentMail>;

export const MailAsked = z.object({
  state: MailState.optional(),
  offset: z.coerce.number<string>().int().min(0).max(1_000_000).default(0),
});
export const MailList = z.strictObject({ mails: z.array(SentMail), total: z.int().min(0), counts: z.record(MailState, z.int().min(0)) });
export type MailList = z.infer<typeof MailList>;

/** A message that tells that an e-mail did not get there (RFC 3464), whole, as it arrived (RFC 5322). */
export const ReturnedMail = z.strictObject({
  message: z.string().min(1, 'This file is empty').max(200_000, 'This file is larger than 200 kB'),
});
export type ReturnedMail = z.infer<typeof ReturnedMail>;

/** What the owner is told of the shop's e-mails. */
export const MailFacts = z.strictObject({
  settings: MailSettings,
  /** Whether a password is kept. */
  hasPassword: z.boolean(),
});
export type MailFacts = z.infer<typeof MailFacts>;

/** Somebody to send an e-mail to, so as to see that it arrives. */
export const TryMail = z.strictObject({ to: Address });
export type TryMail = z.infer<typeof TryMail>;
