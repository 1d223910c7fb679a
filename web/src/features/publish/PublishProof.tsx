import type { BookEffect } from '@ostrakon/core';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { proofDesk } from '../../proof/proofDesk.ts';
import { SeverityMark } from '../../proof/SeverityMark.tsx';
import { useFindingNames } from '../../proof/useFindingNames.ts';
import { useProof, useTold } from '../../proof/useProof.ts';
import { Button } from '../../ui/Button.tsx';
import { effectWords } from '../../words/effectWords.ts';
import { findingWords } from '../../words/findingWords.ts';

/** Findings of the draft that the live edition has not. */
function NewFindings() {
  const { looked } = useProof();
  const { told } = useTold();
  const names = useFindingNames();
  if (looked === null || looked.live === null) return null;
  const live = new Set(looked.live);
  const fresh = told.filter(({ id, findings: [first] }) => !live.has(id) && first.severity !== 'note');
  if (fresh.length === 0) return <p className="rounded-md bg-glaze-soft px-3 py-2 text-glaze">No finding that is not live already.</p>;
  return (
    <section aria-label="New findings" className="rounded-lg border border-ochre bg-ochre-soft px-3 py-2">
      <h2 className="font-semibold text-ochre">
        {fresh.length === 1 ? 'One finding' : `${fresh.length} findings`} that are not live{' '}
        <Link to="/proof" className="ms-1 font-normal text-clay underline">
          Look at them
        </Link>
      </h2>
      <ul className="mt-1 space-y-0.5 text-sm">
        {fresh.map((one) => (
          <li key={one.id} className="flex items-baseline gap-2">
            <SeverityMark severity={one.findings[0].severity} />
            {findingWords(one, names).what}
          </li>
        ))}
      </ul>
    </section>
  );
}

const FEW = 12;

/** What buyers get otherwise once the draft is live, for every cart; and findings that are new. */
export function PublishProof() {
  const { of, checking, looked } = useProof();
  const names = useFindingNames();
  const [found, setFound] = useState<{ of: unknown; effect: BookEffect | null } | null>(null);
  const [all, setAll] = useState(false);
  useEffect(() => {
    if (checking || of === null) return undefined;
    let gone = false;
    void proofDesk.effect().then((effect) => {
      if (!gone) setFound({ of, effect });
    });
    return () => {
      gone = true;
    };
  }, [checking, of]);
  if (looked?.live === null) return null;
  if (found === null) return <p className="text-sm text-ash">Working out what every cart would get…</p>;
  if (found.effect === null) return null;
  const { plain, more } = effectWords(found.effect, new Date().toISOString(), names);
  const shown = all ? plain : plain.slice(0, FEW);
  return (
    <>
      <NewFindings />
      <section aria-label="What buyers get otherwise">
        <h2 className="font-serif text-lg font-semibold">What buyers get otherwise</h2>
        {plain.length + more.length === 0 ? (
          <p>Every cart gets the same as now.</p>
        ) : (
          <ul className="mt-1 divide-y divide-line rounded-lg border border-line-strong bg-paper">
            {shown.map((sentence) => (
              <li key={sentence} className="px-3 py-1.5">
                {sentence}
              </li>
            ))}
          </ul>
        )}
        {plain.length > FEW && (
          <Button look="quiet" onClick={() => setAll(!all)}>
            {all ? 'Show fewer' : `Show all ${plain.length}`}
          </Button>
        )}
        {more.length > 0 && (
          <details className="mt-1 text-sm">
            <summary className="cursor-pointer py-1 text-ash">
              {more.length} more: with a coupon, after an order, on other days, of several kinds of goods, or only the reason differs
            </summary>
            <ul className="mt-1 space-y-0.5">
              {more.map((sentence) => (
                <li key={sentence}>{sentence}</li>
              ))}
            </ul>
          </details>
        )}
      </section>
    </>
  );
}
