import type { SentFile } from '@ostrakon/core';
import { useEffect, useRef, useState } from 'react';
import { ApiProblem } from '../../api/client.ts';
import { Button } from '../../ui/Button.tsx';
import { backupApi } from './backupApi.ts';
import { SentFileCard } from './SentFileCard.tsx';

type Bringing =
  | { tag: 'idle' }
  | { tag: 'sending'; stop: AbortController }
  | { tag: 'refused'; why: string }
  | { tag: 'there'; file: SentFile };

/** A backup, or the one file of a shop, brought in and looked over before anything is replaced. */
export function BringIn({ onReplaced }: { onReplaced: () => void }) {
  const picker = useRef<HTMLInputElement>(null);
  const [at, setAt] = useState<Bringing>({ tag: 'idle' });
  const held = useRef(at);
  held.current = at;
  // Leaving the page calls off what nobody will take.
  useEffect(
    () => () => {
      if (held.current.tag === 'there') void backupApi.callOff(held.current.file.id);
      if (held.current.tag === 'sending') held.current.stop.abort();
    },
    [],
  );
  const callOff = () => {
    if (at.tag === 'there') void backupApi.callOff(at.file.id);
    if (at.tag === 'sending') at.stop.abort();
    setAt({ tag: 'idle' });
  };
  const send = async (file: File) => {
    const stop = new AbortController();
    setAt({ tag: 'sending', stop });
    try {
      setAt({ tag: 'there', file: await backupApi.send(file, stop.signal) });
    } catch (error) {
      if (stop.signal.aborted) return;
      setAt({
        tag: 'refused',
        why: error instanceof ApiProblem ? error.problem.detail : 'The file was not sent: the server did not answer.',
      });
    }
  };
  return (
    <>
      <input
        ref={picker}
        type="file"
        aria-label="A backup, or a shop in one file"
        accept=".sqlite,.json,application/json,application/vnd.sqlite3"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file) void send(file);
        }}
      />
      {at.tag === 'sending' ? (
        <p role="status" className="flex items-center gap-3">
          Looking the file over… <Button onClick={callOff}>Cancel</Button>
        </p>
      ) : (
        <Button onClick={() => picker.current?.click()}>Choose a file…</Button>
      )}
      {at.tag === 'refused' && (
        <p role="alert" className="mt-2 text-sm text-fault">
          {at.why}
        </p>
      )}
      {at.tag === 'there' && (
        <SentFileCard
          file={at.file}
          onTaken={() => {
            setAt({ tag: 'idle' });
            onReplaced();
          }}
          onCallOff={callOff}
        />
      )}
    </>
  );
}
