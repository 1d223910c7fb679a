import { expect, test } from 'vitest';
import type { Database, Write } from '../../persistence/database.ts';
import type { ParcelLabelRow } from '../../persistence/orderEntities.ts';
import { LabelStore } from './labelStore.ts';

type Turn = 'kept' | 'refused at once' | 'broken off';

/** A store whose writes go as they are told, one after the other, each when it is let through. */
function plannedStore(turns: readonly Turn[]) {
  const kept: number[][] = [];
  const waiting: (() => void)[] = [];
  let at = 0;
  const write = async (work: (write: Write) => Promise<unknown>): Promise<unknown> => {
    const turn = turns[at];
    at += 1;
    await new Promise<void>((go) => waiting.push(go));
    if (turn === 'refused at once') throw new Error('no room');
    const written: number[] = [];
    const query = async (sql: string, values: unknown[]) => {
      const said = values.at(-1) as string;
      if (sql.includes(`'bought'`) && sql.includes('tracking')) written.push(...JSON.parse(said).map(({ id }: { id: number }) => id));
    };
    await work({ manager: { query } as unknown as Write['manager'], afterCommit: () => undefined });
    if (turn === 'broken off') throw new Error('no room');
    kept.push(written);
    return undefined;
  };
  const next = async () => {
    await expect.poll(() => waiting.length).toBeGreaterThan(0);
    waiting.shift()?.();
  };
  return { kept, next, database: { write } as unknown as Database };
}

const feed = { tell: () => undefined, mention: () => undefined };
const label = (id: number) => ({ id, consignment: 1 }) as ParcelLabelRow;
const said = { came: 'bought', tracking: 'AB', cost: 500 } as const;

test('what carriers say while the store is busy is kept together, each once', async () => {
  const { kept, next, database } = plannedStore(['kept', 'kept']);
  const store = new LabelStore(database, () => '2026-11-23T14:00:00Z', feed);
  const first = [store.keep(label(1), said), store.keep(label(2), said)];
  await next();
  await Promise.all(first);
  const second = store.keep(label(3), said);
  await next();
  await second;
  expect(kept).toEqual([[1, 2], [3]]);
});

test.each([
  ['refused at once', [[3]]],
  ['broken off', [[2, 3]]],
] as const)('a write that is %s keeps nothing, tells whoever waits for it, and nobody else', async (turn, expected) => {
  const { kept, next, database } = plannedStore([turn, 'kept']);
  const store = new LabelStore(database, () => '2026-11-23T14:00:00Z', feed);
  const first = store.keep(label(1), said);
  const failed = expect(first).rejects.toThrow('no room');
  // The one after it comes while the first is written, or with it where that never begins.
  const during = turn === 'broken off' ? next().then(() => store.keep(label(2), said)) : next();
  await failed;
  const after = store.keep(label(3), said);
  await next();
  await Promise.all([during, after]);
  expect(kept).toEqual(expected);
});
