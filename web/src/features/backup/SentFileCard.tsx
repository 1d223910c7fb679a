import type { SentFile } from '@ostrakon/core';
import { useId, useState } from 'react';
import { ApiProblem } from '../../api/client.ts';
import { Button } from '../../ui/Button.tsx';
import { useFormat } from '../../words/useWords.ts';
import { backupApi } from './backupApi.ts';

const keyWords = {
  none: 'No account keys of carriers are in it; they must be entered again.',
  open: 'The account keys of carriers are in it.',
  locked: 'The account keys of carriers in it are locked by a passphrase. Without it the shop is taken and its keys must be entered again.',
} as const;

/** What is in a file that was sent, before it takes the place of the shop. */
export function SentFileCard({ file, onTaken, onCallOff }: { file: SentFile; onTaken: () => void; onCallOff: () => void }) {
  const format = useFormat();
  const id = useId();
  const [passphrase, setPassphrase] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const take = async () => {
    setBusy(true);
    setFault(null);
    try {
      await backupApi.take(file.id, passphrase);
      onTaken();
    } catch (error) {
      setFault(error instanceof ApiProblem ? error.problem.detail : 'The server did not answer. The shop is as it was; try again.');
      setBusy(false);
    }
  };
  const made = file.madeAt === null ? 'A shop in one file' : `A backup made ${format.moment(file.madeAt)}`;
  return (
    <form
      aria-label="What is in the file"
      className="mt-3 rounded-lg border border-ochre bg-ochre-soft p-4"
      onSubmit={(event) => {
        event.preventDefault();
        void take();
      }}
    >
      <h3 className="font-serif text-lg font-semibold">{file.name === '' ? 'A shop without a name' : file.name}</h3>
      <p>
        {made}: {format.count(file.editions, 'edition')} and {format.count(file.products, 'product')}, the draft at revision {file.revision}
        .
      </p>
      <p className="text-sm">{keyWords[file.keys]}</p>
      {file.keys === 'locked' && (
        <div className="mt-2">
          <label htmlFor={id} className="block text-sm">
            Passphrase of the backup
          </label>
          <input
            id={id}
            type="password"
            autoComplete="off"
            aria-invalid={fault !== null}
            className="h-8 w-72 rounded-md border border-line-strong bg-paper px-2"
            value={passphrase}
            onChange={(event) => setPassphrase(event.target.value)}
          />
        </div>
      )}
      {fault !== null && (
        <p role="alert" className="mt-1 text-sm text-fault">
          {fault}
        </p>
      )}
      <p className="mt-2 text-sm">It takes the place of the whole shop here. What is here now is kept, and can be brought back below.</p>
      <div className="mt-3 flex gap-2">
        <Button look="main" type="submit" disabled={busy}>
          {busy ? 'Replacing the shop…' : 'Replace the shop with it'}
        </Button>
        <Button onClick={onCallOff} disabled={busy}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
