import type { AuditKind, Role } from '@ostrakon/core/contract';
import { EntitySchema } from 'typeorm';

/** Who may come in, as rows: a file of its own, which stays when another shop takes the place of this one. */

export interface PersonRow {
  id: string;
  name: string;
  /** The name as it is compared: two people are never told apart by case alone. */
  folded: string;
  role: Role;
  mayPublish: boolean;
  madeAt: string;
  endedAt: string | null;
  /** The password's hash (PHC string); null before the first. */
  password: string | null;
  /** The key of the second factor, locked; null where there is none. */
  lockedFactor: string | null;
  /** The latest time step whose code was taken: none is taken twice. */
  factorStep: number;
  /** Hashes of the recovery codes that are left. */
  recovery: string;
  seenAt: string | null;
}

export interface SessionRow {
  /** Of the token the browser holds. */
  hash: string;
  person: string;
  madeAt: string;
  seenAt: string;
  browser: string;
}

export interface LinkRow {
  hash: string;
  person: string;
  kind: 'invitation' | 'reset';
  until: string;
}

export interface KeyRow {
  id: string;
  kind: 'server' | 'page';
  name: string;
  scopes: string;
  origins: string;
  /** Of a server key its hash, of a page key all of it. */
  secret: string;
  shown: string;
  madeAt: string;
  madeBy: string;
  usedAt: string | null;
}

export interface AuditRow {
  seq: number;
  at: string;
  who: string;
  what: AuditKind;
  of: string;
  /** What is searched: who and of, folded. */
  folded: string;
}

export const PersonEntity = new EntitySchema<PersonRow>({
  name: 'Person',
  tableName: 'person',
  columns: {
    id: { type: 'varchar', primary: true },
    name: { type: 'varchar' },
    folded: { type: 'varchar' },
    role: { type: 'varchar' },
    mayPublish: { type: 'boolean', name: 'may_publish' },
    madeAt: { type: 'varchar', name: 'made_at' },
    endedAt: { type: 'varchar', name: 'ended_at', nullable: true },
    password: { type: 'varchar', nullable: true },
    lockedFactor: { type: 'text', name: 'locked_factor', nullable: true },
    factorStep: { type: 'integer', name: 'factor_step' },
    recovery: { type: 'text' },
    seenAt: { type: 'varchar', name: 'seen_at', nullable: true },
  },
});

export const SessionEntity = new EntitySchema<SessionRow>({
  name: 'Session',
  tableName: 'session',
  columns: {
    hash: { type: 'varchar', primary: true },
    person: { type: 'varchar' },
    madeAt: { type: 'varchar', name: 'made_at' },
    seenAt: { type: 'varchar', name: 'seen_at' },
    browser: { type: 'varchar' },
  },
});

export const LinkEntity = new EntitySchema<LinkRow>({
  name: 'Link',
  tableName: 'link',
  columns: {
    hash: { type: 'varchar', primary: true },
    person: { type: 'varchar' },
    kind: { type: 'varchar' },
    until: { type: 'varchar' },
  },
});

export const KeyEntity = new EntitySchema<KeyRow>({
  name: 'CheckoutKey',
  tableName: 'checkout_key',
  columns: {
    id: { type: 'varchar', primary: true },
    kind: { type: 'varchar' },
    name: { type: 'varchar' },
    scopes: { type: 'text' },
    origins: { type: 'text' },
    secret: { type: 'varchar' },
    shown: { type: 'varchar' },
    madeAt: { type: 'varchar', name: 'made_at' },
    madeBy: { type: 'varchar', name: 'made_by' },
    usedAt: { type: 'varchar', name: 'used_at', nullable: true },
  },
});

export const AuditEntity = new EntitySchema<AuditRow>({
  name: 'Audit',
  tableName: 'audit',
  columns: {
    seq: { type: 'integer', primary: true, generated: 'increment' },
    at: { type: 'varchar' },
    who: { type: 'varchar' },
    what: { type: 'varchar' },
    of: { type: 'text' },
    folded: { type: 'text' },
  },
});

export const accessEntities = [AuditEntity, KeyEntity, LinkEntity, PersonEntity, SessionEntity];
