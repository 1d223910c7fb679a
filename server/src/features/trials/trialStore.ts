import { CartInput, Trial } from '@ostrakon/core';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import { TrialEntity, type TrialRow } from '../../persistence/entities.ts';

const fromRow = ({ id, name, cart }: TrialRow): Trial => Trial.parse({ id, name, cart: CartInput.parse(JSON.parse(cart)) });

/** Saved carts, in the order they were saved. */
export class TrialStore {
  readonly #database: Database;

  constructor(database: Database) {
    this.#database = database;
  }

  async list(): Promise<Trial[]> {
    const rows = await this.#database.read.find(TrialEntity, { order: { position: 'ASC' } });
    return rows.map(fromRow);
  }

  async add(trials: readonly Trial[]): Promise<void> {
    await this.#database.write(async ({ manager }) => {
      const held = await manager.find(TrialEntity, { select: { id: true, position: true } });
      const taken = trials.find((trial) => held.some((row) => row.id === trial.id));
      if (taken) throw new HttpProblem('id-in-use', `A trial with the id "${taken.id}" exists already.`);
      const first = Math.max(0, ...held.map((row) => row.position + 1));
      await manager.insert(
        TrialEntity,
        trials.map(({ id, name, cart }, at) => ({ id, name, cart: JSON.stringify(cart), position: first + at })),
      );
    });
  }

  async remove(id: string): Promise<void> {
    await this.#database.write(async ({ manager }) => {
      const { affected } = await manager.delete(TrialEntity, { id });
      if (!affected) throw new HttpProblem('not-found', `No trial has the id "${id}".`);
    });
  }
}
