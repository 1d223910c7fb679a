import type { BookEffect, ToldFinding } from '@ostrakon/core';
import { X } from 'lucide-react';
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useDraftSession } from '../draft/DraftProvider.tsx';
import type { Turn } from '../draft/draftSession.ts';
import { Button, SignButton } from '../ui/Button.tsx';
import { commandWords } from '../words/commandWords.ts';
import { effectWords } from '../words/effectWords.ts';
import { findingWords } from '../words/findingWords.ts';
import { proofDesk } from './proofDesk.ts';
import { SeverityMark } from './SeverityMark.tsx';
import { useFindingNames } from './useFindingNames.ts';
import { useLookingAtDraft, useProof, useTold } from './useProof.ts';
import { useUpcoming } from './useUpcoming.ts';

/** Findings that are told as soon as an edit brings them. */
const SPOKEN = ['turnedAway', 'moneyLost', 'surprise'];
/** Milliseconds a notice stays. */
const STAYS = 12_000;

/** What the last edit brought; nothing where it brought none, and a while later. */
function useBrought(): readonly [readonly ToldFinding[], () => void] {
  const { of, checking } = useProof();
  const { told } = useTold();
  const session = useDraftSession();
  // What was looked at before this draft came on screen is another draft.
  const [other] = useState(() => proofDesk.getSnapshot().of);
  const before = useRef<{ of: unknown; ids: ReadonlySet<string> } | null>(null);
  const [brought, setBrought] = useState<readonly ToldFinding[]>([]);
  useEffect(() => {
    if (of === null || of === other || checking) return;
    const known = before.current;
    before.current = { of, ids: new Set(told.map(({ id }) => id)) };
    // The first look says what was there before; goods, surveys and what is live bring findings no edit brought.
    if (known === null || known.of === of) return;
    // What an undo brings back was there before: it is told as what the undo did.
    const isNew = ({ id, findings: [first] }: ToldFinding) => !known.ids.has(id) && SPOKEN.includes(first.severity);
    setBrought(session.turned === null ? told.filter(isNew) : []);
  }, [of, other, checking, told, session]);
  useEffect(() => {
    if (brought.length === 0) return undefined;
    const timer = setTimeout(() => setBrought([]), STAYS);
    return () => clearTimeout(timer);
  }, [brought]);
  return [brought, () => setBrought([])];
}

/** What buyers get otherwise since the last undo or redo, a sentence, and how many more there are; for a while. */
function useTurned(): readonly [{ readonly done: string; readonly what: string; readonly more: number } | null, () => void] {
  const { of, checking } = useProof();
  const session = useDraftSession();
  const names = useFindingNames();
  const told = useRef<Turn | null>(null);
  const [shown, setShown] = useState<{ readonly turn: Turn; readonly effect: BookEffect } | null>(null);
  useEffect(() => {
    const { turned } = session;
    if (turned === null) setShown(null);
    if (of === null || checking || turned === null || turned === told.current || of === turned.before) return;
    told.current = turned;
    void proofDesk.effect(turned.before).then((effect) => {
      if (effect !== null && session.turned === turned) setShown({ turn: turned, effect });
    });
  }, [of, checking, session]);
  useEffect(() => {
    if (shown === null) return undefined;
    const timer = setTimeout(() => setShown(null), STAYS);
    return () => clearTimeout(timer);
  }, [shown]);
  const text = useMemo(() => {
    if (shown === null) return null;
    const { plain, more } = effectWords(shown.effect, new Date().toISOString(), names);
    const [first = 'Every cart gets the same as before', ...rest] = [...plain, ...more];
    const done = `${shown.turn.kind === 'undo' ? 'Undone' : 'Done again'}: ${commandWords(shown.turn.command)}`;
    return { done, what: first, more: rest.length };
  }, [shown, names]);
  return [text, () => setShown(null)];
}

function Note({ dismiss, children }: { readonly dismiss: () => void; readonly children: ReactNode }) {
  return (
    <div className="flex items-start gap-2 rounded-lg border border-line-strong bg-paper px-3 py-2 text-sm shadow-lg">
      {children}
      <SignButton label="Put this notice away" onClick={dismiss}>
        <X size={14} aria-hidden />
      </SignButton>
    </div>
  );
}

function BroughtNote({ brought: [first, ...more], dismiss }: { readonly brought: readonly ToldFinding[]; readonly dismiss: () => void }) {
  const names = useFindingNames();
  const session = useDraftSession();
  if (!first) return null;
  return (
    <Note dismiss={dismiss}>
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
    </Note>
  );
}

/** Says at once, and quietly, what the last edit brought or what its undo did: at the side of other messages, which may have an Undo of their own. */
function Notice() {
  const [brought, dismissBrought] = useBrought();
  const [turned, dismissTurned] = useTurned();
  return (
    <div role="status" className="fixed start-[26rem] bottom-3 z-40 max-w-md print:hidden max-lg:start-3 max-lg:top-28 max-lg:bottom-auto">
      {brought.length > 0 && <BroughtNote brought={brought} dismiss={dismissBrought} />}
      {brought.length === 0 && turned && (
        <Note dismiss={dismissTurned}>
          <span className="min-w-0">
            {turned.done}. {turned.what}.{turned.more > 0 && ` And ${turned.more} more.`}
          </span>
        </Note>
      )}
    </div>
  );
}

/** Looks at the draft after every edit, and tells what is new. */
export function ProofWatch() {
  useUpcoming();
  useLookingAtDraft();
  return <Notice />;
}
