import { Currency, type EditAccount, KnownService, NewServices, type OpenAccount, Tariff } from '@ostrakon/core';
import { z } from 'zod';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import { CarrierAccountEntity, type CarrierAccountRow } from '../../persistence/entities.ts';
import type { Secrets } from './secrets.ts';

/** An account as the server holds it: the key is unlocked, and never leaves but to its carrier. */
export interface HeldAccount {
  readonly id: string;
  readonly name: string;
  readonly kind: 'service' | 'tariff';
  readonly carrier: string | null;
  readonly currency: Currency;
  readonly key: string | null;
  readonly keySetAt: string | null;
  readonly newServices: NewServices;
  readonly services: readonly KnownService[];
  readonly tariff: Tariff | null;
  /** Its place among the accounts. */
  readonly position: number;
}

/** An account before the store has it. */
export type NewAccount = Omit<HeldAccount, 'keySetAt' | 'position'>;

const Services = z.array(KnownService);

/** Accounts with carriers, all of them in memory. */
export class AccountStore {
  readonly #database: Database;
  readonly #secrets: Secrets;
  readonly #now: () => string;
  #accounts: readonly HeldAccount[] = [];
  /** What was removed since the start, so that it can be taken back. */
  readonly #removed = new Map<string, HeldAccount>();

  private constructor(database: Database, secrets: Secrets, now: () => string) {
    this.#database = database;
    this.#secrets = secrets;
    this.#now = now;
  }

  static async open(database: Database, secrets: Secrets, now: () => string): Promise<AccountStore> {
    const store = new AccountStore(database, secrets, now);
    const rows = await database.read.find(CarrierAccountEntity, { order: { position: 'ASC' } });
    store.#accounts = rows.map((row) => store.#fromRow(row));
    return store;
  }

  #fromRow({ lockedKey, services, tariff, currency, newServices, kind, ...row }: CarrierAccountRow): HeldAccount {
    return {
      ...row,
      kind: z.enum(['service', 'tariff']).parse(kind),
      currency: Currency.parse(currency),
      newServices: NewServices.parse(newServices),
      key: lockedKey === null ? null : this.#secrets.unlock(lockedKey, row.id),
      services: Services.parse(JSON.parse(services)),
      tariff: tariff === null ? null : Tariff.parse(JSON.parse(tariff)),
    };
  }

  get all(): readonly HeldAccount[] {
    return this.#accounts;
  }

  find(id: string): HeldAccount | undefined {
    return this.#accounts.find((account) => account.id === id);
  }

  require(id: string): HeldAccount {
    const account = this.find(id);
    if (!account) throw new HttpProblem('not-found', `No carrier account has the id "${id}".`);
    return account;
  }

  async #write(next: HeldAccount): Promise<void> {
    const { key, services, tariff, ...facts } = next;
    const row: CarrierAccountRow = {
      ...facts,
      lockedKey: key === null ? null : this.#secrets.lock(key, next.id),
      services: JSON.stringify(services),
      tariff: tariff && JSON.stringify(tariff),
    };
    await this.#database.write(
      (manager) => manager.save(CarrierAccountEntity, row),
      () => {
        this.#accounts = [...this.#accounts.filter(({ id }) => id !== next.id), next].sort((a, b) => a.position - b.position);
      },
    );
  }

  async add(account: NewAccount): Promise<void> {
    if (this.find(account.id)) throw new HttpProblem('id-in-use', `A carrier account with the id "${account.id}" exists already.`);
    const position = 1 + Math.max(-1, ...this.#accounts.map((held) => held.position));
    await this.#write({ ...account, position, keySetAt: account.key === null ? null : this.#now() });
  }

  async edit(id: string, { key, seen, tariff, ...facts }: EditAccount & { services?: readonly KnownService[] }): Promise<void> {
    const account = this.require(id);
    const next: HeldAccount = {
      ...account,
      ...(Object.fromEntries(Object.entries(facts).filter(([, value]) => value !== undefined)) as Partial<HeldAccount>),
      ...(key !== undefined && { key, keySetAt: this.#now() }),
      ...(tariff !== undefined && { tariff, services: servicesOfTariff(tariff) }),
    };
    const services = seen ? next.services.map((service) => ({ ...service, fresh: false })) : next.services;
    await this.#write({ ...next, services });
  }

  async remove(id: string): Promise<void> {
    const account = this.require(id);
    await this.#database.write(
      (manager) => manager.delete(CarrierAccountEntity, { id }),
      () => {
        this.#accounts = this.#accounts.filter((held) => held.id !== id);
        this.#removed.set(id, account);
      },
    );
  }

  /** Takes a removal back, with the key; until the server is started anew. */
  async restore(id: string): Promise<void> {
    const account = this.#removed.get(id);
    if (!account) throw new HttpProblem('not-found', `No carrier account "${id}" was removed.`);
    if (this.find(id)) throw new HttpProblem('id-in-use', `A carrier account with the id "${id}" exists already.`);
    await this.#write(account);
    this.#removed.delete(id);
  }
}

/** An account as it is first held; its services are not known yet where they are to be asked for. */
export function heldAccount(asked: OpenAccount, currency?: Currency): NewAccount {
  const facts = { id: asked.id, name: asked.name, kind: asked.kind, newServices: 'off' as const };
  if (asked.kind === 'service')
    return { ...facts, carrier: asked.carrier, currency: currency ?? 'CAD', key: asked.key, tariff: null, services: [] };
  return { ...facts, carrier: null, currency: asked.currency, key: null, tariff: asked.tariff, services: servicesOfTariff(asked.tariff) };
}

/** The services a price list speaks of. */
export function servicesOfTariff({ lists }: Tariff): KnownService[] {
  return lists.map(({ service }) => ({ code: service, name: service, note: '', fresh: false, gone: false }));
}
