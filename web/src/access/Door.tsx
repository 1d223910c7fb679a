import { useQuery } from '@tanstack/react-query';
import type { ComponentType } from 'react';
import { Link } from 'react-router';
import { Button } from '../ui/Button.tsx';
import { accessApi, accessQueries } from './accessApi.ts';
import { PlainPage } from './PlainPage.tsx';
import { SignInForm } from './SignInForm.tsx';
import { ROLE_WORDS } from './useMe.ts';

/** Where the shop is not shown: to who has not signed in, and to who may not see it. Who packs sees orders instead. */
export function Door({ packer: Packer }: { packer?: ComponentType<{ name: string }> }) {
  const { data, refetch } = useQuery({ ...accessQueries.session, staleTime: 0 });
  // Nothing of what was read before says anything to whoever comes in.
  const again = () => window.location.reload();
  if (!data) return null;
  if (data.who === null) {
    return (
      <PlainPage title="Sign in">
        <SignInForm onIn={again} />
        <p className="mt-4 text-sm text-ash">
          Forgotten your password? An owner can make you an address at which you choose another one. An owner who has forgotten theirs runs{' '}
          <code>npx ostrakon person reset</code> with their name where the shop is kept.
        </p>
      </PlainPage>
    );
  }
  const { name, role } = data.who;
  if (role === 'packer' && Packer) return <Packer name={name} />;
  return (
    <PlainPage title={`Hello ${name}`}>
      <p>
        You are a {ROLE_WORDS[role][0].toLowerCase()} here: {ROLE_WORDS[role][1]}. If you need to see more, ask an owner.
      </p>
      <p className="mt-3 flex items-center gap-4">
        <Link to="/account" className="text-clay underline">
          Your account
        </Link>
        <Button look="quiet" onClick={() => void accessApi.signOut().then(() => refetch())}>
          Sign out
        </Button>
      </p>
    </PlainPage>
  );
}
