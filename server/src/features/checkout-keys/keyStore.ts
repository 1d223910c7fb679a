import { randomUUID } from 'node:crypto';
import type { CheckoutKey, EditionFile, EditKey, KeyScope, MakeKey } from '@ostrakon/core/contract';
import { HttpProblem } from '../../http/problems.ts';
import { newToken } from '../../http/tokens.ts';
import { KeyEntity, type KeyRow } from '../../persistence/access/accessEntities.ts';
import type { Database } from '../../persistence/database.ts';
import { type HeldKey, heldAs, type KeyRing, PAGE_KEY, SERVER_KEY } from '../../ports/keyRing.ts';

const MOST_KEYS = 50;
const BEGINS = { server: SERVER_KEY, page: PAGE_KEY } as const;
/** How much of a server key is shown. */
const SHOWN = 10;
/** How often it is written down that a key is in use. */
const USED_EVERY_MS = 60_000;

const shownKey = ({ id, kind, name, scopes, origins, shown, madeAt, madeBy, usedAt }: KeyRow): CheckoutKey => ({
  id,
  kind,
  name,
  scopes: JSON.parse(scopes),
  origins: JSON.parse(origins),
  shown,
  madeAt,
  madeBy,
  usedAt,
});

/** The keys of the checkout: of servers as hashes, of pages as they are, for they are no secret. */
export class KeyStore implements KeyRing {
  readonly #database: Database;
  readonly #now: () => string;
  readonly #rows = new Map<string, KeyRow>();
  /** By what is kept of them, ready to be asked. */
  #held = new Map<string, HeldKey>();
  /** Until when it need not be written down again that a key is in use. */
  readonly #writtenUntil = new Map<string, number>();

  private constructor(database: Database, now: () => string) {
    this.#database = database;
    this.#now = now;
  }

  static async open(database: Database, now: () => string): Promise<KeyStore> {
    const store = new KeyStore(database, now);
    for (const row of await database.read.find(KeyEntity)) store.#rows.set(row.id, row);
    store.#index();
    return store;
  }

  #index(): void {
    this.#held = new Map(
      [...this.#rows.values()].map(({ id, kind, name, secret, scopes, origins }) => [
        secret,
        { id, kind, name, scopes: new Set<KeyScope>(JSON.parse(scopes)), origins: new Set<string>(JSON.parse(origins)) },
      ]),
    );
  }

  find(text: string): HeldKey | null {
    return this.#held.get(heldAs(text)) ?? null;
  }

  /** All keys with what is kept of them, for an edition that is served by itself. */
  filed(): EditionFile['keys'] {
    return [...this.#rows.values()].map(({ id, kind, scopes, origins, secret }) => ({
      id,
      kind,
      scopes: JSON.parse(scopes),
      origins: JSON.parse(origins),
      held: secret,
    }));
  }

  used(id: string): void {
    const row = this.#rows.get(id);
    // Asked with every question of a checkout: by the clock that only goes on, which costs nothing to read.
    const at = performance.now();
    if (!row || at < (this.#writtenUntil.get(id) ?? 0)) return;
    this.#writtenUntil.set(id, at + USED_EVERY_MS);
    const usedAt = this.#now();
    row.usedAt = usedAt;
    void this.#database.write(({ manager }) => manager.update(KeyEntity, { id }, { usedAt })).catch(() => undefined);
  }

  list(): CheckoutKey[] {
    return [...this.#rows.values()].sort((a, b) => (a.madeAt < b.madeAt ? -1 : 1)).map(shownKey);
  }

  async make(asked: MakeKey, madeBy: string): Promise<{ key: CheckoutKey; secret: string }> {
    if (this.#rows.size >= MOST_KEYS) throw new HttpProblem('too-many-keys', `There are ${MOST_KEYS} keys; end one first.`);
    const text = BEGINS[asked.kind] + newToken();
    const isServer = asked.kind === 'server';
    const row: KeyRow = {
      id: randomUUID(),
      kind: asked.kind,
      name: asked.name,
      scopes: JSON.stringify(isServer ? asked.scopes : []),
      origins: JSON.stringify(isServer ? [] : asked.origins),
      secret: heldAs(text),
      shown: isServer ? text.slice(0, SHOWN) : text,
      madeAt: this.#now(),
      madeBy,
      usedAt: null,
    };
    await this.#database.write(({ manager }) => manager.insert(KeyEntity, row));
    this.#rows.set(row.id, row);
    this.#index();
    return { key: shownKey(row), secret: text };
  }

  #require(id: string): KeyRow {
    const row = this.#rows.get(id);
    if (!row) throw new HttpProblem('not-found', 'There is no such key, or it was ended.');
    return row;
  }

  async edit(id: string, { name, scopes, origins }: EditKey): Promise<CheckoutKey> {
    const row = this.#require(id);
    const set: Partial<KeyRow> = {
      ...(name !== undefined && { name }),
      ...(scopes !== undefined && row.kind === 'server' && { scopes: JSON.stringify(scopes) }),
      ...(origins !== undefined && row.kind === 'page' && { origins: JSON.stringify(origins) }),
    };
    if (Object.keys(set).length > 0) await this.#database.write(({ manager }) => manager.update(KeyEntity, { id }, set));
    Object.assign(row, set);
    this.#index();
    return shownKey(row);
  }

  /** @returns its name */
  async end(id: string): Promise<string> {
    const { name } = this.#require(id);
    // It opens nothing from this moment on, whatever the disk says.
    this.#rows.delete(id);
    this.#writtenUntil.delete(id);
    this.#index();
    await this.#database.write(({ manager }) => manager.delete(KeyEntity, { id }));
    return name;
  }
}
