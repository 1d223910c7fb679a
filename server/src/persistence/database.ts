import type { EntityManager } from 'typeorm';

/** One transaction of the write queue. */
export interface Write {
  readonly manager: EntityManager;
  /** Runs `act` once the transaction is on disk, before the next one begins; never when it fails. */
  afterCommit(act: () => void): void;
}

/**
 * Where a shop is kept. Whatever is read in order to be written is read inside `write`, which lets one transaction through
 * at a time: between the reading and the writing nothing else happens.
 */
export interface Database {
  /** Where it is: for threads that open it by themselves. */
  readonly file: string;
  /** Runs `work` in one transaction, after all writes before it. Rejects with `StorageFault` where the disk does not take it. */
  write<T>(work: (write: Write) => Promise<T>): Promise<T>;
  /** Reads of one statement each. */
  readonly read: EntityManager;
  /** Reads that must fit together: all of them see the store as it was when the first was made. */
  snapshot<T>(work: (manager: EntityManager) => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

/** Why the store cannot be written or read: no room, not to be written at the moment, or damaged. */
export type StorageTrouble = 'full' | 'unwritable' | 'damaged';

/** The disk did not do what was asked; nothing of the transaction was kept, everything acknowledged before it was. */
export class StorageFault extends Error {
  readonly trouble: StorageTrouble;

  constructor(trouble: StorageTrouble, cause: unknown) {
    super(`The store is ${trouble}`, { cause });
    this.name = 'StorageFault';
    this.trouble = trouble;
  }
}
