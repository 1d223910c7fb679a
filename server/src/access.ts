import { join } from 'node:path';
import { mayDo, type Right } from '@ostrakon/core/contract';
import type { Request } from 'express';
import { AuditStore } from './features/audit/auditStore.ts';
import { Looks } from './features/buyers-view/looks.ts';
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
  readonly looks: Looks;
  readonly tries = new Tries();
  readonly close: () => Promise<void>;

  private constructor(parts: Pick<Access, 'people' | 'keys' | 'audit' | 'looks' | 'close'>) {
    this.people = parts.people;
    this.keys = parts.keys;
    this.audit = parts.audit;
    this.looks = parts.looks;
    this.close = parts.close;
  }

  static async open(folder: string, now: () => string): Promise<Access> {
    const database = await openAccess(folder);
    try {
      const secrets = Secrets.ofFolder(join(folder, ACCESS_FOLDER));
      return new Access({
        people: await PeopleStore.open(database, secrets, now),
        keys: await KeyStore.open(database, now),
        audit: new AuditStore(database, now),
        looks: new Looks(secrets, now),
        close: () => database.close(),
      });
    } catch (error) {
      await database.close();
      throw error;
    }
  }

  /** Where a shop has no people, whoever reaches it is its owner: the server takes care that this is this machine alone. */
  #alone(): Asking {
    return {
      name: OWNER,
      role: 'owner',
      mayPublish: true,
      person: null,
      session: null,
      tell: (what, of) => this.audit.record(OWNER, what, of),
    };
  }

  #known(req: Request): Asking | null {
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
    const who = this.people.any ? this.#known(req) : this.#alone();
    if (who === null) {
      if (right === 'anybody') return NOBODY;
      throw new HttpProblem('not-signed-in', 'Sign in first, or again: your session has ended.');
    }
    if (who.person !== null && !mayDo(who, right)) throw new HttpProblem('not-allowed', NOT_ALLOWED[right]);
    const still = (): boolean => {
      const now = this.people.any ? this.#known(req) : this.#alone();
      return now !== null && now.session === who.session && (now.person === null || mayDo(now, right));
    };
    return { ...who, still };
  }
}

const NOBODY: Who = {
  still: () => true,
  name: 'somebody',
  role: 'reader',
  mayPublish: false,
  person: null,
  session: null,
  tell: async () => undefined,
};

/** Who asks, before it is known what for. */
type Asking = Omit<Who, 'still'>;

const NOT_ALLOWED: Readonly<Record<Right, string>> = {
  anybody: '',
  signedIn: '',
  read: 'You may see orders only. Ask an owner if you need more.',
  pack: 'Orders are for who packs them. Ask an owner if you need to see them.',
  edit: 'You may look, not change anything. Ask an owner if you need more.',
  publish: 'You may change drafts, not publish. Ask an owner to publish, or to let you.',
  own: 'This is for owners only.',
};
