import { Redo2, Undo2 } from 'lucide-react';
import { useDraftSession, useSaving } from '../draft/DraftProvider.tsx';
import { commandWords } from '../words/commandWords.ts';

/** Undo and redo, each with what it would touch. */
export function Steps() {
  const session = useDraftSession();
  const { history } = useSaving();
  const dark =
    'size-8 inline-grid place-items-center rounded-md border border-hood-line text-hood-text hover:bg-hood-held disabled:opacity-40 disabled:hover:bg-transparent';
  const undo = history.undo === null ? 'Nothing to undo' : `Undo ${commandWords(history.undo)} (Ctrl Z)`;
  const redo = history.redo === null ? 'Nothing to redo' : `Redo ${commandWords(history.redo)} (Ctrl Shift Z)`;
  return (
    <span className="flex gap-1">
      <button type="button" className={dark} aria-label={undo} title={undo} disabled={history.undo === null} onClick={session.undo}>
        <Undo2 size={16} aria-hidden />
      </button>
      <button type="button" className={dark} aria-label={redo} title={redo} disabled={history.redo === null} onClick={session.redo}>
        <Redo2 size={16} aria-hidden />
      </button>
    </span>
  );
}
