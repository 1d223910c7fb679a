import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';

/** How long several changes are gathered before the desk is read anew, in milliseconds. */
const GATHER_MS = 150;

/** Hears what happens to orders, here or at another desk, and has the page show it. */
export function useDeskChanges(): void {
  const client = useQueryClient();
  useEffect(() => {
    const source = new EventSource('/api/desk/changes');
    let waiting: ReturnType<typeof setTimeout> | undefined;
    let heard = false;
    const readAnew = () => {
      waiting ??= setTimeout(() => {
        waiting = undefined;
        void client.invalidateQueries({ queryKey: ['desk'], predicate: ({ queryKey }) => queryKey[1] !== 'facts' });
      }, GATHER_MS);
    };
    source.onmessage = readAnew;
    // What happened while nothing was heard is not told again.
    source.onopen = () => {
      if (heard) readAnew();
      heard = true;
    };
    return () => {
      clearTimeout(waiting);
      source.close();
    };
  }, [client]);
}
