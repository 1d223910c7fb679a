import { useEffect, useRef } from 'react';

/** Whether keys belong to a field the user types in. */
export function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));
}

/** Whether a field holds text that is not taken yet, whose own undo comes first. */
export function hasOwnUndo(target: EventTarget | null): boolean {
  return isTyping(target) && !(target instanceof HTMLElement && target.dataset.settled === 'true');
}

/** Calls `act` for every key pressed on the page; it decides what to take. */
export function useShortcut(act: (event: KeyboardEvent) => void): void {
  const held = useRef(act);
  held.current = act;
  useEffect(() => {
    const listen = (event: KeyboardEvent) => held.current(event);
    document.addEventListener('keydown', listen);
    return () => document.removeEventListener('keydown', listen);
  }, []);
}
