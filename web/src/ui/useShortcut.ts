import { useEffect, useRef } from 'react';

/** Whether keys belong to a field the user types in. */
export function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));
}

const isTextField = (target: EventTarget | null): target is HTMLInputElement | HTMLTextAreaElement =>
  target instanceof HTMLTextAreaElement || (target instanceof HTMLInputElement && target.selectionStart !== null);

/** What a field held when it was entered. */
const entered = new WeakMap<EventTarget, string>();
document.addEventListener('focusin', ({ target }) => {
  if (isTextField(target)) entered.set(target, target.value);
});

/**
 * Whether a field holds typing that is not taken yet, whose own undo comes first. A field that saves by itself says whether
 * it has; any other holds what was typed since it was entered, until the form it stands in empties it.
 */
export function hasOwnUndo(target: EventTarget | null): boolean {
  if (!isTextField(target)) return target instanceof HTMLElement && target.isContentEditable;
  if (target.dataset.settled !== undefined) return target.dataset.settled === 'false';
  return target.value !== (entered.get(target) ?? '');
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
