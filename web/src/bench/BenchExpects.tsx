import { standingOf } from '@ostrakon/core';
import { lazy, Suspense, useState } from 'react';
import { useFindingNames } from '../proof/useFindingNames.ts';
import { useRan } from '../proof/useProof.ts';
import { StandingMark } from '../trials/StandingMark.tsx';
import { Button } from '../ui/Button.tsx';
import { expectationWords, gotWords, notRunWords, whyWords } from '../words/trialWords.ts';
import { useBench } from './BenchProvider.tsx';

const ExpectDialog = lazy(async () => ({ default: (await import('../trials/ExpectDialog.tsx')).ExpectDialog }));

/** What is expected of the trial on the bench, and whether it holds. */
export function BenchExpects() {
  const { trials, state } = useBench();
  const { runs } = useRan();
  const names = useFindingNames();
  const [changing, setChanging] = useState(false);
  const trial = trials.find(({ id }) => id === state.trial);
  if (!trial) return null;
  const run = runs.find(({ id }) => id === trial.id);
  const draft = run?.draft;
  const expects = trial.expects ?? [];
  return (
    <section aria-label="This trial expects" className="border-line-strong border-t px-4 py-3">
      <h3 className="mb-1 flex items-center justify-between font-semibold text-sm text-ash">
        This trial expects
        <Button look="quiet" onClick={() => setChanging(true)}>
          {expects.length === 0 ? 'Say what…' : 'Change…'}
        </Button>
      </h3>
      {expects.length === 0 && <p className="text-sm text-ash">Nothing yet: it only shows what it gets.</p>}
      {draft && !draft.ok && <p className="text-sm text-fault">{notRunWords(draft)}</p>}
      {draft?.ok && expects.length > 0 && run && (
        <ul className="text-sm">
          {draft.judged.map((judged) => (
            <li
              key={JSON.stringify(judged.expectation)}
              className="flex items-baseline justify-between gap-3 border-line border-b py-1 last:border-b-0"
            >
              <span className="inline-flex items-center gap-1.5">
                <StandingMark standing={judged.verdict} />
                {expectationWords(judged.expectation, names)}
              </span>
              {judged.verdict !== 'holds' && (
                <span
                  title={whyWords(judged, draft, names)}
                  className={judged.verdict === 'fails' ? 'font-semibold text-fault' : 'text-ochre'}
                >
                  {gotWords(judged.expectation, draft, names)}
                </span>
              )}
            </li>
          ))}
        </ul>
      )}
      {run && standingOf(run) === 'holds' && <p className="sr-only">All of it holds.</p>}
      {changing && (
        <Suspense>
          <ExpectDialog trial={trial} onClose={() => setChanging(false)} />
        </Suspense>
      )}
    </section>
  );
}
