import { useCallback } from 'react';
import { useSearchParams } from 'react-router';

/**
 * The questions of the address, and what changes some of them and leaves the others. What stands in the address now is changed, not
 * what was drawn last: the router draws later, and of two quick changes the second must not undo the first.
 */
export function useAddress(): readonly [URLSearchParams, (more: Readonly<Record<string, string | null>>) => void] {
  const [search, setSearch] = useSearchParams();
  const change = useCallback(
    (more: Readonly<Record<string, string | null>>) => {
      const next = new URLSearchParams(window.location.search);
      for (const [name, value] of Object.entries(more)) {
        if (value === null || value === '') next.delete(name);
        else next.set(name, value);
      }
      setSearch(next, { replace: true, preventScrollReset: true });
    },
    [setSearch],
  );
  return [search, change];
}
