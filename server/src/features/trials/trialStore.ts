import { CartInput, Trial } from '@ostrakon/core';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import { TrialEntity, type TrialRow } from '../../persistence/entities.ts';

export const trialFromRow = ({ id, name, label, cart }: TrialRow): Trial =>
  Trial.parse({ id, name, ...(label !== null && { label }), cart: CartInput.parse(JSON.parse(cart)) });

export const rowOfTrial = ({ id, name, label, cart }: Trial, position: number): TrialRow => ({
  id,
  position,
  name,
  label: label ?? null,
  cart: JSON.stringify(cart),
});

/** Saved carts, in the order they were saved. */
export class TrialStore {
  readonly #database: Database;

  constructor(database: Database) {
    this.#database = database;
  }

  async list(): Promise<Trial[]> {
    const rows = await this.#database.read.find(TrialEntity, { order: { position: 'ASC' } });
    return rows.map(trialFromRow);
  }

  async add(trials: readonly Trial[]): Promise<void> {
    await this.#database.write(async ({ manager }) => {
      const held = await manager.find(TrialEntity, { select: { id: true, position: true } });
      const taken = trials.find((trial) => held.some((row) => row.id === trial.id));
      if (taken) throw new HttpProblem('id-in-use', `A trial with the id "${taken.id}" exists already.`);
      const first = Math.max(0, ...held.map((row) => row.position + 1));
      await manager.insert(
        TrialEntity,
        trials.map((trial, at) => rowOfTrial(trial, first + at)),
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
