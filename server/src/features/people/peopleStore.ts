import { randomUUID } from 'node:crypto';
import type { EditPerson, InvitePerson, LinkSeen, Myself, OneTimeLink, Person, Role } from '@ostrakon/core/contract';
import pLimit from 'p-limit';
import { HttpProblem } from '../../http/problems.ts';
import { newToken, tokenHash } from '../../http/tokens.ts';
import { LinkEntity, type LinkRow, PersonEntity, type PersonRow } from '../../persistence/access/accessEntities.ts';
import type { Database } from '../../persistence/database.ts';
import { folded } from '../../persistence/folded.ts';
import type { Secrets } from '../../persistence/secrets.ts';
import { hashPassword, isPassword, requireStrong } from './passwords.ts';
import { factorAddress, newFactorKey, newRecoveryCodes, recoveryHash, stepOfCode, withoutRecovery } from './secondFactor.ts';
import { Sessions } from './sessions.ts';

const HOUR_MS = 3_600_000;
const LINK_HOURS = { invitation: 7 * 24, reset: 24 } as const;
const MOST_PEOPLE = 200;
/** How long a second factor that was begun waits for its first code. */
const BEGUN_MS = 15 * 60_000;

const recoveryOf = ({ recovery }: PersonRow): string[] => JSON.parse(recovery);

/** The people of a shop: who they are, what they may do, how they show who they are. */
export class PeopleStore {
  readonly #database: Database;
  readonly #secrets: Secrets;
  readonly #now: () => string;
  readonly sessions: Sessions;
  readonly #people = new Map<string, PersonRow>();
  readonly #links = new Map<string, LinkRow>();
  /** Who is there is looked at and changed with nothing in between: no name twice, and always an owner. */
  readonly #inTurn = pLimit(1);
  readonly #begun = new Map<string, { key: string; until: number }>();

  private constructor(database: Database, secrets: Secrets, now: () => string) {
    this.#database = database;
    this.#secrets = secrets;
    this.#now = now;
    this.sessions = new Sessions(database, now);
  }

  static async open(database: Database, secrets: Secrets, now: () => string): Promise<PeopleStore> {
    const store = new PeopleStore(database, secrets, now);
    for (const row of await database.read.find(PersonEntity)) store.#people.set(row.id, row);
    for (const row of await database.read.find(LinkEntity)) store.#links.set(row.hash, row);
    await store.sessions.read();
    return store;
  }

  get #present(): PersonRow[] {
    return [...this.#people.values()].filter(({ endedAt }) => endedAt === null);
  }

  /** Whether the shop has people: with the first one, nobody comes in without signing in. */
  get any(): boolean {
    return this.#present.length > 0;
  }

