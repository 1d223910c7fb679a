import { useDeferredValue, useMemo, useState } from 'react';
import { useDraft } from '../draft/DraftProvider.tsx';
import { useChanges } from '../draft/useChanges.ts';
import { type NextStep, nextSteps } from './nextSteps.ts';

const KEY = 'ostrakon-put-away';

function readPutAway(): ReadonlySet<string> {
  try {
    return new Set((localStorage.getItem(KEY) ?? '').split(' ').filter((id) => id !== ''));
  } catch {
    return new Set();
  }
}

/** What comes next and was not put away; this browser remembers what was. */
export function useNextSteps(): { readonly steps: readonly NextStep[]; readonly putAway: (id: string) => void } {
  // Worked out after the sheet and the bench have been drawn.
  const book = useDeferredValue(useDraft().book);
  const changes = useChanges();
  const [away, setAway] = useState(readPutAway);
  const steps = useMemo(
    () => (changes === null ? [] : nextSteps(book, changes.live !== null)).filter(({ id }) => !away.has(id)),
    [book, changes, away],
  );
  const putAway = (id: string) => {
    const next = new Set(away).add(id);
    setAway(next);
    try {
      localStorage.setItem(KEY, [...next].join(' '));
    } catch {
      // Without storage it holds until the page is left.
    }
  };
  return { steps, putAway };
}
