import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import { accessApi } from '../../access/accessApi.ts';
import { PlainPage } from '../../access/PlainPage.tsx';
import { fieldFault, problemWords } from '../../access/problemWords.ts';
import { SecretField } from '../../access/SecretField.tsx';
import { useSending } from '../../access/useSending.ts';
import { Button } from '../../ui/Button.tsx';

/** Where a one-time address leads: a password is chosen, and its owner is in. */
export function JoinScreen() {
  const { hash } = useLocation();
  const token = hash.slice(1);
  const seen = useQuery({ queryKey: ['link', token], queryFn: () => accessApi.lookAtLink(token), retry: false, staleTime: Infinity });
  const [password, setPassword] = useState('');
  const { busy, error, send } = useSending();
  if (seen.isPending) return null;
  if (seen.isError) {
    return (
      <PlainPage title="This address leads nowhere">
        <p>{problemWords(seen.error)}</p>
        <p className="mt-3">
          <Link to="/" className="text-clay underline">
            To the shop
          </Link>
        </p>
      </PlainPage>
    );
  }
  const { name, kind } = seen.data;
  const fault = fieldFault(error, 'password');
  return (
    <PlainPage title={kind === 'invitation' ? `Welcome, ${name}` : `Choose another password, ${name}`}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void send(async () => {
            await accessApi.takeLink(token, password);
            // Loaded anew, so that nothing is left of what was read without a name.
            window.location.replace('/');
          });
        }}
      >
        <p>
          {kind === 'invitation'
            ? 'Choose the password you will sign in with. Your name is as it stands above.'
            : 'Your old password is no longer good once you have chosen this one, and a second factor is asked for no more.'}
        </p>
        <SecretField label="New password" value={password} onType={setPassword} isNew fault={fault} />
        <p className="text-sm text-ash">
          At least ten characters. A few words that do not belong together are easy to keep and hard to guess.
        </p>
        {error !== null && fault === undefined && (
          <p role="alert" className="text-fault">
            {problemWords(error)}
          </p>
        )}
        <Button look="main" type="submit" disabled={busy || password === ''}>
          {busy ? 'One moment…' : 'Choose it and go in'}
        </Button>
      </form>
    </PlainPage>
  );
}
