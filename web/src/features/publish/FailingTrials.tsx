import { type Failing, standingOf, type Trial } from '@ostrakon/core';
import { Link } from 'react-router';
import { useFindingNames } from '../../proof/useFindingNames.ts';
import { useRan } from '../../proof/useProof.ts';
import { StandingMark } from '../../trials/StandingMark.tsx';
import { useTrials } from '../../trials/useTrials.ts';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { notRunWords, whyWords } from '../../words/trialWords.ts';

/** What is said of trials that fail before publishing all the same. */
export interface Waived {
  readonly ticked: boolean;
  readonly reason: string;
}

/** Trials that fail in the draft. */
export function useFailing(): readonly Trial[] {
  const { trials } = useTrials();
  const { runs } = useRan();
  const failing = new Set(runs.flatMap((run) => (standingOf(run) === 'fails' ? [run.id] : [])));
  return trials.filter(({ id }) => failing.has(id));
}

/** What is kept of trials that fail; null where something is still to be said. */
export function failingOf(failing: readonly Trial[], { ticked, reason }: Waived): Failing | undefined | null {
  if (failing.length === 0) return undefined;
  return ticked && reason.trim() !== '' ? { trials: failing.map(({ name }) => name), reason } : null;
}

/** Trials that fail, and the reason for publishing all the same. */
export function FailingTrials({
  failing,
  waived,
  onWaive,
  asked,
}: {
  failing: readonly Trial[];
  waived: Waived;
  onWaive: (waived: Waived) => void;
  asked: boolean;
}) {
  const { runs } = useRan();
  const names = useFindingNames();
  if (failing.length === 0) return null;
  const whyOf = (id: string) => {
    const draft = runs.find((run) => run.id === id)?.draft;
    if (!draft) return '';
    return draft.ok
      ? draft.judged.flatMap((one) => (one.verdict === 'fails' ? [whyWords(one, draft, names)] : [])).join(' ')
      : notRunWords(draft);
  };
  return (
    <section aria-label="Trials that fail" className="rounded-lg border border-fault bg-fault-soft px-3 py-2">
      <h2 className="font-semibold text-fault">
        {failing.length === 1 ? 'One trial fails' : `${failing.length} trials fail`}{' '}
        <Link to="/proof/trials" className="ms-1 font-normal text-clay underline">
          Look at them
        </Link>
      </h2>
      <ul className="mt-1 space-y-0.5 text-sm">
        {failing.map(({ id, name }) => (
          <li key={id} className="flex items-center gap-2">
            <StandingMark standing="fails" />
            <span>
              <strong className="font-semibold">{name}</strong> {whyOf(id)}
            </span>
          </li>
        ))}
      </ul>
      <label className="mt-2 flex items-center gap-2">
        <input type="checkbox" checked={waived.ticked} onChange={(event) => onWaive({ ...waived, ticked: event.target.checked })} />
        Publish all the same
      </label>
      {waived.ticked && (
        <div className="mt-1 bg-fault-soft">
          <LabelledInput
            label="Why? It is kept with the edition"
            hint="the carrier raised its prices"
            value={waived.reason}
            fault={asked && waived.reason.trim() === '' ? 'Say why it is published all the same' : undefined}
            onType={(reason) => onWaive({ ...waived, reason })}
          />
        </div>
      )}
      {asked && !waived.ticked && (
        <p role="alert" className="mt-1 text-fault text-sm">
          Tick that it is to be published all the same, or mend the trials first.
        </p>
      )}
    </section>
  );
}
