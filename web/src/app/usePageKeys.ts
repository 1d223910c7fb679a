import { useRef, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { useDraftSession } from '../draft/DraftProvider.tsx';
import { hasOwnUndo, isTyping, useShortcut } from '../ui/useShortcut.ts';
import { toOtherPart } from './parts.ts';

/** The keys that do the same on every page: Find, undo and redo, the bench and back, the handbook. */
export function usePageKeys() {
  const session = useDraftSession();
  const [finding, setFinding] = useState(false);
  const navigate = useNavigate();
  const { pathname, search } = useLocation();
  const help = () => {
    // On a page of the handbook it is open already.
    if (pathname.startsWith('/guide')) return;
    void import('../words/guidePages.ts').then(({ guidePageOf }) =>
      navigate(`/guide/${guidePageOf(pathname)}`, { state: { from: pathname + search } }),
    );
  };
  // What is typed while Find is on its way is kept for it.
  const ahead = useRef<string | null>(null);
  const find = () => {
    ahead.current ??= '';
    setFinding(true);
  };
  const typeAhead = (key: string) => {
    if (key === 'Escape') {
      ahead.current = null;
      setFinding(false);
    } else if (key === 'Backspace') ahead.current = (ahead.current ?? '').slice(0, -1);
    else if (key.length === 1) ahead.current += key;
  };
  const command = (key: string, event: KeyboardEvent): (() => void) | undefined => {
    if (key === 'k') return () => !finding && find();
    if ((key !== 'z' && key !== 'y') || hasOwnUndo(event.target)) return undefined;
    return event.shiftKey || key === 'y' ? session.redo : session.undo;
  };
  useShortcut((event) => {
    const held = event.ctrlKey || event.metaKey;
    const key = event.key.toLowerCase();
    const act = held ? command(key, event) : undefined;
    if (ahead.current !== null && !held) {
      event.preventDefault();
      typeAhead(event.key);
    } else if (act) {
      event.preventDefault();
      act();
    } else if (event.key === 'F6') {
      event.preventDefault();
      toOtherPart();
    } else if (key === '?' && !isTyping(event.target)) help();
  });
  return { finding, setFinding, find, ahead, help };
}
