import { standingOf } from '@ostrakon/core';
import { useRan, useTold } from '../proof/useProof.ts';

/** How many findings turn buyers away or lose money. */
function FindingCount() {
  const { told } = useTold();
  const grave = told.filter(({ findings: [first] }) => first.severity === 'turnedAway' || first.severity === 'moneyLost').length;
  if (grave === 0) return null;
  return (
    <>
      {' '}
      <span className="ms-0.5 rounded-full bg-clay px-1.5 text-xs font-semibold text-paper">
        {grave}
        <span className="sr-only"> that turn buyers away or lose money</span>
      </span>
    </>
  );
}

/** How many trials fail. */
function FailingCount() {
  const failing = useRan().runs.filter((run) => standingOf(run) === 'fails').length;
  if (failing === 0) return null;
  return (
    <>
      {' '}
      <span
        className="ms-0.5 rounded-full bg-fault px-1.5 text-xs font-semibold text-paper"
        title={`${failing === 1 ? 'One trial fails' : `${failing} trials fail`}`}
      >
        <span aria-hidden>✕</span>
        <span className="sr-only">, trials that fail: </span>
        {failing}
      </span>
    </>
  );
}

/** What proof has to say, beside its name. */
export const ProofCounts = () => (
  <>
    <FindingCount />
    <FailingCount />
  </>
);
