import { standingOf, type Trial, type TrialRun } from '@ostrakon/core';
import { useEffect, useMemo, useState } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { rateDesk } from '../../carriers/rateDesk.ts';
import { useFindingNames } from '../../proof/useFindingNames.ts';
import { useRan } from '../../proof/useProof.ts';
import { ExpectDialog } from '../../trials/ExpectDialog.tsx';
import { StandingMark } from '../../trials/StandingMark.tsx';
import { useTrials } from '../../trials/useTrials.ts';
import { Button } from '../../ui/Button.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { useAddress } from '../../ui/useAddress.ts';
import { trialCartWords } from '../../words/trialWords.ts';
import { EveryZone } from './EveryZone.tsx';
import { ExpectAllDialog } from './ExpectAllDialog.tsx';
import { TrialFiles } from './TrialFiles.tsx';
import { TrialTable } from './TrialTable.tsx';
import { ordered, type TrialOrder } from './trialOrder.ts';

const ORDERS = [
  ['standing', 'Failing first'],
  ['own', 'In my order'],
] as const satisfies readonly (readonly [TrialOrder, string])[];

const counted = (runs: readonly TrialRun[], side: 'draft' | 'live') =>
  runs.filter((run) => {
    const of = run[side];
    return of !== null && (side === 'draft' ? standingOf(run) === 'fails' : !of.ok || of.verdict === 'fails');
  }).length;

const failWords = (failing: number, all: number) =>
  failing === 0
    ? 'Every trial holds in the draft'
    : `${failing} of ${all} ${all === 1 ? 'trial' : 'trials'} ${failing === 1 ? 'fails' : 'fail'} in the draft`;

function Heading({ trials, runs }: { trials: readonly Trial[]; runs: readonly TrialRun[] }) {
  const { live: hasLive } = runs[0] ?? { live: null };
  const expecting = trials.filter(({ expects }) => expects !== undefined && expects.length > 0).length;
  const [failing, failingLive] = [counted(runs, 'draft'), counted(runs, 'live')];
  const open = runs.filter((run) => standingOf(run) === 'open').length;
  return (
    <div className="min-w-0 flex-1">
      <h1 className="font-serif text-xl font-semibold">
        {expecting === 0 && failing === 0 ? 'Trials' : failWords(failing, trials.length)}
      </h1>
      <p className="text-sm text-ash" aria-live="polite">
        {expecting === 0
          ? 'Nothing is expected of them yet, so they only show what they get.'
          : `Run again on every edit.${open > 0 ? ` ${open} cannot be told until a carrier has answered.` : ''}${hasLive === null ? '' : ` Live, ${failingLive === 0 ? 'none fails' : `${failingLive} ${failingLive === 1 ? 'fails' : 'fail'}`}.`}`}
      </p>
      {runs.length > 0 && runs.length <= 60 && (
        <p aria-hidden className="mt-1 flex flex-wrap gap-0.5">
          {ordered(trials, runs, 'standing').map(({ id }) => (
            <StandingMark key={id} look="bar" standing={standingIn(runs, id)} />
          ))}
        </p>
      )}
    </div>
  );
}

const standingIn = (runs: readonly TrialRun[], id: string) => {
  const run = runs.find((one) => one.id === id);
  return run ? standingOf(run) : null;
};

/** Saved carts, what each should get and what it gets: in the draft and live. */
export function TrialsScreen() {
  const { trials, undo, undoWords } = useTrials();
  const { runs, wanted } = useRan();
  const { send, state } = useBench();
  const names = useFindingNames();
  const [search, change] = useAddress();
  const [expecting, setExpecting] = useState<string | null>(null);
  const [all, setAll] = useState(false);
  // While trials are looked at, carriers are asked what their prices hang on.
  useEffect(() => rateDesk.want(wanted), [wanted]);
  const order: TrialOrder = search.get('order') === 'own' ? 'own' : 'standing';
  const list = useMemo(() => ordered(trials, runs, order), [trials, runs, order]);
  const across = trials.find(({ id }) => id === search.get('zones'));
  const held = trials.find(({ id }) => id === expecting);
  if (across) return <EveryZone trial={across} onBack={() => change({ zones: null })} />;
  return (
    <div className="p-4">
      <div className="mb-3 flex flex-wrap items-start gap-3">
        <Heading trials={trials} runs={runs} />
        <span className="flex flex-wrap gap-2">
          {undoWords !== null && (
            <Button onClick={() => void undo()} title={`Undo ${undoWords}`}>
              Undo {undoWords}
            </Button>
          )}
          <TrialFiles />
          <Button onClick={() => setAll(true)} disabled={trials.length === 0}>
            Expect what they get now…
          </Button>
        </span>
      </div>
      {trials.length === 0 ? (
        <p className="max-w-prose text-ash">
          No cart is saved yet. Fill one on the bench and press <strong className="font-semibold text-ink">Save as trial</strong>, or read
          some from a file. Then say what it should get: it is checked after every edit, and before anything is published.
        </p>
      ) : (
        <>
          <div className="mb-2">
            <Segments label="Order" value={order} choices={ORDERS} onChange={(next) => change({ order: next === 'own' ? next : null })} />
          </div>
          <TrialTable
            list={list}
            runs={runs}
            order={order}
            onBench={state.trial}
            put={(trial) => send({ kind: 'load', trial })}
            onExpect={setExpecting}
            onZones={(id) => change({ zones: id })}
            about={(trial) => trialCartWords(trial, names)}
          />
        </>
      )}
      {held && <ExpectDialog key={held.id} trial={held} onClose={() => setExpecting(null)} />}
      {all && <ExpectAllDialog onClose={() => setAll(false)} />}
    </div>
  );
}
