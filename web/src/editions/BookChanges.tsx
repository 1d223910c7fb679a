import type { BookEffect, RateBook } from '@ostrakon/core';
import { useEffect, useMemo, useState } from 'react';
import { describeChanges } from '../draft/describe.ts';
import { proofDesk } from '../proof/proofDesk.ts';
import { useFindingNames } from '../proof/useFindingNames.ts';
import { useProof } from '../proof/useProof.ts';
import { Button } from '../ui/Button.tsx';
import { effectWords } from '../words/effectWords.ts';
import { ChangeGroups } from './ChangeGroups.tsx';

const FEW = 12;

function Sentences({ list }: { list: readonly string[] }) {
  const [all, setAll] = useState(false);
  return (
    <>
      <ul className="divide-y divide-line rounded-lg border border-line-strong bg-paper">
        {(all ? list : list.slice(0, FEW)).map((sentence) => (
          <li key={sentence} className="px-3 py-1.5 text-sm">
            {sentence}
          </li>
        ))}
      </ul>
      {list.length > FEW && !all && (
        <Button look="quiet" onClick={() => setAll(true)}>
          Show all {list.length}
        </Button>
      )}
    </>
  );
}

/** What one book changes of another: its rules, and what carts get otherwise. */
export function BookChanges({ before, after }: { before: RateBook; after: RateBook }) {
  const names = useFindingNames();
  const { looked } = useProof();
  const known = looked !== null;
  const [found, setFound] = useState<{ readonly of: readonly [RateBook, RateBook]; readonly effect: BookEffect | null } | null>(null);
  useEffect(() => {
    if (!known) return undefined;
    let gone = false;
    void proofDesk.effect(before, after).then((effect) => {
      if (!gone) setFound({ of: [before, after], effect });
    });
    return () => {
      gone = true;
    };
  }, [before, after, known]);
  const rules = useMemo(() => describeChanges(before, after), [before, after]);
  const effect = found?.of[0] === before && found.of[1] === after ? found.effect : undefined;
  const { plain, more } = effect ? effectWords(effect, new Date().toISOString(), { ...names, book: after }) : { plain: [], more: [] };
  return (
    <div className="grid gap-4 min-[1100px]:grid-cols-2">
      <section aria-label="Rules that read differently">
        <h3 className="mb-1 font-semibold">
          {rules.length === 0
            ? 'No rule reads differently'
            : rules.length === 1
              ? 'One rule reads differently'
              : `${rules.length} rules read differently`}
        </h3>
        {rules.length > 0 && <ChangeGroups changes={rules} book={after} />}
      </section>
      <section aria-label="What buyers get otherwise">
        <h3 className="mb-1 font-semibold">What buyers get otherwise</h3>
        {effect === undefined ? (
          <p className="text-sm text-ash">Working out what every cart would get…</p>
        ) : plain.length + more.length === 0 ? (
          <p className="text-sm">Every cart gets the same.</p>
        ) : (
          <Sentences list={[...plain, ...more]} />
        )}
      </section>
    </div>
  );
}
