import type { ToldFinding } from '@ostrakon/core';
import { X } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useDraftSession } from '../draft/DraftProvider.tsx';
import { Button, SignButton } from '../ui/Button.tsx';
import { findingWords } from '../words/findingWords.ts';
import { SeverityMark } from './SeverityMark.tsx';
import { useFindingNames } from './useFindingNames.ts';
import { useLookingAtDraft, useProof, useTold } from './useProof.ts';

/** Findings that are told as soon as an edit brings them. */
const SPOKEN = ['turnedAway', 'moneyLost', 'surprise'];
/** Milliseconds a notice stays. */
const STAYS = 12_000;

/** What the last edit brought; nothing where it brought none, and a while later. */
function useBrought(): readonly [readonly ToldFinding[], () => void] {
  const { of, checking } = useProof();
  const { told } = useTold();
  const before = useRef<{ of: unknown; ids: ReadonlySet<string> } | null>(null);
  const [brought, setBrought] = useState<readonly ToldFinding[]>([]);
  useEffect(() => {
    if (of === null || checking) return;
    const known = before.current;
    before.current = { of, ids: new Set(told.map(({ id }) => id)) };
    // The first look says what was there before; goods, surveys and what is live bring findings no edit brought.
    if (known === null || known.of === of) return;
    setBrought(told.filter(({ id, findings: [first] }) => !known.ids.has(id) && SPOKEN.includes(first.severity)));
  }, [of, checking, told]);
  useEffect(() => {
    if (brought.length === 0) return undefined;
    const timer = setTimeout(() => setBrought([]), STAYS);
    return () => clearTimeout(timer);
  }, [brought]);
  return [brought, () => setBrought([])];
}

/** Says at once, and quietly, what the last edit brought: at the side of other messages, which may have an Undo of their own. */
function Brought() {
  const [brought, dismiss] = useBrought();
  const names = useFindingNames();
  const session = useDraftSession();
  const [first, ...more] = brought;
  return (
    <div role="status" className="fixed start-[26rem] bottom-3 z-40 max-w-md print:hidden max-lg:start-3 max-lg:top-28 max-lg:bottom-auto">
      {first && (
        <div className="flex items-start gap-2 rounded-lg border border-line-strong bg-paper px-3 py-2 text-sm shadow-lg">
          <span className="pt-1">
            <SeverityMark severity={first.findings[0].severity} />
          </span>
          <span className="min-w-0">
            New finding: {findingWords(first, names).what}
            {more.length > 0 && ` And ${more.length} more.`}
            <span className="flex items-center gap-3">
              <Link to="/proof" className="inline-flex h-8 items-center text-clay underline" onClick={dismiss}>
                Look at it
              </Link>
              <Button
                look="quiet"
                onClick={() => {
                  session.undo();
                  dismiss();
                }}
              >
                Undo the edit
              </Button>
            </span>
          </span>
          <SignButton label="Put this notice away" onClick={dismiss}>
            <X size={14} aria-hidden />
          </SignButton>
        </div>
      )}
    </div>
  );
}

/** Looks at the draft after every edit, and tells what is new. */
export function ProofWatch() {
  useLookingAtDraft();
  return <Brought />;
}
