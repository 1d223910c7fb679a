import { useState } from 'react';

/** A choice of how the page looks, which this browser remembers. */
export function useKept<V extends string>(name: string, choices: readonly [V, ...V[]]): readonly [V, (next: V) => void] {
  const key = `ostrakon-${name}`;
  const [value, setValue] = useState<V>(() => {
    try {
      const kept = localStorage.getItem(key);
      return choices.find((one) => one === kept) ?? choices[0];
    } catch {
      return choices[0];
    }
  });
  const set = (next: V) => {
    setValue(next);
    try {
      localStorage.setItem(key, next);
    } catch {
      // Without storage it holds until the page is left.
    }
  };
  return [value, set];
}
