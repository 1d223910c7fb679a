import type { Currency } from '@ostrakon/core';
import type { Logger } from 'pino';
import type { GatewayLimits } from './carrierLine.ts';
import type { CarrierPort } from './carrierPort.ts';
import { CarrierGateway } from './gateway.ts';
import type { Accounts, HeldAccount } from './heldAccount.ts';
import { NetworkCarrier } from './networkCarrier.ts';

/** A carrier the shop can open an account with. Addresses are set where the server is started, never by a request. */
export interface KnownCarrier {
  readonly id: string;
  readonly name: string;
  readonly currency: Currency;
  readonly url: string;
}

/** The stand-in carriers, at one address. */
export function standIns(url: string): readonly KnownCarrier[] {
  const base = url.replace(/\/+$/, '');
  return [
    { id: 'gannet-air', name: 'Gannet Air' },
    { id: 'petrel-post', name: 'Petrel Post' },
    { id: 'bluff-freight', name: 'Bluff Freight' },
  ].map(({ id, name }) => ({ id, name, currency: 'CAD', url: `${base}/${id}` }));
}

function connectionTo(carriers: readonly KnownCarrier[], { carrier, key, currency }: HeldAccount): CarrierPort | null {
  const known = carriers.find(({ id }) => id === carrier);
  return known && key !== null ? new NetworkCarrier({ url: known.url, key, currency }) : null;
}

/** The gateway to the carriers of a shop's accounts. */
export function gatewayTo(
  carriers: readonly KnownCarrier[],
  accounts: Accounts,
  log: Logger,
  limits: Partial<GatewayLimits> = {},
): CarrierGateway {
  return new CarrierGateway({
    account: (id) => accounts.find(id),
    connect: (account) => connectionTo(carriers, account),
    log,
    now: () => new Date().toISOString(),
    limits,
  });
}
