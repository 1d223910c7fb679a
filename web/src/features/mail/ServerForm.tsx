import { MailServer, type SetMail } from '@ostrakon/core/contract';
import { useId, useState } from 'react';
import { fieldFault, problemWords } from '../../access/problemWords.ts';
import { SecretField } from '../../access/SecretField.tsx';
import { useSending } from '../../access/useSending.ts';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Select } from '../../ui/Select.tsx';
import { toast } from '../../ui/toast.ts';
import { mailApi } from './mailApi.ts';
import { SECURE_WORDS } from './mailWords.ts';

interface ServerFormProps {
  readonly settings: SetMail;
  readonly hasPassword: boolean;
  readonly save: (settings: SetMail) => Promise<void>;
}

/** Somebody to send an e-mail to, so as to see that it arrives. */
function TryOut() {
  const [to, setTo] = useState('');
  const { busy, error, send } = useSending();
  const fault = fieldFault(error, 'to');
  return (
    <form
      className="mt-4 flex items-end gap-2 border-line border-t pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        void send(async () => {
          const { detail } = await mailApi.tryOut(to.trim());
          toast(`Sent. The server said: ${detail ?? 'nothing'}`);
        });
      }}
    >
      <LabelledInput
        label="Send one now, to see that it arrives, to"
        value={to}
        onType={setTo}
        fault={fault ?? (error === null ? undefined : problemWords(error))}
        hint="you@example.org"
      />
      <Button type="submit" disabled={busy || to.trim() === ''}>
        Send
      </Button>
    </form>
  );
}

/** Which server sends, and who its e-mails come from. */
export function ServerForm({ settings, hasPassword, save }: ServerFormProps) {
  const held = settings.server;
  const [typed, setTyped] = useState({
    host: held?.host ?? '',
    port: String(held?.port ?? 465),
    secure: held?.secure ?? ('tls' as MailServer['secure']),
    user: held?.user ?? '',
    name: settings.from?.name ?? '',
    mail: settings.from?.mail ?? '',
  });
  const [password, setPassword] = useState('');
  const [faults, setFaults] = useState<Readonly<Record<string, string>>>({});
  const { busy, error, send } = useSending();
  const secureId = useId();
  const set = (more: Partial<typeof typed>) => {
    setTyped({ ...typed, ...more });
    setFaults({});
  };
  const keep = () => {
    const read = MailServer.safeParse({ host: typed.host, port: Number(typed.port), secure: typed.secure, user: typed.user });
    if (!read.success) {
      setFaults(
        Object.fromEntries(
          read.error.issues.map(({ path, message }) => [String(path[0]), path[0] === 'port' ? 'A number from 1 to 65,535' : message]),
        ),
      );
      return;
    }
    void send(async () => {
      const from = { name: typed.name, mail: typed.mail.trim() };
      await save({ ...settings, server: read.data, from, ...(password !== '' && { password }) });
      setPassword('');
      toast('Server saved');
    });
  };
  const fault = (field: string, at = `server/${field}`) => faults[field] ?? fieldFault(error, at);
  return (
    <section aria-labelledby={`${secureId}-head`} className="rounded-lg border border-line-strong bg-paper p-4">
      <h2 id={`${secureId}-head`} className="font-serif text-lg font-semibold">
        The server that sends them
      </h2>
      <p className="mb-2 text-sm text-ash">
        {held
          ? `They go through ${held.host}.`
          : 'None is set, so nothing is sent. Whoever keeps your e-mail address tells you what to write here.'}
      </p>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        <LabelledInput
          label="They come from"
          hint="The name of your shop"
          value={typed.name}
          fault={fault('name', 'from/name')}
          onType={(name) => set({ name })}
        />
        <LabelledInput
          label="With the address"
          hint="orders@example.org"
          value={typed.mail}
          fault={fault('mail', 'from/mail') ?? fieldFault(error, 'from')}
          onType={(mail) => set({ mail })}
        />
        <LabelledInput label="Server" hint="mail.example.org" value={typed.host} fault={fault('host')} onType={(host) => set({ host })} />
        <LabelledInput label="Port" value={typed.port} fault={fault('port')} onType={(port) => set({ port })} />
        <div>
          <p className="mb-0.5 text-sm" aria-hidden>
            The connection is
          </p>
          <Select
            label="The connection is"
            value={typed.secure}
            onChange={(event) => {
              const found = SECURE_WORDS.find(([one]) => one === event.target.value);
              if (found) set({ secure: found[0], port: String(found[2]) });
            }}
          >
            {SECURE_WORDS.map(([secure, words]) => (
              <option key={secure} value={secure}>
                {words}
              </option>
            ))}
          </Select>
        </div>
        <LabelledInput label="User, if it asks for one" value={typed.user} fault={fault('user')} onType={(user) => set({ user })} />
        <SecretField
          label={hasPassword ? 'Password (one is kept; write another to change it)' : 'Password'}
          value={password}
          onType={setPassword}
          isNew={false}
        />
      </div>
      {error !== null && (
        <p role="alert" className="mt-2 text-sm text-fault">
          {problemWords(error)}
        </p>
      )}
      <div className="mt-3 flex gap-2">
        <Button look="main" disabled={busy} onClick={keep}>
          Save the server
        </Button>
        {held && (
          <Button disabled={busy} onClick={() => void send(() => save({ ...settings, server: null, password: '' }))}>
            Send nothing any more
          </Button>
        )}
      </div>
      {held && <TryOut />}
    </section>
  );
}
