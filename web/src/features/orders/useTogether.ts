import type { DeskRow, GiveBack, TogetherSet } from '@ostrakon/core/contract';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { problemWords } from '../../access/problemWords.ts';
import { toast } from '../../ui/toast.ts';
import { useDesk } from './Desk.tsx';
import { deskApi, deskQueries } from './deskApi.ts';

const nameOf = ({ of }: TogetherSet) => of.map(({ id }) => id).join(' ');

/** What can travel as one, less what somebody wants apart; and letting it. */
export function useTogether(readAnew: () => Promise<void>) {
  const { format } = useDesk();
  const { data } = useQuery(deskQueries.together);
  const [apart, setApart] = useState<ReadonlySet<string>>(new Set());
  const sets = useMemo(() => (data?.sets ?? []).filter((set) => !apart.has(nameOf(set))), [data, apart]);
  const join = async (rows: readonly Pick<DeskRow, 'id' | 'revision'>[], giveBack: GiveBack) => {
    try {
      const { results } = await deskApi.together(
        rows.map(({ id, revision }) => ({ id, revision })),
        giveBack,
      );
      const [first] = results;
      toast(`${format.count(rows.length, 'order')} travel together`, {
        action: { label: 'Undo', onClick: () => void (first && deskApi.apart(first.id).then(readAnew)) },
      });
    } catch (failed) {
      toast.error(problemWords(failed));
    }
    await readAnew();
  };
  const keepApart = (set: TogetherSet) => setApart(new Set([...apart, nameOf(set)]));
  return { sets, join, keepApart };
}
