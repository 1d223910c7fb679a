import { Currency, type EditAccount, KnownService, NewServices, type OpenAccount, Tariff } from '@ostrakon/core';
import { z } from 'zod';
import type { HeldAccount, NewAccount } from '../../carriers/heldAccount.ts';
import { HttpProblem } from '../../http/problems.ts';
import { CarrierAccountEntity, type CarrierAccountRow } from '../../persistence/carrierEntities.ts';
import type { Database, Write } from '../../persistence/database.ts';
import type { Secrets } from '../../persistence/secrets.ts';

const Services = z.array(KnownService);

/** Accounts with carriers, all of them in memory. */
export class AccountStore {
  readonly #database: Database;
  readonly #secrets: Secrets;
  readonly #now: () => string;
  #accounts: readonly HeldAccount[] = [];
  /** What was removed since the start, so that it can be taken back. */
  readonly #removed = new Map<string, CarrierAccountRow>();

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
    const key = lockedKey === null ? null : this.#secrets.unlock(lockedKey, row.id);
    return {
      ...row,
      kind: z.enum(['service', 'tariff']).parse(kind),
      currency: Currency.parse(currency),
      newServices: NewServices.parse(newServices),
      key,
      keyLost: lockedKey !== null && key === null,
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
    if (!account) throw unknownAccount(id);
    return account;
  }

  /** What is in memory follows once the transaction is on disk. */
  async #put(write: Write, row: CarrierAccountRow): Promise<void> {
    await write.manager.save(CarrierAccountEntity, row);
    const held = this.#fromRow(row);
    write.afterCommit(() => {
      this.#accounts = [...this.#accounts.filter(({ id }) => id !== row.id), held].sort((a, b) => a.position - b.position);
    });
  }

  async #rowOf({ manager }: Write, id: string): Promise<CarrierAccountRow> {
    const row = await manager.findOneBy(CarrierAccountEntity, { id });
    if (!row) throw unknownAccount(id);
    return row;
  }

  async #requireFree({ manager }: Write, id: string): Promise<void> {
    if (await manager.existsBy(CarrierAccountEntity, { id })) {
      throw new HttpProblem('id-in-use', `A carrier account with the id "${id}" exists already.`);
    }
  }

  async add({ key, services, tariff, ...facts }: NewAccount): Promise<void> {
    await this.#database.write(async (write) => {
      await this.#requireFree(write, facts.id);
      const last = await write.manager.maximum(CarrierAccountEntity, 'position');
      await this.#put(write, {
        ...facts,
        position: (last ?? -1) + 1,
        lockedKey: key === null ? null : this.#secrets.lock(key, facts.id),
        keySetAt: key === null ? null : this.#now(),
        services: JSON.stringify(services),
        tariff: tariff && JSON.stringify(tariff),
      });
    });
  }

  edit(id: string, change: EditAccount): Promise<void> {
    return this.#database.write((write) => this.editWithin(write, id, change));
  }

  /** Changes what is named and nothing else, on the account as it is by then. */
  async editWithin(write: Write, id: string, change: EditAccount & { services?: readonly KnownService[] }): Promise<void> {
    const row = await this.#rowOf(write, id);
    const { key, seen, tariff, services = tariff && servicesOfTariff(tariff), name, newServices } = change;
    const listed = services ?? Services.parse(JSON.parse(row.services));
    await this.#put(write, {
      ...row,
      ...(name !== undefined && { name }),
      ...(newServices !== undefined && { newServices }),
      ...(key !== undefined && { lockedKey: this.#secrets.lock(key, id), keySetAt: this.#now() }),
      ...(tariff !== undefined && { tariff: JSON.stringify(tariff) }),
      services: JSON.stringify(seen ? listed.map((service) => ({ ...service, fresh: false })) : listed),
    });
  }

  /** The account as it is inside a transaction. */
  async within(write: Write, id: string): Promise<HeldAccount> {
    return this.#fromRow(await this.#rowOf(write, id));
  }

  /** @param mayGo asked inside the transaction; it may refuse */
  async remove(id: string, mayGo: () => void = () => undefined): Promise<void> {
    await this.#database.write(async (write) => {
      const row = await this.#rowOf(write, id);
      mayGo();
      await write.manager.delete(CarrierAccountEntity, { id });
      write.afterCommit(() => {
        this.#accounts = this.#accounts.filter((held) => held.id !== id);
        this.#removed.set(id, row);
      });
    });
  }

  /** Takes a removal back, with the key; until the server is started anew. */
  async restore(id: string): Promise<void> {
    await this.#database.write(async (write) => {
      const row = this.#removed.get(id);
      if (!row) throw new HttpProblem('not-found', `No carrier account "${id}" was removed.`);
      await this.#requireFree(write, id);
      await this.#put(write, row);
      write.afterCommit(() => this.#removed.delete(id));
    });
  }
}

const unknownAccount = (id: string) => new HttpProblem('not-found', `No carrier account has the id "${id}".`);

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
