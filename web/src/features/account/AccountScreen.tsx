import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useId, useState } from 'react';
import { Link } from 'react-router';
import { accessApi, accessQueries } from '../../access/accessApi.ts';
import { Door } from '../../access/Door.tsx';
import { PlainPage } from '../../access/PlainPage.tsx';
import { fieldFault, problemWords } from '../../access/problemWords.ts';
import { SecretField } from '../../access/SecretField.tsx';
import { ROLE_WORDS } from '../../access/useMe.ts';
import { useSending } from '../../access/useSending.ts';
import { Button } from '../../ui/Button.tsx';
import { OpenPlaces } from './OpenPlaces.tsx';
import { SecondFactor } from './SecondFactor.tsx';

function Part({ title, children }: { title: string; children: ReactNode }) {
  const id = useId();
  return (
    <section aria-labelledby={id} className="mt-5 border-line border-t pt-4">
      <h2 id={id} className="mb-2 font-serif text-lg font-semibold">
        {title}
      </h2>
      {children}
    </section>
  );
}

function Password() {
  const [present, setPresent] = useState('');
  const [password, setPassword] = useState('');
  const [done, setDone] = useState(false);
  const client = useQueryClient();
  const { busy, error, send } = useSending();
  const faults = { present: fieldFault(error, 'present'), password: fieldFault(error, 'password') };
  const change = () =>
    send(async () => {
      setDone(false);
      await accessApi.changePassword({ present, password });
      setPresent('');
      setPassword('');
      setDone(true);
      void client.invalidateQueries({ queryKey: accessQueries.sessions.queryKey });
    });
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        void change();
      }}
    >
      <SecretField label="Present password" value={present} onType={setPresent} fault={faults.present} />
      <SecretField label="New password" value={password} onType={setPassword} isNew fault={faults.password} />
      {error !== null && faults.present === undefined && faults.password === undefined && (
        <p role="alert" className="text-fault">
          {problemWords(error)}
        </p>
      )}
      <Button type="submit" disabled={busy || present === '' || password === ''}>
        Change the password
      </Button>
      {done && (
        <p role="status" className="text-sm">
          Your password is changed. Wherever else you were signed in, you are not any more.
        </p>
      )}
    </form>
  );
}

/** One's own password, second factor and sessions. */
export function AccountScreen() {
  const { data } = useQuery(accessQueries.session);
  if (!data) return null;
  if (!data.people) {
    return (
      <PlainPage title="Nobody has to sign in here">
        <p>
          This shop has no people yet, so there is no account to look after.{' '}
          <Link to="/shop/people" className="text-clay underline">
            People
          </Link>
        </p>
      </PlainPage>
    );
  }
  if (data.who === null) return <Door />;
  const { name, role } = data.who;
  return (
    <PlainPage title={name}>
      <p>
        {ROLE_WORDS[role][0]}: {ROLE_WORDS[role][1]}.{' '}
        <Link to="/" className="text-clay underline">
          Back to the shop
        </Link>
      </p>
      <Part title="Password">
        <Password />
      </Part>
      <Part title="Second factor">
        <SecondFactor me={data.who} />
      </Part>
      <Part title="Where you are signed in">
        <OpenPlaces />
      </Part>
    </PlainPage>
  );
}
