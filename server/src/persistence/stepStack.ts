import { Command } from '@ostrakon/core';
import { type EntityManager, LessThanOrEqual } from 'typeorm';
import { DraftStepEntity } from './draftEntities.ts';

/** A command in force, as it lies on disk, by the id of its step. */
export interface StackedCommand {
  readonly step: string;
  readonly command: string | null;
  readonly args: string | null;
}

export const commandOf = ({ command, args }: StackedCommand): Command => Command.parse({ name: command, args: JSON.parse(args ?? '{}') });

/** The commands in force in a draft at a revision: what was done by then and not taken back by then. */
export async function stackAt(manager: EntityManager, draft: number, revision: number): Promise<readonly StackedCommand[]> {
  const select = { seq: true, step: true, kind: true, command: true, args: true, inverse: true } as const;
  const rows = await manager.find(DraftStepEntity, {
    where: { draft, revision: LessThanOrEqual(revision) },
    order: { seq: 'ASC' },
    select,
  });
  const done: typeof rows = [];
  let undone: typeof rows = [];
  for (const row of rows) {
    if (row.kind === 'undo') undone.push(...done.splice(-1));
    else if (row.kind === 'redo') done.push(...undone.splice(-1));
    else if (row.inverse !== null) {
      done.push(row);
      undone = [];
    }
  }
  return done;
}
