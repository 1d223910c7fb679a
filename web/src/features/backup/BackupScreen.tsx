import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useId, useState } from 'react';
import { ApiProblem } from '../../api/client.ts';
import { useDraft, useDraftSession, useSaving } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { downloadBlob } from '../../ui/download.ts';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';
import { BringIn } from './BringIn.tsx';
import { backupApi, keptShops } from './backupApi.ts';

const words = (error: unknown) => (error instanceof ApiProblem ? error.problem.detail : 'The server did not answer. Please try again.');

function Part({ title, about, children }: { title: string; about: string; children: ReactNode }) {
  const id = useId();
  return (
    <section aria-labelledby={id} className="rounded-lg border border-line-strong bg-paper p-4">
      <h2 id={id} className="font-serif text-lg font-semibold">
        {title}
      </h2>
      <p className="mb-3 max-w-2xl text-ash">{about}</p>
      {children}
    </section>
  );
}

/** The file's name: what it is, of which shop, from which day. */
function useFileName() {
  const { shop } = useDraft().book;
  const named = shop.name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  return (what: string, ending: string) => [named || 'shop', what, new Date().toISOString().slice(0, 10)].join('-') + ending;
}

function MakeBackup() {
  const fileName = useFileName();
  const id = useId();
  const [passphrase, setPassphrase] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const make = async () => {
    setBusy(true);
    setFault(null);
    try {
      downloadBlob(fileName('backup', '.sqlite'), await backupApi.make(passphrase));
      setPassphrase('');
    } catch (error) {
      setFault(words(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void make();
      }}
    >
      <label htmlFor={id} className="block text-sm">
        Passphrase for the account keys (may be left empty)
      </label>
      <div className="flex items-start gap-2">
        <input
          id={id}
          type="password"
          autoComplete="new-password"
          aria-describedby={`${id}-about`}
          aria-invalid={fault !== null}
          className={`h-8 w-72 rounded-md border px-2 ${fault === null ? 'border-line-strong bg-paper' : 'border-fault bg-fault-soft'}`}
          value={passphrase}
          onChange={(event) => setPassphrase(event.target.value)}
        />
        <Button look="main" type="submit" disabled={busy}>
          {busy ? 'Making the backup…' : 'Make a backup'}
        </Button>
      </div>
      {fault !== null && (
        <p role="alert" className="mt-0.5 text-sm text-fault">
          {fault.replace(/^\/passphrase: /, '')}
        </p>
      )}
      <p id={`${id}-about`} className="mt-1 max-w-2xl text-sm text-ash">
        Without one, whoever has the file can use your accounts with carriers. With one, nobody can read the keys without it, so keep it
        apart from the file.
      </p>
    </form>
  );
}

function Export() {
  const fileName = useFileName();
  const [busy, setBusy] = useState(false);
  const make = async () => {
    setBusy(true);
    try {
      downloadBlob(fileName('whole-shop', '.json'), await backupApi.document());
    } catch (error) {
      toast.error(`Nothing was exported: ${words(error)}`);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Button onClick={() => void make()} disabled={busy}>
      {busy ? 'Exporting…' : 'Export'}
    </Button>
  );
}

function Kept({ onReplaced }: { onReplaced: () => void }) {
  const format = useFormat();
  const { data: kept = [] } = useQuery(keptShops);
  const [busy, setBusy] = useState(false);
  if (kept.length === 0) return null;
  const bringBack = async (id: string) => {
    setBusy(true);
    try {
      await backupApi.bringBack(id);
      onReplaced();
    } catch (error) {
      toast.error(`The shop is as it was: ${words(error)}`);
      setBusy(false);
    }
  };
  return (
    <Part title="Shops that were replaced" about="Kept beside this one as they were. Bringing one back keeps this one here in its place.">
      <ul className="space-y-1">
        {kept.map(({ id, at, name }) => (
          <li key={id} className="flex items-center gap-4">
            <span>
              {name === '' ? 'A shop without a name' : name}, replaced {format.moment(at)}
            </span>
            <Button
              look="quiet"
              disabled={busy}
              aria-label={`Bring back the shop replaced ${format.moment(at)}`}
              onClick={() => void bringBack(id)}
            >
              Bring it back
            </Button>
          </li>
        ))}
      </ul>
    </Part>
  );
}

/** Backup, and the whole shop in one file. */
export function BackupScreen() {
  const { save } = useSaving();
  const session = useDraftSession();
  // Nothing of this page speaks of the shop that is there now.
  const again = () => window.location.reload();
  return (
    <div className="max-w-4xl space-y-4 p-4">
      <h1 className="font-serif text-xl font-semibold">Backup</h1>
      {save.tag === 'offline' && (
        <p role="alert" className="rounded-md bg-ochre-soft px-3 py-1.5 text-ochre">
          Changes that are not saved yet will not be in a backup or a file.{' '}
          <Button look="quiet" onClick={session.tryNow}>
            Try to save them now
          </Button>
        </p>
      )}
      <Part
        title="Make a backup"
        about="A copy of everything in one file: the draft with its history, editions, goods, trials, carriers and their account keys. The shop goes on working meanwhile."
      >
        <MakeBackup />
      </Part>
      <Part title="Bring a shop back" about="From a backup, or from a shop in one file. You see what is in it before anything is replaced.">
        <BringIn onReplaced={again} />
      </Part>
      <Part
        title="The whole shop in one file"
        about="An open JSON document that other programs can read: the drafts, editions and when they are live, goods, trials, orders, carriers, surveys, slips and who is sent e-mails. No account keys, no passwords, and nothing that undo could take back."
      >
        <Export />
      </Part>
      <Kept onReplaced={again} />
    </div>
  );
}
