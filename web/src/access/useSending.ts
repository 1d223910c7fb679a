import { useState } from 'react';

/** A form on its way: whether it is, and what it was refused for. */
export function useSending() {
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const send = async (act: () => Promise<void>) => {
    setBusy(true);
    setError(null);
    try {
      await act();
    } catch (failed) {
      setError(failed);
    } finally {
      setBusy(false);
    }
  };
  return { busy, error, send, clear: () => setError(null) };
}
