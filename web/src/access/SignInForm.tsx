import type { SessionState } from '@ostrakon/core/contract';
import { useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { LabelledInput } from '../ui/LabelledInput.tsx';
import { accessApi } from './accessApi.ts';
import { isProblem, problemWords } from './problemWords.ts';
import { SecretField } from './SecretField.tsx';
import { useSending } from './useSending.ts';

/** Name and password, and the code of a second factor once it is asked for. */
export function SignInForm({ name: known = '', onIn }: { name?: string; onIn: (state: SessionState) => void }) {
  const [name, setName] = useState(known);
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [wantsCode, setWantsCode] = useState(false);
  const { busy, error, send } = useSending();
  const enter = () =>
    send(async () => {
      try {
        onIn(await accessApi.signIn({ name, password, ...(wantsCode && code.trim() !== '' && { code }) }));
      } catch (failed) {
        // The first time it is asked for is no fault.
        if (isProblem(failed, 'code-needed') && !wantsCode) setWantsCode(true);
        else throw failed;
      }
    });
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        void enter();
      }}
    >
      <LabelledInput label="Your name" value={name} onType={setName} />
      <SecretField label="Password" value={password} onType={setPassword} />
      {wantsCode && (
        <div>
          <LabelledInput label="Code of your second factor" value={code} onType={setCode} hint="123456" />
          <p className="mt-1 text-sm text-ash">The six digits your app shows now, or one of your recovery codes.</p>
        </div>
      )}
      {error !== null && (
        <p role="alert" className="text-fault">
          {problemWords(error)}
        </p>
      )}
      <Button look="main" type="submit" disabled={busy || name.trim() === '' || password === ''}>
        {busy ? 'Signing in…' : 'Sign in'}
      </Button>
    </form>
  );
}
