import { useSyncExternalStore } from 'react';

// Which draft this tab works on: the main one, or one beside it.

export const MAIN_DRAFT = 1;
const KEY = 'ostrakon-draft';
const listeners = new Set<() => void>();

function kept(): number {
  const linked = new URLSearchParams(window.location.search).get('draft');
  const id = Number(linked ?? sessionStorage.getItem(KEY) ?? MAIN_DRAFT);
  return Number.isInteger(id) && id > 0 ? id : MAIN_DRAFT;
}

/** Read when it is first asked for. */
let held: number | null = null;

function here(): number {
  held ??= kept();
  return held;
}

export function workOn(id: number): void {
  held = id;
  try {
    sessionStorage.setItem(KEY, String(id));
  } catch {
    // Then the next load begins with the main draft.
  }
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** The number of the draft this tab works on. */
export const useActiveDraft = (): number => useSyncExternalStore(subscribe, here);
