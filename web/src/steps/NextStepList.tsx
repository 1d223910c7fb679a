import { Link } from 'react-router';
import { Button } from '../ui/Button.tsx';
import type { NextStep } from './nextSteps.ts';

/** What comes next, each with its place and a way to put it away. */
export function NextStepList({ steps, onPutAway }: { steps: readonly NextStep[]; onPutAway: (id: string) => void }) {
  if (steps.length === 0) return <p className="text-ash">Nothing is left to set up.</p>;
  return (
    <ul className="divide-y divide-line">
      {steps.map(({ id, to, name, why }) => (
        <li key={id} className="flex items-center justify-between gap-4 py-1.5">
          <span>
            <Link to={to} className="text-clay underline">
              {name}
            </Link>
            : {why}.
          </span>
          <Button look="quiet" aria-label={`Put away: ${name}`} onClick={() => onPutAway(id)}>
            Put away
          </Button>
        </li>
      ))}
    </ul>
  );
}
