import {
  type CarrierAccount,
  CarrierPackagingList,
  type CarrierState,
  type EditAccount,
  NewServices,
  newId,
  type OpenAccount,
  type Packaging,
  type RateBook,
} from '@ostrakon/core';
import type { Response } from 'express';
import type { Logger } from 'pino';
import { CarrierFailure, CarrierSaysNo } from '../../carriers/carrierPort.ts';
import type { KnownCarrier } from '../../carriers/connections.ts';
import type { CarrierGateway } from '../../carriers/gateway.ts';
import type { HeldAccount } from '../../carriers/heldAccount.ts';
import { ANSWERED } from '../../http/door.ts';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import type { DraftPort } from '../../ports/draftPort.ts';
import type { EditionsPort } from '../../ports/editionsPort.ts';
import type { OwnerHandlers } from '../../ports/who.ts';
import { type AccountStore, heldAccount } from './accountStore.ts';
import { joinDraft, knownAfter } from './newServices.ts';

export interface CarrierParts {
  readonly accounts: AccountStore;
  readonly gateway: CarrierGateway;
  readonly carriers: readonly KnownCarrier[];
  readonly database: Database;
  readonly draft: DraftPort;
  readonly editions: EditionsPort;
}

/** An account as it may be shown: without its key. */
function shown({ key: _key, position: _position, services, ...account }: HeldAccount, gateway: CarrierGateway): CarrierAccount {
  return { ...account, services: [...services], circuit: gateway.circuit(account.id) };
}

function stateOf({ accounts, gateway, carriers }: CarrierParts): CarrierState {
  const { timeLimit, keptFor } = gateway.limits;
  return {
    accounts: accounts.all.map((account) => shown(account, gateway)),
    carriers: carriers.map(({ id, name, currency }) => ({ id, name, currency })),
    faults: [...gateway.faults],
    limits: { timeLimit, keptFor },
  };
}

const fieldProblem = (pointer: string, detail: string) => new HttpProblem('invalid-request', detail, { errors: [{ pointer, detail }] });

/** What a carrier refused or failed at, as an answer to the owner. */
function carrierProblem(error: unknown, name: string): unknown {
  if (error instanceof CarrierSaysNo) return new HttpProblem('carrier-refused', `${name}: ${error.message}`);
  if (!(error instanceof CarrierFailure)) return error;
  if (error.why === 'key') return fieldProblem('/key', `${name} does not accept this account key.`);
  return new HttpProblem('carrier-failed', `${name} did not answer: ${error.message}`);
}

async function heard<T>(account: HeldAccount, answer: Promise<T>): Promise<T> {
  try {
    return await answer;
  } catch (error) {
    throw carrierProblem(error, account.name);
  }
}

/** Asks a carrier for its services; new ones join the draft where the account says so. */
export async function refreshServices({ accounts, database, gateway, draft }: CarrierParts, id: string): Promise<void> {
  const account = accounts.require(id);
  if (account.kind === 'tariff') return;
  const listed = await heard(account, gateway.services(account));
  await database.write(async (write) => {
    // The account as it is by now: while the carrier was asked, it may have been edited.
    const held = await accounts.within(write, id);
    const services = knownAfter(held.services, listed);
    if (JSON.stringify(services) === JSON.stringify(held.services)) return;
    await accounts.editWithin(write, id, { services });
    const before = new Set(held.services.map(({ code }) => code));
    // The first list a carrier gives is no news.
    const added = before.size === 0 ? [] : listed.filter(({ code }) => !before.has(code));
    if (held.newServices !== NewServices.enum.draft) return;
    // Both or neither: services that could not join the draft stay unknown, and are news again next time.
    await draft.runWithin(write, (book) => joinDraft(book, id, added));
  });
}

/**
 * Asks every carrier for its services at once and then every so often. A carrier that is away is asked again next time;
 * its failure is in the gateway's list already.
 * @param every milliseconds
 * @returns what stops it
 */
export function watchServices(parts: CarrierParts & { readonly log: Logger }, every: number): () => void {
  const failed = (err: unknown) => {
    // What the carrier failed at is told by the gateway; what our own side failed at is told here.
    const ours = !(err instanceof HttpProblem) || err.code === 'command-refused';
    if (ours) parts.log.error({ event: 'carrier.services.failed', err });
  };
  const look = () => {
    for (const { id } of parts.accounts.all) void refreshServices(parts, id).catch(failed);
  };
  look();
  const timer = setInterval(look, every);
  timer.unref();
  return () => clearInterval(timer);
}

async function openAccount({ accounts, gateway, carriers }: CarrierParts, asked: OpenAccount): Promise<void> {
  if (asked.kind === 'tariff') {
    await accounts.add(heldAccount(asked));
    return;
  }
  const carrier = carriers.find((one) => one.id === asked.carrier);
  if (!carrier) throw fieldProblem('/carrier', `There is no connection to a carrier "${asked.carrier}".`);
  const account = heldAccount(asked, carrier.currency);
  if (accounts.find(asked.id)) throw new HttpProblem('id-in-use', `A carrier account with the id "${asked.id}" exists already.`);
  // A key that is not accepted is told at once, not when the first buyer asks.
  const probe = { ...account, keySetAt: null, keyLost: false, position: 0 };
  const listed = await heard(probe, gateway.services(probe)).finally(() => gateway.forget(account.id));
  await accounts.add({ ...account, services: knownAfter([], listed) });
}

