import type { RateBook, TrialSide, Verdict } from '@ostrakon/core';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { rateDesk } from '../../carriers/rateDesk.ts';
import { proofDesk } from '../../proof/proofDesk.ts';
import type { TrialRuns } from '../../proof/trialRuns.ts';
import { useFindingNames } from '../../proof/useFindingNames.ts';
import { useRan } from '../../proof/useProof.ts';
import { StandingMark } from '../../trials/StandingMark.tsx';
import { allWords, notRunWords } from '../../words/trialWords.ts';

const STANDING: Readonly<Record<Verdict, 'holds' | 'fails' | 'open'>> = { holds: 'holds', fails: 'fails', open: 'open' };

function Side({ side }: { side: TrialSide | null }) {
  const names = useFindingNames();
  if (side === null) return <span className="text-ash">nothing</span>;
  if (!side.ok) return <span className="text-fault">{notRunWords(side)}</span>;
  return (
    <span className="flex items-start gap-2">
      <StandingMark standing={side.verdict === null ? null : STANDING[side.verdict]} />
      {allWords(side, names)}
    </span>
  );
}

/** Every trial on two books, side by side; those that come out otherwise first. */
export function CompareTrials({ before, after }: { before: RateBook; after: RateBook }) {
  const { trials } = useBench();
  const { answers } = useSyncExternalStore(rateDesk.subscribe, rateDesk.getSnapshot);
  const { at } = useRan();
  const [found, setFound] = useState<{ readonly of: readonly [RateBook, RateBook]; readonly ran: TrialRuns } | null>(null);
  // Asked anew when carriers have said something, or the trials were run for another reason.
  // biome-ignore lint/correctness/useExhaustiveDependencies: what the answer rests on is held where it is worked out
  useEffect(() => {
    let gone = false;
    void proofDesk.beside(before, after, new Date().toISOString()).then((ran) => {
      if (!gone) setFound({ of: [before, after], ran });
    });
    return () => {
      gone = true;
    };
  }, [before, after, trials, answers, at]);
  const ran = found?.of[0] === before && found.of[1] === after ? found.ran : null;
  useEffect(() => {
    if (ran) rateDesk.want(ran.wanted);
  }, [ran]);
  if (trials.length === 0) return <p className="text-ash">No trials were saved yet. Save a cart on the bench as one.</p>;
  if (ran === null) return <p className="text-ash">Running the trials on both…</p>;
  const rows = ran.runs.map((run) => ({ ...run, isOther: JSON.stringify(run.draft) !== JSON.stringify(run.live) }));
  const sorted = [...rows].sort((a, b) => Number(b.isOther) - Number(a.isOther));
  const others = rows.filter(({ isOther }) => isOther).length;
  return (
    <section aria-label="Trials, before and after">
      <p className="mb-1 text-sm text-ash">
        {others === 0 ? 'Every trial comes out the same.' : `${others} of ${rows.length} come out otherwise.`}
      </p>
      <div className="overflow-x-auto rounded-lg border border-line-strong bg-paper">
        <table aria-label="Trials before and after" className="w-full text-sm">
          <thead>
            <tr className="border-line border-b text-ash">
              {['Trial', 'Before', 'After'].map((head) => (
                <th key={head} scope="col" className="px-3 py-1.5 text-start font-semibold">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {sorted.map(({ id, live, draft, isOther }) => (
              <tr key={id} className={`border-line border-b align-top last:border-b-0 ${isOther ? '' : 'text-ash'}`}>
                <th scope="row" className="px-3 py-1.5 text-start font-semibold">
                  {trials.find((trial) => trial.id === id)?.name}
                </th>
                <td className="px-3 py-1.5">
                  <Side side={live} />
                </td>
                <td className={`px-3 py-1.5 ${isOther ? 'bg-clay-soft' : ''}`}>
                  <Side side={draft} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
