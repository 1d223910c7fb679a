import { useEffect, useRef } from 'react';
import { useDraftSession } from '../draft/DraftProvider.tsx';
import { toast } from '../ui/toast.ts';
import { findingWords } from '../words/findingWords.ts';
import { useFindingNames } from './useFindingNames.ts';
import { useLookingAtDraft, useProof, useTold } from './useProof.ts';

/** Findings that are told as soon as an edit brings them. */
const SPOKEN = ['turnedAway', 'moneyLost', 'surprise'];

/** Says at once, and quietly, what the last edit brought. */
function useNewFindings(): void {
  const { of, checking } = useProof();
  const { told } = useTold();
  const names = useFindingNames();
  const session = useDraftSession();
  const before = useRef<{ of: unknown; ids: ReadonlySet<string> } | null>(null);
  useEffect(() => {
    if (of === null || checking) return;
    const ids = new Set(told.map(({ id }) => id));
    const known = before.current;
    before.current = { of, ids };
    // The first look says what was there before; goods, surveys and what is live bring findings no edit brought.
    if (known === null || known.of === of) return;
    const [fresh, ...more] = told.filter(({ id, findings: [first] }) => !known.ids.has(id) && SPOKEN.includes(first.severity));
    if (!fresh) return;
    const { what } = findingWords(fresh, names);
    toast(`New finding: ${what}${more.length > 0 ? ` And ${more.length} more.` : ''}`, {
      // The newest takes the place of the one before it.
      id: 'new-finding',
      action: { label: 'Undo the edit', onClick: session.undo },
    });
  }, [of, checking, told, names, session]);
}

/** Looks at the draft after every edit, and tells what is new. */
export function ProofWatch() {
  useLookingAtDraft();
  useNewFindings();
  return null;
}
