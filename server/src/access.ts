import { join } from 'node:path';
import { mayDo, type Right } from '@ostrakon/core/contract';
import type { Request } from 'express';
import { AuditStore } from './features/audit/auditStore.ts';
import { KeyStore } from './features/checkout-keys/keyStore.ts';
import { PeopleStore } from './features/people/peopleStore.ts';
import { tokenIn } from './features/people/sessionCookie.ts';
import { Tries } from './features/people/tries.ts';
import { HttpProblem } from './http/problems.ts';
import { ACCESS_FOLDER, openAccess } from './persistence/access/openAccess.ts';
import { OWNER } from './persistence/authors.ts';
import { Secrets } from './persistence/secrets.ts';
import type { Who } from './ports/who.ts';

/** Who may come in, and what for. It stays when another shop takes the place of the one in the folder. */
export class Access {
  readonly people: PeopleStore;
  readonly keys: KeyStore;
  readonly audit: AuditStore;
  readonly tries = new Tries();
  readonly close: () => Promise<void>;

  private constructor(people: PeopleStore, keys: KeyStore, audit: AuditStore, close: () => Promise<void>) {
    this.people = people;
    this.keys = keys;
    this.audit = audit;
    this.close = close;
  }

  static async open(folder: string, now: () => string): Promise<Access> {
    const database = await openAccess(folder);
    try {
      const people = await PeopleStore.open(database, Secrets.ofFolder(join(folder, ACCESS_FOLDER)), now);
      return new Access(people, await KeyStore.open(database, now), new AuditStore(database, now), () => database.close());
    } catch (error) {
      await database.close();
      throw error;
    }
  }

  /** Where a shop has no people, whoever reaches it is its owner: the server takes care that this is this machine alone. */
  #alone(): Who {
    return {
      name: OWNER,
      role: 'owner',
      mayPublish: true,
      person: null,
      session: null,
      tell: (what, of) => this.audit.record(OWNER, what, of),
    };
  }

  #known(req: Request): Who | null {
    const token = tokenIn(req);
    const session = token === undefined ? null : this.people.sessions.find(token);
    const person = session && this.people.find(session.person);
    if (!session || !person) return null;
    const { id, name, role, mayPublish } = person;
    return { name, role, mayPublish, person: id, session: session.hash, tell: (what, of) => this.audit.record(name, what, of) };
  }

  /**
   * Who asks.
   * @throws HttpProblem `not-signed-in` or `not-allowed` where the route is not theirs
   */
  admit(right: Right, req: Request): Who {
    if (!this.people.any) return this.#alone();
    const who = this.#known(req);
    if (who === null) {
      if (right === 'anybody') return NOBODY;
      throw new HttpProblem('not-signed-in', 'Sign in first, or again: your session has ended.');
    }
    if (!mayDo(who, right)) throw new HttpProblem('not-allowed', NOT_ALLOWED[right]);
    return who;
  }
}

const NOBODY: Who = { name: 'somebody', role: 'reader', mayPublish: false, person: null, session: null, tell: async () => undefined };

const NOT_ALLOWED: Readonly<Record<Right, string>> = {
  anybody: '',
  signedIn: '',
  read: 'You may see orders only. Ask an owner if you need more.',
  edit: 'You may look, not change anything. Ask an owner if you need more.',
  publish: 'You may change drafts, not publish. Ask an owner to publish, or to let you.',
  own: 'This is for owners only.',
};
