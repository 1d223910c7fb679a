import { z } from 'zod';

/** What somebody may do: everything; drafts; orders alone; look. */
export const Role = z.enum(['owner', 'keeper', 'packer', 'reader']);
export type Role = z.infer<typeof Role>;

/** What a route asks of who asks: nothing, to be signed in, to look, to pack orders, to edit drafts, to publish, or to be an owner. */
export type Right = 'anybody' | 'signedIn' | 'read' | 'pack' | 'edit' | 'publish' | 'own';

const RIGHTS: Readonly<Record<Role, readonly Right[]>> = {
  owner: ['anybody', 'signedIn', 'read', 'pack', 'edit', 'publish', 'own'],
  keeper: ['anybody', 'signedIn', 'read', 'pack', 'edit'],
  packer: ['anybody', 'signedIn', 'pack'],
  reader: ['anybody', 'signedIn', 'read'],
};

/** Whether somebody has a right; a keeper publishes only where that was said. */
export const mayDo = ({ role, mayPublish }: { role: Role; mayPublish: boolean }, right: Right): boolean =>
  RIGHTS[role].includes(right) || (right === 'publish' && role === 'keeper' && mayPublish);

/** The name somebody signs in with, which stands beside what they do. */
export const PersonName = z
  .string()
  .trim()
  .min(2, 'A name has at least 2 characters')
  .max(60, 'A name has at most 60 characters')
  .regex(/^[^\p{C}\p{Zl}\p{Zp}]*$/u, 'A name is one line of plain letters');

/** Long enough for any sentence, short enough to be hashed at once. */
export const MOST_PASSWORD = 256;
const Password = z.string().max(MOST_PASSWORD, `A password has at most ${MOST_PASSWORD} characters`);
/** Made or changed: its strength is looked at by the server. */
export const NewPassword = Password.min(10, 'A password has at least 10 characters');
const Code = z.string().trim().max(40);

/** Who asks, as the page knows them. */
export const Myself = z.strictObject({
  name: z.string(),
  role: Role,
  mayPublish: z.boolean(),
  /** Whether a second factor is asked for, and how many of its recovery codes are left. */
  secondFactor: z.boolean(),
  recoveryCodes: z.int(),
});
export type Myself = z.infer<typeof Myself>;

/** Whether the shop has people at all, and who asks. Without people everything may be done, from this machine alone. */
export const SessionState = z.strictObject({ people: z.boolean(), who: Myself.nullable() });
export type SessionState = z.infer<typeof SessionState>;

export const SignIn = z.strictObject({
  name: z.string().trim().min(1, 'Enter your name').max(60),
  password: Password,
  code: Code.optional(),
});
export type SignIn = z.infer<typeof SignIn>;
export const FirstPerson = z.strictObject({ name: PersonName, password: NewPassword });
export type FirstPerson = z.infer<typeof FirstPerson>;
export const ChangePassword = z.strictObject({ present: Password, password: NewPassword });
export type ChangePassword = z.infer<typeof ChangePassword>;
export const ConfirmPassword = z.strictObject({ password: Password });
export const ConfirmCode = z.strictObject({ code: Code });

/** A second factor that was begun: its key in Base32 (RFC 4648) and as an address apps read from a picture. */
export const SecondFactorBegun = z.strictObject({ key: z.string(), address: z.string() });
/** Each lets its person in once without the second factor; told this one time. */
export const RecoveryCodes = z.strictObject({ codes: z.array(z.string()) });

/** A browser somebody is signed in with. */
export const OpenSession = z.strictObject({
  id: z.string(),
  madeAt: z.iso.datetime(),
  seenAt: z.iso.datetime(),
  /** What the browser says it is, shortened. */
  browser: z.string(),
  /** The one that asks. */
  here: z.boolean(),
});
export type OpenSession = z.infer<typeof OpenSession>;
export const OpenSessions = z.strictObject({ sessions: z.array(OpenSession) });

const PersonFacts = { role: Role, mayPublish: z.boolean() };
export const Person = z.strictObject({
  id: z.string(),
  name: z.string(),
  ...PersonFacts,
  madeAt: z.iso.datetime(),
  /** Has not chosen a password yet. */
  invited: z.boolean(),
  secondFactor: z.boolean(),
  seenAt: z.iso.datetime().nullable(),
});
export type Person = z.infer<typeof Person>;
export const PersonList = z.strictObject({ people: z.array(Person) });
export const InvitePerson = z.strictObject({ name: PersonName, ...PersonFacts });
export type InvitePerson = z.infer<typeof InvitePerson>;
export const EditPerson = z.strictObject(PersonFacts).partial();
export type EditPerson = z.infer<typeof EditPerson>;

/** A one-time address, told this one time, from the server's address on; it ends at `until`. */
export const OneTimeLink = z.strictObject({ path: z.string(), until: z.iso.datetime() });
export type OneTimeLink = z.infer<typeof OneTimeLink>;
export const PersonInvited = z.strictObject({ person: Person, link: OneTimeLink });

const LinkToken = z.string().max(100);
export const LookAtLink = z.strictObject({ token: LinkToken });
/** What a one-time address is for: a first password, or another one. */
export const LinkSeen = z.strictObject({ name: z.string(), kind: z.enum(['invitation', 'reset']) });
export type LinkSeen = z.infer<typeof LinkSeen>;
export const UseLink = z.strictObject({ token: LinkToken, password: NewPassword });

/** What the audit list tells of. */
export const AuditKind = z.enum([
  'signedIn',
  'signInRefused',
  'signedOut',
  'signedOutEverywhere',
  'passwordChanged',
  'passwordReset',
  'secondFactorOn',
  'secondFactorOff',
  'recoveryCodeUsed',
  'personInvited',
  'personJoined',
  'personChanged',
  'personEnded',
  'linkMade',
  'keyMade',
  'keyChanged',
  'keyEnded',
  'goodsChanged',
  'trialsChanged',
  'draftMade',
  'draftThrownAway',
  'draftBroughtBack',
  'published',
  'planned',
  'planMoved',
  'planCalledOff',
  'wentBack',
  'calendarMade',
  'calendarEnded',
  'buyersForgotten',
  'mailSet',
  'windowEnded',
  'backedUp',
  'exported',
  'restored',
  'carrierOpened',
  'carrierChanged',
  'carrierRemoved',
]);
export type AuditKind = z.infer<typeof AuditKind>;

/** One entry: who did what to whom or what. */
export const AuditEntry = z.strictObject({ seq: z.int(), at: z.iso.datetime(), who: z.string(), what: AuditKind, of: z.string() });
export type AuditEntry = z.infer<typeof AuditEntry>;
/** Newest first; `more` says that older ones follow. */
export const AuditList = z.strictObject({ entries: z.array(AuditEntry), more: z.boolean() });
export type AuditList = z.infer<typeof AuditList>;
export const MOST_AUDIT = 500;
/** Entries before one, of some kinds, with a text in who or what it was about. */
export const AuditQuery = z.strictObject({
  before: z.coerce.number<string>().int().min(1).optional(),
  text: z.string().trim().max(100).optional(),
  kinds: z
    .string()
    .max(1000)
    .transform((text) => text.split(',').filter(Boolean))
    .pipe(z.array(AuditKind))
    .optional(),
});