async function editAccount({ accounts, gateway }: CarrierParts, id: string, change: EditAccount): Promise<void> {
  const account = accounts.require(id);
  if (change.tariff !== undefined && account.kind !== 'tariff') throw fieldProblem('/tariff', 'This account is asked over the network.');
  if (change.key !== undefined) {
    if (account.kind === 'tariff') throw fieldProblem('/key', 'A price list has no account key.');
    const probe = { ...account, key: change.key };
    await heard(probe, gateway.services(probe)).finally(() => gateway.forget(id));
  }
  const { trusted, ...kept } = change;
  if (Object.keys(kept).length > 0) await accounts.edit(id, kept);
  if (trusted) {
    gateway.usual.trust(id);
    gateway.forget(id);
  }
  if (change.key !== undefined || change.tariff !== undefined) gateway.forget(id);
}

async function removeAccount({ accounts, gateway, draft, editions }: CarrierParts, id: string): Promise<void> {
  const used = (book: RateBook) => book.services.filter(({ carriage }) => carriage?.account === id).map(({ name }) => name);
  await accounts.remove(id, () => {
    const drafted = used(draft.current.book);
    if (drafted.length > 0)
      throw new HttpProblem('account-in-use', `Still carries ${drafted.join(', ')}. Take it off these services first.`);
    const live = [...new Set(editions.booksInUse.flatMap(used))];
    if (live.length > 0)
      throw new HttpProblem('account-in-use', `Still carries ${live.join(', ')} in the live edition. Publish without it first.`);
  });
  gateway.forget(id);
}

/** Carriers and what they ask. */
export function carrierHandlers(parts: CarrierParts) {
  const { accounts, gateway } = parts;
  const state = (res: Response) => {
    res.set('Cache-Control', 'no-store');
    return stateOf(parts);
  };
  return {
    'GET /carriers': ({ res }) => state(res),
    'POST /carriers': async ({ body, res, who }) => {
      await openAccount(parts, body);
      await who.tell('carrierOpened', body.name);
      return state(res);
    },
    'POST /carriers/rates': async ({ body: { asks }, res }) => {
      const answers = await gateway.many(asks);
      res.set('Cache-Control', 'no-store');
      return { answers: answers.map((one) => ({ ...one, ms: Math.round(one.ms * 10) / 10 })) };
    },
    'POST /carriers/labels': async ({ body: request }) => {
      const account = accounts.require(request.account);
      if (account.kind === 'tariff') throw fieldProblem('/account', 'A price list makes no labels.');
      const made = await heard(account, gateway.label(account, request));
      return { ...made, pdf: `/api/carriers/${account.id}/labels/${made.tracking}.pdf` };
    },
    'GET /carriers/:id/labels/:tracking.pdf': async ({ params, res }) => {
      const account = accounts.require(params.id);
      const pdf = await heard(account, gateway.labelPdf(account, params.tracking));
      res.set('Cache-Control', 'no-store').type('pdf').send(pdf);
      return ANSWERED;
    },
    'GET /carriers/:id/packaging': async ({ params }) => {
      const account = accounts.require(params.id);
      const given = account.kind === 'tariff' ? [] : await heard(account, gateway.packaging(account));
      const packaging: Packaging[] = [];
      for (const { code, services, ...one } of given) {
        const id = newId(`${account.id} ${code}`, packaging, 'packaging');
        const carrier = { account: account.id, name: account.name, services: services === null ? null : [...services] };
        packaging.push({ ...one, id, cost: 0, inUse: true, carrier });
      }
      // What a carrier says of its boxes is held to what the shop's own are held to.
      const checked = CarrierPackagingList.safeParse({ packaging });
      if (!checked.success) throw new HttpProblem('carrier-failed', `${account.name} gave packaging that cannot be right.`);
      return checked.data;
    },
    'GET /carriers/:id/closed-days': async ({ params, query }) => {
      const account = accounts.require(params.id);
      return { closed: account.kind === 'tariff' ? [] : await heard(account, gateway.closedDays(account, query.year)) };
    },
    'POST /carriers/:id/services': async ({ params, res }) => {
      await refreshServices(parts, params.id);
      return state(res);
    },
    'PATCH /carriers/:id': async ({ params, body, res, who }) => {
      await editAccount(parts, params.id, body);
      await who.tell('carrierChanged', `${params.id}: ${Object.keys(body).join(', ')}`);
      return state(res);
    },
    'DELETE /carriers/:id': async ({ params, res, who }) => {
      await removeAccount(parts, params.id);
      await who.tell('carrierRemoved', params.id);
      return state(res);
    },
    'POST /carriers/:id/restore': async ({ params, res, who }) => {
      await accounts.restore(params.id);
      await who.tell('carrierOpened', params.id);
      return state(res);
    },
  } satisfies OwnerHandlers<'/carriers'>;
}
