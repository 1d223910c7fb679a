import { canStepBack, marked, type OrderMark } from '@ostrakon/core';
import type { DeskMarked, DeskMarks, DeskRow } from '@ostrakon/core/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { problemWords } from '../../access/problemWords.ts';
import { toast } from '../../ui/toast.ts';
import { deskApi } from './deskApi.ts';
import { STATE_WORDS } from './orderWords.ts';

const count = (many: number, of: string) => (many === 1 ? `1 ${of}` : `${many} ${of}s`);

/** What is said of those that could not be marked. */
function leftWords(results: DeskMarked['results']): string {
  const of = (came: string) => results.filter((one) => one.came === came);
  const words = [];
  const changed = of('changed').length + of('gone').length;
  if (changed > 0) words.push(`${count(changed, 'order')} changed meanwhile by somebody else; look again`);
  const [first, ...more] = of('notPossible');
  if (first) {
    const state = first.state === null ? '' : STATE_WORDS[first.state];
    words.push(`${count(more.length + 1, 'order')} cannot, being ${state}`);
  }
  return words.join('. ');
}

const DONE: Readonly<Record<DeskMarks['step'], string>> = {
  begin: 'being packed',
  pack: 'packed',
  handOver: 'handed over',
  deliver: 'arrived',
  collect: 'collected',
  cancel: 'called off',
  back: 'one step back',
};

export type Markable = Pick<DeskRow, 'id' | 'revision' | 'state' | 'kind'>;

/** Marks orders, tells what came of it, and offers to take it back. */
export function useMarks() {
  const client = useQueryClient();
  const readAnew = useCallback(
    () => client.invalidateQueries({ queryKey: ['desk'], predicate: ({ queryKey }) => queryKey[1] !== 'facts' }),
    [client],
  );
  const send = useCallback(
    async (step: DeskMarks['step'], rows: readonly Markable[]) => {
      const able = rows.filter(({ state, kind }) => (step === 'back' ? canStepBack(state) : marked(state, step, kind) !== null));
      if (able.length === 0) {
        const [first] = rows;
        if (first) toast(`${count(rows.length, 'order')} cannot be ${DONE[step]}: ${STATE_WORDS[first.state]}`);
        return;
      }
      try {
        const { results } = await deskApi.mark({ step, of: able.map(({ id, revision }) => ({ id, revision })) });
        const done = results.filter(({ came }) => came === 'done');
        const left = leftWords(results);
        if (left !== '') toast.error(left);
        const undo = done.flatMap(({ id, revision, state }) =>
          revision !== null && state !== null && canStepBack(state) ? [{ id, revision }] : [],
        );
        if (done.length > 0)
          toast(`${count(done.length, 'order')} ${DONE[step]}`, {
            ...(step !== 'back' &&
              undo.length > 0 && {
                action: { label: 'Undo', onClick: () => void deskApi.mark({ step: 'back', of: undo }).then(readAnew) },
              }),
          });
      } catch (failed) {
        toast.error(problemWords(failed));
      }
      await readAnew();
    },
    [readAnew],
  );
  return { mark: send as (step: OrderMark | 'back', rows: readonly Markable[]) => Promise<void>, readAnew };
}