  #require(id: string): PersonRow {
    const row = this.#people.get(id);
    if (!row || row.endedAt !== null) throw new HttpProblem('not-found', 'There is no such person, or they are let in no more.');
    return row;
  }

  /** @returns null where they are let in no more */
  find(id: string): PersonRow | null {
    const row = this.#people.get(id);
    return row && row.endedAt === null ? row : null;
  }

  named(name: string): PersonRow | null {
    const key = folded(name);
    return this.#present.find((row) => row.folded === key) ?? null;
  }

  async #set(row: PersonRow, set: Partial<PersonRow>): Promise<void> {
    await this.#database.write(({ manager }) => manager.update(PersonEntity, { id: row.id }, set));
    Object.assign(row, set);
  }

  list(): Person[] {
    return this.#present
      .sort((a, b) => (a.folded < b.folded ? -1 : 1))
      .map(({ id, name, role, mayPublish, madeAt, password, lockedFactor, seenAt }) => ({
        id,
        name,
        role,
        mayPublish,
        madeAt,
        invited: password === null,
        secondFactor: lockedFactor !== null,
        seenAt,
      }));
  }

  myself(id: string): Myself {
    const row = this.#require(id);
    const { name, role, mayPublish, lockedFactor } = row;
    return { name, role, mayPublish, secondFactor: lockedFactor !== null, recoveryCodes: recoveryOf(row).length };
  }

  async #add(name: string, role: Role, mayPublish: boolean, password: string | null): Promise<PersonRow> {
    const key = folded(name);
    // Whoever is let in no more keeps the name: what they did stands under it.
    if ([...this.#people.values()].some((row) => row.folded === key)) {
      const detail = `Somebody is or was called “${name}” here. Choose another name.`;
      throw new HttpProblem('name-in-use', detail, { errors: [{ pointer: '/name', detail }] });
    }
    if (this.#present.length >= MOST_PEOPLE) throw new HttpProblem('too-many-people', `A shop has at most ${MOST_PEOPLE} people.`);
    const facts = { madeAt: this.#now(), endedAt: null, lockedFactor: null, factorStep: 0, recovery: '[]', seenAt: null };
    const row = { id: randomUUID(), name, folded: key, role, mayPublish, password, ...facts };
    await this.#database.write(({ manager }) => manager.insert(PersonEntity, row));
    this.#people.set(row.id, row);
    return row;
  }

  /** The first owner of a shop that has no people yet. */
  async first(name: string, password: string): Promise<PersonRow> {
    const requireNobody = () => {
      if (this.any) throw new HttpProblem('name-in-use', 'This shop has people already. Sign in.');
    };
    requireNobody();
    requireStrong(password, name);
    const hashed = await hashPassword(password);
    return this.#inTurn(() => {
      requireNobody();
      return this.#add(name, 'owner', true, hashed);
    });
  }

  async invite({ name, role, mayPublish }: InvitePerson): Promise<{ person: Person; link: OneTimeLink }> {
    const row = await this.#inTurn(() => {
      if (!this.any && role !== 'owner') throw new HttpProblem('last-owner', 'The first person of a shop is an owner.');
      return this.#add(name, role, mayPublish || role === 'owner', null);
    });
    const link = await this.#newLink(row, 'invitation');
    const person = this.list().find(({ id }) => id === row.id);
    if (!person) throw new Error('the person just made is there');
    return { person, link };
  }

  /** A one-time address for another password, or for the first where there is none yet. */
  async link(id: string): Promise<OneTimeLink> {
    const row = this.#require(id);
    return this.#newLink(row, row.password === null ? 'invitation' : 'reset');
  }

  async #newLink({ id }: PersonRow, kind: LinkRow['kind']): Promise<OneTimeLink> {
    const token = newToken();
    const until = new Date(Date.parse(this.#now()) + LINK_HOURS[kind] * HOUR_MS).toISOString();
    const row = { hash: tokenHash(token), person: id, kind, until };
    await this.#forgetLinks(id);
    await this.#database.write(({ manager }) => manager.insert(LinkEntity, row));
    this.#links.set(row.hash, row);
    // Behind the sign that keeps it from being sent to servers and written into their logs (RFC 3986, section 3.5).
    return { path: `/join#${token}`, until };
  }

  async #forgetLinks(person: string): Promise<void> {
    for (const [hash, row] of this.#links) if (row.person === person) this.#links.delete(hash);
    await this.#database.write(({ manager }) => manager.delete(LinkEntity, { person }));
  }

  #linkOf(token: string): { row: PersonRow; kind: LinkRow['kind'] } {
    const link = this.#links.get(tokenHash(token));
    const row = link && this.find(link.person);
    if (!link || !row || link.until < this.#now())
      throw new HttpProblem('link-spent', 'This address was used already, or has ended. Ask an owner for another.');
    return { row, kind: link.kind };
  }

  look(token: string): LinkSeen {
    const { row, kind } = this.#linkOf(token);
    return { name: row.name, kind };
  }

  /** Gives somebody the password they chose; their address is spent, and a second factor asked for no more. */
  async useLink(token: string, password: string): Promise<{ row: PersonRow; kind: LinkRow['kind'] }> {
    const { row, kind } = this.#linkOf(token);
    requireStrong(password, row.name);
    const hashed = await hashPassword(password);
    // Once only, however often it was sent meanwhile.
    if (!this.#links.delete(tokenHash(token))) throw new HttpProblem('link-spent', 'This address was used already.');
    await this.#forgetLinks(row.id);
    await this.sessions.endAll(row.id);
    await this.#set(row, { password: hashed, lockedFactor: null, recovery: '[]' });
    return { row, kind };
  }

  #requireOwnerBesides(row: PersonRow): void {
    const others = this.#present.some(({ id, role, password }) => id !== row.id && role === 'owner' && password !== null);
    if (row.role === 'owner' && !others)
      throw new HttpProblem('last-owner', `${row.name} is the only owner who can sign in. Make somebody else an owner first.`);
  }

  edit(id: string, change: EditPerson): Promise<void> {
    return this.#inTurn(async () => {
      const row = this.#require(id);
      // Whoever is an owner no more publishes only where that is said anew.
      const { role = row.role, mayPublish = row.mayPublish && row.role !== 'owner' } = change;
      if (role !== 'owner') this.#requireOwnerBesides(row);
      await this.#set(row, { role, mayPublish: mayPublish || role === 'owner' });
    });
  }

  async end(id: string): Promise<void> {
    await this.#inTurn(async () => {
      const row = this.#require(id);
      this.#requireOwnerBesides(row);
      await this.#set(row, { endedAt: this.#now(), password: null, lockedFactor: null, recovery: '[]' });
    });
    await this.sessions.endAll(id);
    await this.#forgetLinks(id);
  }

  nameOf(id: string): string {
    return this.#require(id).name;
  }

  /** Whether a password is somebody's; takes as long where there is nobody. */
  isRight(row: PersonRow | null, password: string): Promise<boolean> {
    return isPassword(password, row?.password ?? null);
  }

  async seen(row: PersonRow): Promise<void> {
    await this.#set(row, { seenAt: this.#now() });
  }

  async changePassword(id: string, password: string): Promise<void> {
    const row = this.#require(id);
    requireStrong(password, row.name);
    await this.#set(row, { password: await hashPassword(password) });
  }

  hasFactor({ lockedFactor }: PersonRow): boolean {
    return lockedFactor !== null;
  }

  #factorKey(row: PersonRow): string | null {
    return row.lockedFactor === null ? null : this.#secrets.unlock(row.lockedFactor, row.id);
  }

  /** Whether a code of the second factor is right, `recovery` where it was one of those: each is taken once. */
  async takeCode(row: PersonRow, code: string): Promise<'code' | 'recovery' | null> {
    const key = this.#factorKey(row);
    const step = key === null ? null : stepOfCode(key, code, Date.parse(this.#now()));
    if (step !== null) {
      if (step <= row.factorStep) return null;
      // In memory at once: a second request with the same code comes too late.
      row.factorStep = step;
      await this.#set(row, { factorStep: step });
      return 'code';
    }
    const left = withoutRecovery(recoveryOf(row), code);
    if (left === null) return null;
    row.recovery = JSON.stringify(left);
    await this.#set(row, { recovery: row.recovery });
    return 'recovery';
  }

  beginFactor(id: string, shop: string): { key: string; address: string } {
    const row = this.#require(id);
    const key = newFactorKey();
    this.#begun.set(id, { key, until: Date.parse(this.#now()) + BEGUN_MS });
    return { key, address: factorAddress(key, row.name, shop) };
  }

  /** @returns the recovery codes; null where the code is wrong */
  async confirmFactor(id: string, code: string): Promise<string[] | null> {
    const row = this.#require(id);
    const begun = this.#begun.get(id);
    const now = Date.parse(this.#now());
    if (!begun || begun.until < now) throw new HttpProblem('not-found', 'This was begun too long ago. Begin it again.');
    const step = stepOfCode(begun.key, code, now);
    if (step === null) return null;
    this.#begun.delete(id);
    const codes = newRecoveryCodes();
    const lockedFactor = this.#secrets.lock(begun.key, id);
    await this.#set(row, { lockedFactor, factorStep: step, recovery: JSON.stringify(codes.map(recoveryHash)) });
    return codes;
  }

  async endFactor(id: string): Promise<void> {
    await this.#set(this.#require(id), { lockedFactor: null, recovery: '[]' });
  }
}
