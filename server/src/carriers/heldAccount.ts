import type { Currency, KnownService, NewServices, Tariff } from '@ostrakon/core';

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
  /** It has a key, but the key file that locked it is not there any more. */
  readonly keyLost: boolean;
  /** Its place among the accounts. */
  readonly position: number;
}

/** An account before the store has it. */
export type NewAccount = Omit<HeldAccount, 'keySetAt' | 'keyLost' | 'position'>;

/** Where accounts are looked up. */
export interface Accounts {
  find(id: string): HeldAccount | undefined;
}
