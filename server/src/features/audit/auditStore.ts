import { type AuditEntry, type AuditKind, type AuditList, type AuditQuery, MOST_AUDIT } from '@ostrakon/core/contract';
import { In, LessThan, Raw } from 'typeorm';
import type { z } from 'zod';
import { AuditEntity, type AuditRow } from '../../persistence/access/accessEntities.ts';
import type { Database } from '../../persistence/database.ts';
import { folded } from '../../persistence/folded.ts';

/** Longest text of what an entry is about. */
const MOST_LETTERS = 300;

/** What must be known later: who published, changed keys and people, restored, exported. Nothing is ever taken out of it. */
export class AuditStore {
  readonly #database: Database;
  readonly #now: () => string;

  constructor(database: Database, now: () => string) {
    this.#database = database;
    this.#now = now;
  }

  async record(who: string, what: AuditKind, of: string): Promise<void> {
    const about = of.slice(0, MOST_LETTERS);
    const row = { at: this.#now(), who, what, of: about, folded: folded(`${who}\n${about}`) };
    await this.#database.write(({ manager }) => manager.insert(AuditEntity, row));
  }

  /** Newest first, at most `MOST_AUDIT` at once. */
  async list({ before, text, kinds }: z.output<typeof AuditQuery>): Promise<AuditList> {
    const rows = await this.#database.read.find(AuditEntity, {
      where: {
        ...(before !== undefined && { seq: LessThan(before) }),
        ...(kinds && { what: In(kinds) }),
        // Compared as a text, not as a pattern.
        ...(text && { folded: Raw((column) => `instr(${column}, :text) > 0`, { text: folded(text) }) }),
      },
      order: { seq: 'DESC' },
      take: MOST_AUDIT + 1,
    });
    return { entries: rows.slice(0, MOST_AUDIT).map(entryOf), more: rows.length > MOST_AUDIT };
  }
}

const entryOf = ({ seq, at, who, what, of }: AuditRow): AuditEntry => ({ seq, at, who, what, of });
