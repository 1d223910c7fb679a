import { useQuery, useQueryClient } from '@tanstack/react-query';
import { UserRound } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { signIn } from '../api/client.ts';
import { useDraftSession } from '../draft/DraftProvider.tsx';
import { Menu } from '../ui/Menu.tsx';
import { Modal } from '../ui/Modal.tsx';
import { accessApi, accessQueries } from './accessApi.ts';
import { SignInForm } from './SignInForm.tsx';
import { ROLE_WORDS } from './useMe.ts';

/** Over whatever is on screen once a session has ended: nothing that was typed is lost. */
function SignInAgain({ name }: { name: string }) {
  const [needed, setNeeded] = useState(false);
  const client = useQueryClient();
  const draft = useDraftSession();
  useEffect(() => {
    signIn.needed = () => setNeeded(true);
    return () => {
      signIn.needed = () => {};
    };
  }, []);
  return (
    <Modal
      open={needed}
      onOpenChange={() => undefined}
      title="Sign in again"
      about="Your session has ended. What you have done is kept, and is sent once you are signed in."
    >
      <SignInForm
        name={name}
        onIn={(state) => {
          // What is on screen was read for somebody else.
          if (state.who?.name !== name) window.location.reload();
          setNeeded(false);
          client.setQueryData(accessQueries.session.queryKey, state);
          void client.invalidateQueries();
          draft.tryNow();
        }}
      />
    </Modal>
  );
}

/** Who is signed in, and the way out; nothing where nobody has to sign in. */
export function Account() {
  const { data } = useQuery(accessQueries.session);
  const navigate = useNavigate();
  if (!data?.who) return null;
  const { name, role } = data.who;
  const label = `${name}, ${ROLE_WORDS[role][0].toLowerCase()}`;
  return (
    <>
      <Menu
        trigger={
          <button
            type="button"
            aria-label={`Signed in: ${label}`}
            title={label}
            className="inline-grid size-8 shrink-0 place-items-center rounded-md border border-hood-line text-hood-text hover:bg-hood-held"
          >
            <UserRound size={16} aria-hidden />
          </button>
        }
        groups={() => [
          {
            heading: label,
            entries: [
              { label: 'Your account', act: () => void navigate('/account') },
              { label: 'Sign out', act: () => void accessApi.signOut().finally(() => window.location.reload()) },
            ],
          },
        ]}
      />
      <SignInAgain name={name} />
    </>
  );
}
