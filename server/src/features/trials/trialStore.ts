import { changeTrials, MOST_TRIALS, type Trial, type TrialChange, type TrialsChanged } from '@ostrakon/core';
import type { EntityManager } from 'typeorm';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import { TrialEntity } from '../../persistence/goodsEntities.ts';
import { slices } from '../../persistence/slices.ts';
import { rowOfTrial, trialFromRow } from '../../persistence/trialRow.ts';

const listed = async (manager: EntityManager): Promise<Trial[]> =>
  (await manager.find(TrialEntity, { order: { position: 'ASC' } })).map(trialFromRow);

/** Saved carts with what is expected of them, in the owner's order. */
export class TrialStore {
  readonly #database: Database;

  constructor(database: Database) {
    this.#database = database;
  }

  list(): Promise<Trial[]> {
    return listed(this.#database.read);
  }

  /** Changes the list as one step; what it answers leads back. */
  async change(change: TrialChange): Promise<TrialsChanged> {
    return this.#database.write(async ({ manager }) => {
      const changed = changeTrials(await listed(manager), change);
      if ('code' in changed) {
        if (changed.code === 'unknownTrial') throw new HttpProblem('not-found', `No trial has the id "${changed.id}".`);
        throw new HttpProblem('too-many-trials', `A shop keeps at most ${MOST_TRIALS} trials.`);
      }
      await manager.clear(TrialEntity);
      const rows = changed.trials.map(rowOfTrial);
      for (const slice of slices(rows)) await manager.insert(TrialEntity, [...slice]);
      return changed;
    });
  }
}
