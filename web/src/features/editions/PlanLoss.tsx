import { takenBack } from '@ostrakon/core/proof';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { editionsApi } from '../../api/editionsApi.ts';
import { describeChanges } from '../../draft/describe.ts';
import { editionBook } from '../../editions/useEditions.ts';
import { useFindingNames } from '../../proof/useFindingNames.ts';
import { Button } from '../../ui/Button.tsx';
import { changeWords } from '../../words/changeWords.ts';

const FEW = 4;

/** What a plan would take back of what is live, for it was made from an older edition; nothing where it would take back nothing. */
export function PlanLoss({ edition, live, onBring }: { edition: number; live: number; onBring: () => void }) {
  const { format, subdivision } = useFindingNames();
  const { data: own } = useQuery({
    queryKey: ['commands', 'edition', edition],
    queryFn: () => editionsApi.commands(edition),
    staleTime: Infinity,
  });
  const base = own?.base ?? null;
  const isOlder = base !== null && base !== live;
  const [{ data: from }, { data: planned }, { data: present }] = [
    useQuery({ ...editionBook(base ?? 0), enabled: isOlder }),
    useQuery({ ...editionBook(edition), enabled: isOlder }),
    useQuery({ ...editionBook(live), enabled: isOlder }),
  ];
  const lost = useMemo(() => {
    if (!from || !planned || !present) return [];
    const without = takenBack(from, planned, present);
    return describeChanges(present, without).map((change) => changeWords(change, format, subdivision, without));
  }, [from, planned, present, format, subdivision]);
  if (!isOlder || lost.length === 0) return null;
  return (
    <div className="mt-1 rounded-md bg-ochre-soft px-3 py-1.5 text-sm text-ochre">
      Made from edition {base}, it would take back what edition {live} brought; from then on:
      <ul className="list-disc ps-5">
        {lost.slice(0, FEW).map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
        {lost.length > FEW && <li>and {lost.length - FEW} more</li>}
      </ul>
      <Button look="quiet" aria-label={`Bring the plan of edition ${edition} up to date`} onClick={onBring}>
        Bring it up to date…
      </Button>
    </div>
  );
}
