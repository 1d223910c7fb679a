import type { Myself } from '@ostrakon/core/contract';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { toString as drawQr } from 'qrcode';
import { useState } from 'react';
import { accessApi, accessQueries } from '../../access/accessApi.ts';
import { CopyText } from '../../access/OneTimeAddress.tsx';
import { problemWords } from '../../access/problemWords.ts';
import { SecretField } from '../../access/SecretField.tsx';
import { useSending } from '../../access/useSending.ts';
import { Button } from '../../ui/Button.tsx';
import { download } from '../../ui/download.ts';
import { LabelledInput } from '../../ui/LabelledInput.tsx';

/** The address apps read, as a picture; drawn here, so that nobody else ever sees it. */
function Picture({ address }: { address: string }) {
  const { data } = useQuery({
    queryKey: ['qr', address],
    queryFn: () => drawQr(address, { type: 'svg', margin: 2, errorCorrectionLevel: 'M' }),
    staleTime: Infinity,
    gcTime: 0,
  });
  if (data === undefined) return <div className="size-48" />;
  return (
    <img
      src={`data:image/svg+xml;utf8,${encodeURIComponent(data)}`}
      alt="For the camera of your app; the key below says the same"
      className="size-48 border border-line bg-white"
    />
  );
}

/** A password asked for once more, before what it protects is changed. */
function Confirm({ act, label, onDone }: { act: (password: string) => Promise<void>; label: string; onDone?: () => void }) {
  const [password, setPassword] = useState('');
  const { busy, error, send } = useSending();
  return (
    <form
      className="space-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        void send(async () => {
          await act(password);
          onDone?.();
        });
      }}
    >
      <SecretField
        label="Your password, once more"
        value={password}
        onType={setPassword}
        fault={error === null ? undefined : problemWords(error)}
      />
      <Button type="submit" disabled={busy || password === ''}>
        {label}
      </Button>
    </form>
  );
}

function Codes({ codes, onKept }: { codes: readonly string[]; onKept: () => void }) {
  return (
    <div className="space-y-2">
      <p>
        <strong>Keep these recovery codes.</strong> Each lets you in once without your app. They are shown this one time.
      </p>
      <ul className="grid grid-cols-2 gap-x-4 rounded-md bg-bone p-3 font-mono text-sm">
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ul>
      <div className="flex gap-2">
        <Button onClick={() => download('ostrakon-recovery-codes.txt', `${codes.join('\n')}\n`, 'text/plain')}>Save them as a file</Button>
        <Button look="main" onClick={onKept}>
          I have kept them
        </Button>
      </div>
    </div>
  );
}

/** A second factor: begun with an app, asked for at each sign-in, done without again. */
export function SecondFactor({ me }: { me: Myself }) {
  const client = useQueryClient();
  const [begun, setBegun] = useState<{ key: string; address: string } | null>(null);
  const [codes, setCodes] = useState<readonly string[] | null>(null);
  const [code, setCode] = useState('');
  const [ending, setEnding] = useState(false);
  const { busy, error, send } = useSending();
  const again = () => client.invalidateQueries({ queryKey: accessQueries.session.queryKey });
  if (codes !== null) {
    const kept = () => {
      setCodes(null);
      void again();
    };
    return <Codes codes={codes} onKept={kept} />;
  }
  if (me.secondFactor) {
    return (
      <div className="space-y-2">
        <p>
          You are asked for a code of your app each time you sign in. {me.recoveryCodes} of your recovery codes are left.
          {me.recoveryCodes < 3 && ' For new ones, end the second factor and begin it again.'}
        </p>
        {ending ? (
          <Confirm
            label="Do without a second factor"
            act={async (password) => void (await accessApi.endFactor(password))}
            onDone={() => {
              setEnding(false);
              void again();
            }}
          />
        ) : (
          <Button onClick={() => setEnding(true)}>Do without it…</Button>
        )}
      </div>
    );
  }
  if (begun === null) {
    return (
      <div className="space-y-2">
        <p>With an app that shows codes on your phone, a password alone lets nobody in.</p>
        <Confirm label="Begin" act={async (password) => setBegun(await accessApi.beginFactor(password))} />
      </div>
    );
  }
  const confirm = () =>
    send(async () => {
      setCodes(await accessApi.confirmFactor(code));
      setBegun(null);
      setCode('');
    });
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        void confirm();
      }}
    >
      <p>Point the camera of your app at this picture, or type the key into it. Then enter the code it shows.</p>
      <Picture address={begun.address} />
      <CopyText label="Key" text={begun.key} />
      <LabelledInput
        label="Code your app shows"
        value={code}
        onType={setCode}
        hint="123456"
        fault={error === null ? undefined : problemWords(error)}
      />
      <div className="flex gap-2">
        <Button look="main" type="submit" disabled={busy || code.trim() === ''}>
          Confirm
        </Button>
        <Button onClick={() => setBegun(null)}>Cancel</Button>
      </div>
    </form>
  );
}
